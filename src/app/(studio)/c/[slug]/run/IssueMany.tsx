import { Anchor, Button, MultiSelect, Progress, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import type { Cohort } from '@/core/enrolment';
import { counted } from '@/core/kernel/words';
import type { Held, Standing } from '@/server/certificate';
import styles from './run.module.css';

/** So many are issued with one request: each is soon done, and can be stopped after. */
const atOnce = 10;
type Going = { readonly done: number; readonly of: number };

type Props = {
  readonly courseId: string;
  readonly cohorts: readonly Pick<Cohort, 'id' | 'name'>[];
  readonly count: number;
};

/** Certificates for many at once: for who has earned them, by hand, and anew in the names of today; and all as a file. */
export function IssueMany({ courseId, cohorts, count }: Props) {
  const router = useRouter();
  const [standing, setStanding] = useState<Standing | null>(null);
  const [going, setGoing] = useState<Going | null>(null);
  const [held, setHeld] = useState<readonly (Held & { readonly name: string })[]>([]);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string[]>([]);
  const [why, setWhy] = useState('');
  const stopped = useRef(false);
  const look = useCallback(async () => {
    const found = await ask<Standing>(`/api/course/${courseId}/certificates/standing`);
    if (found.ok) setStanding(found.value);
    else setProblem(found.problem.sentence);
  }, [courseId]);
  useEffect(() => {
    look();
  }, [look]);

  const issue = async (ids: readonly string[], reason: string) => {
    const names = new Map(
      [...(standing?.waiting ?? []), ...(standing?.others ?? [])].map((one) => [one.learnerId, one.name]),
    );
    stopped.current = false;
    setProblem(null);
    setSaid('');
    setHeld([]);
    let issued = 0;
    for (let from = 0; from < ids.length && !stopped.current; from += atOnce) {
      setGoing({ done: from, of: ids.length });
      const done = await act<{ issued: number; held: readonly Held[] }>('certificate.issue-many', {
        ...{ courseId, learnerIds: ids.slice(from, from + atOnce), why: reason },
      });
      if (!done.ok) {
        setProblem(done.problem.sentence);
        break;
      }
      issued += done.value.issued;
      const more = done.value.held.map((one) => ({ ...one, name: names.get(one.learnerId) ?? '' }));
      setHeld((before) => [...before, ...more]);
    }
    setGoing(null);
    setSaid(`${counted(issued, 'certificate')} issued.`);
    setChosen([]);
    await look();
    router.refresh();
  };
  const replace = async () => {
    setProblem(null);
    const all = standing?.renamed ?? [];
    for (const [i, { id, name }] of all.entries()) {
      setGoing({ done: i, of: all.length });
      const done = await act('certificate.replace', {
        courseId,
        certificateId: id,
        why: `Issued anew in the name of ${name}`,
      });
      if (!done.ok) setProblem(done.problem.sentence);
    }
    setGoing(null);
    await look();
    router.refresh();
  };
  const file = (as: 'pdf' | 'zip', cohort = '') =>
    `/api/course/${courseId}/certificates/file?as=${as}${cohort && `&cohort=${cohort}`}`;
  const busy = going !== null;
  return (
    <section className={styles.issue} aria-label="Issue and take out">
      {standing && standing.waiting.length > 0 && (
        <p>
          <b>{counted(standing.waiting.length, 'learner')}</b> {standing.waiting.length === 1 ? 'has' : 'have'} earned
          the certificate and {standing.waiting.length === 1 ? 'has' : 'have'} none.{' '}
          <Button
            size="compact-sm"
            disabled={busy}
            onClick={() =>
              issue(
                standing.waiting.map((one) => one.learnerId),
                '',
              )
            }
          >
            Issue {standing.waiting.length === 1 ? 'it' : `all ${standing.waiting.length}`}
          </Button>
        </p>
      )}
      {standing && standing.renamed.length > 0 && (
        <p>
          {counted(standing.renamed.length, 'holder')} {standing.renamed.length === 1 ? 'has' : 'have'} another name
          now:{' '}
          {standing.renamed.slice(0, 5).map(({ id, holder, name }) => (
            <span key={id}>
              <bdi>{holder}</bdi> is <bdi>{name}</bdi>.{' '}
            </span>
          ))}
          <Button size="compact-sm" variant="default" disabled={busy} onClick={replace}>
            Issue anew; the old numbers lead to the new ones
          </Button>
        </p>
      )}
      {going && (
        <div className={styles.progress}>
          <Progress
            value={(100 * going.done) / Math.max(1, going.of)}
            aria-label={`${going.done} of ${going.of}`}
            transitionDuration={0}
          />
          <span role="status">
            {going.done} of {going.of}
          </span>
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => {
              stopped.current = true;
            }}
          >
            Stop after these
          </Button>
        </div>
      )}
      {said && <p role="status">{said}</p>}
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      {held.length > 0 && (
        <ul role="alert" className={styles.problem}>
          {held.map(({ learnerId, name, sentence }) => (
            <li key={learnerId}>
              <bdi>{name}</bdi>: {sentence}
            </li>
          ))}
        </ul>
      )}
      <details>
        <summary>Issue by hand to several, or take all out as a file</summary>
        <div className={styles.byHand}>
          <MultiSelect
            label="To whom"
            searchable
            data={(standing?.others ?? []).map(({ learnerId, name }) => ({ value: learnerId, label: name }))}
            value={chosen}
            onChange={setChosen}
          />
          <TextInput label="Why" maxLength={500} value={why} onChange={(event) => setWhy(event.currentTarget.value)} />
          <Button disabled={busy || chosen.length === 0 || why.trim() === ''} onClick={() => issue(chosen, why)}>
            Issue {counted(chosen.length, 'certificate')}
          </Button>
        </div>
        {count > 0 && (
          <p>
            All that hold: <Anchor href={file('pdf')}>one PDF</Anchor>, <Anchor href={file('zip')}>an archive</Anchor>.{' '}
            {cohorts.map(({ id, name }) => (
              <span key={id}>
                <bdi>{name}</bdi>: <Anchor href={file('pdf', id)}>one PDF</Anchor>,{' '}
                <Anchor href={file('zip', id)}>an archive</Anchor>.{' '}
              </span>
            ))}
          </p>
        )}
      </details>
    </section>
  );
}
