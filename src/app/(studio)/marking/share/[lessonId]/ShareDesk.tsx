'use client';
import { Button, NumberInput, Select, TableTd, TableTh, TableTr } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { pointsText } from '@/core/kernel/exact';
import { counted } from '@/core/kernel/words';
import { evenly } from '@/core/marking';
import type { SharedPart, Sharing } from '@/server/marking';
import { Link } from '@/ui/frame/Link';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { markingHref } from '../../_desk/hrefs';
import styles from '../../marking.module.css';

type Props = Sharing & { readonly courseId: string; readonly lessonId: string; readonly parts: readonly SharedPart[] };

/** The markers of a course with what they have of a lesson, and its work with whom it is. */
export function ShareDesk({ courseId, lessonId, markers, free, work, parts }: Props) {
  const router = useRouter();
  const ready = useReady();
  const [wanted, setWanted] = useState<{ readonly [markerId: string]: number }>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const place = { courseId, lessonId };
  const wantedOf = (id: string) => wanted[id] ?? markers.find(({ markerId }) => markerId === id)?.waiting ?? 0;
  const waiting = free + markers.reduce((sum, one) => sum + one.waiting, 0);
  const send = async (command: string, input: object, done: (value: { count?: number } | null) => string) => {
    setBusy(true);
    const told = await act<{ count?: number } | null>(command, { ...place, ...input });
    setBusy(false);
    setProblem(told.ok ? null : told.problem.sentence);
    if (!told.ok) return;
    setSaid(done(told.value));
    setWanted({});
    router.refresh();
  };
  const wishEvenly = () => {
    // Those who make the course mark as well where nobody else does.
    const parts = evenly(waiting, markers.length);
    setWanted(Object.fromEntries(markers.map(({ markerId }, i) => [markerId, parts[i] ?? 0])));
  };
  const deal = () =>
    send(
      'marking.deal',
      { wishes: markers.map(({ markerId }) => ({ markerId, wanted: wantedOf(markerId) })) },
      (value) => (value?.count ? `${counted(value.count, 'piece')} shared out.` : 'Everybody had what was wished.'),
    );
  const asked = markers.reduce((sum, { markerId, waiting: has }) => sum + Math.max(0, wantedOf(markerId) - has), 0);
  return (
    <div className={styles.stack}>
      <p>
        {counted(waiting, 'piece waits', 'pieces wait')} to be marked, <b>{free}</b> of them with nobody: whoever marks
        in the course may take those.
      </p>
      {markers.length === 0 ? (
        <p className={wordStyles.empty}>Nobody marks in this course yet. Name its markers under Run, Staff.</p>
      ) : (
        <>
          <DataTable names={['Marker', 'Waiting', 'Begun', 'Marked', 'Is to have waiting, in all', 'What to do']}>
            {markers.map(({ markerId, name, waiting: has, begun, marked }) => (
              <TableTr key={markerId}>
                <TableTh scope="row">
                  <bdi>{name}</bdi>
                </TableTh>
                <TableTd>{has}</TableTd>
                <TableTd>{begun}</TableTd>
                <TableTd>{marked}</TableTd>
                <TableTd>
                  <NumberInput
                    aria-label={`Waiting for ${name}, in all`}
                    w={110}
                    min={0}
                    max={100_000}
                    readOnly={!ready}
                    value={wantedOf(markerId)}
                    onChange={(value) => setWanted((before) => ({ ...before, [markerId]: Number(value) || 0 }))}
                  />
                </TableTd>
                <TableTd>
                  <Button
                    size="compact-sm"
                    variant="subtle"
                    disabled={has === 0 || busy}
                    onClick={() =>
                      send('marking.take-back', { markerId }, () => `What ${name} had not begun is with nobody again.`)
                    }
                  >
                    Take back
                  </Button>
                </TableTd>
              </TableTr>
            ))}
          </DataTable>
          <div className={styles.filters}>
            <Button variant="default" onClick={wishEvenly} disabled={!ready}>
              Evenly
            </Button>
            <Button onClick={deal} loading={busy} disabled={!ready || asked === 0}>
              {asked > free ? `Share out ${free} of ${asked} wished` : `Share out ${counted(asked, 'piece')}`}
            </Button>
            <span role="status">{said}</span>
          </div>
        </>
      )}
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      {parts.length > 1 && markers.length > 0 && (
        <section aria-labelledby="by-part">
          <h2 id="by-part">By question</h2>
          <p className={styles.about}>
            What is with one marker is marked by them over all work, and by nobody else. The rest stays with whoever has
            the work, and a piece that was given to somebody below is theirs as a whole.
          </p>
          <DataTable names={['Question or criterion', 'Points', 'Decided', 'With']}>
            {parts.map(({ id, title, most, decided, of, markerId }) => (
              <TableTr key={id}>
                <TableTh scope="row">
                  <bdi>{title}</bdi>
                </TableTh>
                <TableTd>{pointsText(most)}</TableTd>
                <TableTd>
                  {decided} of {of}
                </TableTd>
                <TableTd>
                  <Select
                    aria-label={`${title} is with`}
                    w={220}
                    clearable
                    placeholder="whoever has the work"
                    disabled={busy}
                    data={markers.map((one) => ({ value: one.markerId, label: one.name }))}
                    value={markerId}
                    onChange={(next) => send('marking.give-part', { partId: id, markerId: next }, () => 'Given on.')}
                  />
                </TableTd>
              </TableTr>
            ))}
          </DataTable>
        </section>
      )}
      {work.length > 0 && (
        <DataTable names={['Learner', 'Handed in', 'State', 'With']}>
          {work.map(({ sort, id, learner, at, begun, sharedTo }) => (
            <TableTr key={id}>
              <TableTh scope="row">
                <Link href={markingHref({ sort, id })}>
                  <bdi>{learner}</bdi>
                </Link>
              </TableTh>
              <TableTd>{at}</TableTd>
              <TableTd>{begun ? 'begun' : 'waiting'}</TableTd>
              <TableTd>
                <Select
                  aria-label={`Work of ${learner} is with`}
                  w={220}
                  clearable
                  placeholder="nobody"
                  disabled={busy}
                  data={markers.map(({ markerId, name }) => ({ value: markerId, label: name }))}
                  value={sharedTo}
                  onChange={(markerId) => send('marking.give', { pieces: [{ sort, id }], markerId }, () => 'Given on.')}
                />
              </TableTd>
            </TableTr>
          ))}
        </DataTable>
      )}
    </div>
  );
}
