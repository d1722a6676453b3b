'use client';
import { Button, Kbd, Textarea, TextInput } from '@mantine/core';
import { IconFile, IconX } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { pointsText } from '@/core/kernel/exact';
import type { Problem } from '@/core/kernel/problem';
import { Mark } from '@/ui/frame/Mark';
import { useReady } from '@/ui/plain/useReady';
import styles from '../marking.module.css';
import { FileView } from './FileView';

export type Work = {
  readonly id: string;
  readonly title: string;
  readonly course: string;
  readonly learner: string;
  readonly handedIn: string;
  readonly isLate: boolean;
  readonly text: string;
  readonly files: readonly { readonly hash: string; readonly name: string; readonly contentType: string }[];
  readonly state: 'open' | 'marked';
  readonly points: number | null;
  readonly remark: string;
  readonly of: number;
  readonly pass: number;
};
type Props = {
  readonly work: Work;
  /** Some of the work of the assignment, around this one. */
  readonly queue: readonly { readonly id: string; readonly done: boolean }[];
  readonly counts: { readonly marked: number; readonly all: number };
  readonly nextId: string | null;
  readonly task: ReactNode;
};

const keepAfterMs = 900;
const keptText = { yes: 'Kept. The learner sees nothing until you finish.', keeping: 'Keeping…', no: 'Not kept yet' };

/** The work on the left, the mark on the right. What is typed is kept as it is typed. */
export function Desk({ work, queue, counts, nextId, task }: Props) {
  const ready = useReady();
  const router = useRouter();
  const [points, setPoints] = useState(work.points === null ? '' : pointsText(work.points));
  const [remark, setRemark] = useState(work.remark);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [kept, setKept] = useState<'yes' | 'no' | 'keeping'>('yes');
  const [busy, setBusy] = useState(false);

  const parsed = useCallback((): number | null | 'wrong' => {
    const plain = points.trim().replace(',', '.');
    if (plain === '') return null;
    return /^\d+(\.\d{1,3})?$/.test(plain) ? Math.round(Number(plain) * 1000) : 'wrong';
  }, [points]);

  const save = useCallback(
    async (finish: boolean): Promise<boolean> => {
      const value = parsed();
      if (value === 'wrong') {
        setProblem({
          code: 'invalid',
          field: 'points',
          sentence: 'Write the points as a number with at most three decimals.',
        });
        return false;
      }
      setKept('keeping');
      const done = await act('marking.mark', { handInId: work.id, points: value, remark, finish });
      setKept(done.ok ? 'yes' : 'no');
      setProblem(done.ok ? null : done.problem);
      return done.ok;
    },
    [parsed, remark, work.id],
  );

  // Typing is kept by itself, as long as the learner has not seen a finished mark.
  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    setKept('no');
    if (work.state === 'marked') return;
    const timer = setTimeout(() => save(false), keepAfterMs);
    return () => clearTimeout(timer);
  }, [save, work.state]);

  const finish = async () => {
    setBusy(true);
    const done = await save(true);
    setBusy(false);
    if (!done) return;
    router.push(nextId ? `/marking/${nextId}` : '/marking');
    router.refresh();
  };
  const leave = async () => {
    if (kept === 'no' && work.state === 'open' && !(await save(false))) return;
    router.push('/marking');
    router.refresh();
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') {
        event.preventDefault();
        finish();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <div className={styles.desk}>
      <header className={styles.deskBar}>
        <Mark />
        <b>Marking desk</b>
        <span className={styles.where}>
          {work.title} · {work.course}
        </span>
        <span className={styles.counter}>
          {counts.marked} of {counts.all} marked
        </span>
        <Button variant="default" size="xs" leftSection={<IconX size={14} />} onClick={leave}>
          Leave, keep place
        </Button>
      </header>
      <main className={styles.work}>
        <article className={styles.sheet}>
          <p className={styles.quiet}>
            <bdi>{work.learner}</bdi> · handed in {work.handedIn}
            {work.isLate && <span className={styles.late}>late</span>}
          </p>
          {work.text.trim() ? (
            <div className={styles.text}>{work.text}</div>
          ) : (
            <p className={styles.quiet}>No text was handed in.</p>
          )}
          {work.files.map((file) => (
            <FileView
              key={file.hash}
              address={`/handed-in/${work.id}/${file.hash}`}
              name={file.name}
              contentType={file.contentType}
              icon={<IconFile size={16} aria-hidden="true" />}
            />
          ))}
        </article>
      </main>
      <aside className={styles.marks} aria-label="Marks">
        <h1 className={styles.total}>
          Marks
          <span>
            <b>{points.trim() || '–'}</b> of {pointsText(work.of)}
            {work.pass > 0 && ` · pass at ${pointsText(work.pass)}`}
          </span>
        </h1>
        <TextInput
          readOnly={!ready}
          label={`Points of ${pointsText(work.of)}`}
          inputMode="decimal"
          value={points}
          onChange={(event) => setPoints(event.currentTarget.value)}
          error={problem?.field === 'points' ? problem.sentence : null}
          data-autofocus
        />
        <Textarea
          readOnly={!ready}
          label="Remark to the learner"
          autosize
          minRows={6}
          maxRows={18}
          value={remark}
          onChange={(event) => setRemark(event.currentTarget.value)}
          error={problem?.field === 'remark' ? problem.sentence : null}
        />
        {problem && problem.field !== 'points' && problem.field !== 'remark' && (
          <p role="alert" className={styles.problem}>
            {problem.sentence}
          </p>
        )}
        <details className={styles.task}>
          <summary>What was asked</summary>
          {task}
        </details>
        <p className={styles.quiet} role="status">
          {work.state === 'marked'
            ? 'The learner has seen this mark. Finishing again changes it; the earlier one is kept in the history.'
            : keptText[kept]}
        </p>
        <div className={styles.finish}>
          <Button variant="default" onClick={leave}>
            Keep for later
          </Button>
          <Button onClick={finish} loading={busy} rightSection={<Kbd size="xs">Ctrl Enter</Kbd>}>
            {nextId ? 'Done, next' : 'Done'}
          </Button>
        </div>
        <nav className={styles.queue} aria-label="Work in this assignment">
          {queue.map((one, i) => (
            <Link
              key={one.id}
              href={`/marking/${one.id}`}
              data-done={one.done || undefined}
              aria-current={one.id === work.id ? 'page' : undefined}
              aria-label={`Work ${i + 1}, ${one.done ? 'marked' : 'waiting'}`}
            />
          ))}
        </nav>
      </aside>
    </div>
  );
}
