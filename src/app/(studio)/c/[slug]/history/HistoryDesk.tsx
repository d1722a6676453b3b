'use client';
import { Badge, Button, Modal, TableTd, TableTr } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconHistory } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { dateTimeText, type Names, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { EditionRow, HistoryRow } from '@/server/outline';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { useDesk } from '../_course/CourseProvider';
import { EditionPreview, useEditionPreview } from '../_course/EditionPreview';
import { tellUndoable } from '../_course/undo-notice';
import { useFreshPage } from '../_course/use-fresh-page';
import { Workbench } from '../_course/Workbench';
import styles from './history.module.css';

const when = (at: string, names: Names) => dateTimeText(Temporal.Instant.from(at.replace(' ', 'T')), names);
const pageSize = 100;

/** Every edition, every step of the working copy, and the way back to any of them. */
export function HistoryDesk({
  editions,
  steps: first,
  names,
}: {
  readonly editions: readonly EditionRow[];
  readonly steps: readonly HistoryRow[];
  readonly names: Names;
}) {
  const { store, head } = useDesk();
  const revision = useFreshPage();
  const router = useRouter();
  const [older, setOlder] = useState<readonly HistoryRow[]>([]);
  const [ended, setEnded] = useState(first.length < pageSize);
  const [back, setBack] = useState<HistoryRow | null>(null);
  const [live, setLive] = useState<EditionRow | null>(null);
  const [busy, setBusy] = useState(false);
  const preview = useEditionPreview(head.id, live?.id ?? null, live !== null);

  const newest = first[0]?.id ?? '';
  const steps = [...first, ...older.filter((row) => row.id < (first.at(-1)?.id ?? newest))];
  const more = async () => {
    const answer = await fetch(`/api/course/${head.id}/history?before=${steps.at(-1)?.id ?? ''}`).catch(() => null);
    if (!answer?.ok)
      return notifications.show({
        color: 'brick',
        message: 'The history could not be loaded. Check the connection and try again.',
      });
    const rows = (await answer.json()) as HistoryRow[];
    setEnded(rows.length < pageSize);
    setOlder([...older, ...rows]);
  };
  const undoneBy = (row: HistoryRow) =>
    steps.filter((one) => one.revision !== null && row.revision !== null && one.revision > row.revision);
  const goBack = async () => {
    if (!back || back.revision === null) return;
    setBusy(true);
    await store.saved();
    const done = await store.step('outline.go-back', { revision: back.revision, known: store.get().revision });
    setBusy(false);
    setBack(null);
    if (!done.ok) return;
    tellUndoable(store, 'The working copy is as it was then.');
    router.refresh();
  };
  const makeLive = async () => {
    if (!live) return;
    setBusy(true);
    const done = await act<{ number: number }>('course.make-live', { courseId: head.id, editionId: live.id });
    setBusy(false);
    if (!done.ok) return notifications.show({ color: 'brick', message: done.problem.sentence });
    notifications.show({
      color: 'malachite',
      title: `Edition ${done.value.number} is live again`,
      message: 'Learners see it from now on. The working copy stays as it is.',
    });
    setLive(null);
    router.refresh();
  };

  return (
    <Workbench
      label="Editions"
      inspector={
        <section className={styles.editions} aria-label="Editions">
          <h2>Editions</h2>
          {editions.length === 0 && <p className={wordStyles.quiet}>None yet. Publishing makes the first one.</p>}
          <ol>
            {editions.map((edition) => (
              <li key={edition.id} data-live={edition.live || undefined}>
                <div className={styles.editionHead}>
                  <b>Edition {edition.number}</b>
                  {edition.live ? (
                    <Badge color="malachite" variant="light">
                      live
                    </Badge>
                  ) : (
                    <Button size="compact-xs" variant="default" onClick={() => setLive(edition)}>
                      Make live again
                    </Button>
                  )}
                </div>
                <p className={wordStyles.quiet}>
                  {when(edition.at, names)}, {edition.by}
                </p>
                {edition.differences.length > 0 && (
                  <details>
                    <summary>{counted(edition.differences.length, 'change')}</summary>
                    <ul>
                      {edition.differences.map((difference) => (
                        <li key={difference.sentence}>{difference.sentence}</li>
                      ))}
                    </ul>
                  </details>
                )}
              </li>
            ))}
          </ol>
        </section>
      }
    >
      <div className={styles.page}>
        <h2>
          <IconHistory size={20} stroke={1.75} aria-hidden="true" /> What was done
        </h2>
        {steps.length === 0 && <p className={wordStyles.quiet}>Nothing yet.</p>}
        <DataTable names={['When', 'Who', 'What', 'Back']} unseenHead className={styles.steps}>
          {steps.map((row) => (
            <TableTr key={row.id}>
              <TableTd>{when(row.at, names)}</TableTd>
              <TableTd dir="auto">{row.by}</TableTd>
              <TableTd>{row.sentence}</TableTd>
              <TableTd>
                {row.revision !== null && row.revision < revision && (
                  <Button
                    size="compact-xs"
                    variant="default"
                    onClick={() => setBack(row)}
                    aria-label={`Go back to after "${row.sentence}"`}
                  >
                    Back to here
                  </Button>
                )}
                {row.revision !== null && row.revision === revision && <span className={wordStyles.quiet}>now</span>}
              </TableTd>
            </TableTr>
          ))}
        </DataTable>
        {!ended && (
          <Button variant="default" onClick={more}>
            Show earlier steps
          </Button>
        )}
      </div>
      <Modal
        opened={back !== null}
        onClose={() => setBack(null)}
        title={<b>Go back to this step</b>}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        {back && (
          <>
            <p>
              The working copy becomes what it was after "{back.sentence}" ({when(back.at, names)}).{' '}
              {counted(undoneBy(back).length, 'later step')}
              {undoneBy(back).length === 1 ? ' is' : ' are'} taken back, also those of others. Learners see nothing of
              it before you publish, and it can be undone.
            </p>
            <ul className={styles.undone}>
              {undoneBy(back)
                .slice(0, 12)
                .map((row) => (
                  <li key={row.id}>
                    {row.sentence}, {row.by}
                  </li>
                ))}
            </ul>
            <div className={styles.decide}>
              <Button variant="default" onClick={() => setBack(null)}>
                Not now
              </Button>
              <Button onClick={goBack} loading={busy}>
                Go back
              </Button>
            </div>
          </>
        )}
      </Modal>
      <Modal
        opened={live !== null}
        onClose={() => setLive(null)}
        size="xl"
        title={<b>Make edition {live?.number} live again</b>}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        <p>
          Learners go back to this edition at once. Nothing they did is lost: work and sittings stay with the edition
          they were made on.
        </p>
        <EditionPreview preview={preview} live />
        <div className={styles.decide}>
          <Button variant="default" onClick={() => setLive(null)}>
            Not now
          </Button>
          <Button onClick={makeLive} loading={busy} disabled={preview === null}>
            Make edition {live?.number} live
          </Button>
        </div>
      </Modal>
    </Workbench>
  );
}
