import { Button, FileButton, Modal } from '@mantine/core';
import { useState } from 'react';
import { act, send } from '@/app/_client/act';
import { entryText, type GradePlan, type Meant } from '@/core/gradebook';
import { counted } from '@/core/kernel/words';
import styles from './grades.module.css';

type Read = {
  readonly head: readonly string[];
  readonly note: string | null;
  readonly meant: readonly Meant[];
  readonly plan: GradePlan;
};
type Props = { readonly courseId: string; readonly reason: string; onDone(): void };

/** How many changes and faults are shown. */
const mostShown = 200;

/** Grades from a file: what it would change is shown before anything is, and it is all done or nothing of it. */
export function ImportGrades({ courseId, reason, onDone }: Props) {
  const [read, setRead] = useState<Read | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const load = async (file: File | null) => {
    if (!file) return;
    const plan = await send<Read>(`/api/course/${courseId}/grades/plan`, file);
    setProblem(plan.ok ? null : plan.problem.sentence);
    if (plan.ok) setRead(plan.value);
  };
  const enter = async () => {
    if (!read) return;
    setBusy(true);
    const entries = read.plan.changes.map(({ learnerId, itemId, entered }) => ({ learnerId, itemId, ...entered }));
    const done = await act('gradebook.enter', { courseId, reason, entries });
    setBusy(false);
    setProblem(done.ok ? null : done.problem.sentence);
    if (!done.ok) return;
    setRead(null);
    onDone();
  };
  const unused = read?.head.filter((_, i) => read.meant[i] === null) ?? [];
  return (
    <>
      <FileButton accept=".csv,.xlsx,.tsv,.txt" onChange={load}>
        {(props) => (
          <Button {...props} size="compact-sm" variant="default">
            Bring in a file
          </Button>
        )}
      </FileButton>
      {problem && !read && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      <Modal opened={read !== null} onClose={() => setRead(null)} size="lg" title="What this file changes">
        {read && (
          <>
            <p>
              {counted(read.plan.changes.length, 'grade changes', 'grades change')}, {read.plan.same} stand there
              already.
              {unused.length > 0 && ` Columns that are not used: ${unused.join(', ')}.`}
              {read.note && ` ${read.note}`}
            </p>
            {read.plan.faults.length > 0 && (
              <ul className={styles.faults} aria-label="What is wrong">
                {read.plan.faults.slice(0, mostShown).map(({ sentence }) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            )}
            <div className={styles.planned}>
              <table>
                <thead>
                  <tr>
                    <th scope="col">Learner</th>
                    <th scope="col">Item</th>
                    <th scope="col">Now by hand</th>
                    <th scope="col">Becomes</th>
                  </tr>
                </thead>
                <tbody>
                  {read.plan.changes.slice(0, mostShown).map((one) => (
                    <tr key={`${one.learnerId}/${one.itemId}`}>
                      <th scope="row">
                        <bdi>{one.name}</bdi>
                      </th>
                      <td>{one.itemTitle}</td>
                      <td>{one.before || '–'}</td>
                      <td>{entryText(one.entered)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            {problem && (
              <p role="alert" className={styles.problem}>
                {problem}
              </p>
            )}
            <p className={styles.quiet}>Reason kept with each: {reason || 'say one above the table first'}.</p>
            <Button
              loading={busy}
              disabled={read.plan.changes.length === 0 || read.plan.faults.length > 0 || reason.trim() === ''}
              onClick={enter}
            >
              Enter {counted(read.plan.changes.length, 'grade')}
            </Button>
            {read.plan.faults.length > 0 && (
              <p className={styles.quiet}>
                Put right what is wrong in the file, and bring it in again: nothing is entered by halves.
              </p>
            )}
          </>
        )}
      </Modal>
    </>
  );
}
