import { Button, Kbd } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { Link } from '@/ui/frame/Link';
import { Mark } from '@/ui/frame/Mark';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../marking.module.css';
import type { Keeping } from './use-keeping';

/** Where a piece of work stands among the others of its lesson. */
export type Among = {
  /** Some of them, around this one. */
  readonly queue: readonly { readonly href: string; readonly done: boolean; readonly isHere: boolean }[];
  readonly counts: { readonly marked: number; readonly all: number };
  readonly nextHref: string | null;
};

type Props = {
  readonly where: string;
  readonly among: Among;
  readonly isMarked: boolean;
  readonly keeping: Keeping;
  /** Fields whose problems stand beside them. */
  readonly fields: readonly string[];
  readonly work: ReactNode;
  readonly children: ReactNode;
};

const keptText = { yes: 'Kept. The learner sees nothing until you finish.', keeping: 'Keeping…', no: 'Not kept yet' };

/** The desk: the work on the left, its marks on the right, and the way on. */
export function DeskFrame({ where, among, isMarked, keeping, fields, work, children }: Props) {
  const { queue, counts, nextHref } = among;
  const { problem, kept, busy, finish, leave } = keeping;
  return (
    <div className={styles.desk}>
      <header className={styles.deskBar}>
        <Mark />
        <b>Marking desk</b>
        <span className={styles.where}>{where}</span>
        <span className={styles.counter}>
          {counts.marked} of {counts.all} marked
        </span>
        <Button variant="default" size="xs" leftSection={<IconX size={14} />} onClick={leave}>
          Leave, keep place
        </Button>
      </header>
      <main className={styles.work}>{work}</main>
      <aside className={styles.marks} aria-label="Marks">
        {children}
        {problem && !fields.includes(problem.field ?? '') && (
          <p role="alert" className={wordStyles.problem}>
            {problem.sentence}
          </p>
        )}
        <p className={styles.quiet} role="status">
          {isMarked
            ? 'The learner has seen this mark. Finishing again changes it; the earlier one is kept in the history.'
            : keptText[kept]}
        </p>
        <div className={styles.finish}>
          <Button variant="default" onClick={leave}>
            Keep for later
          </Button>
          <Button onClick={finish} loading={busy} rightSection={<Kbd size="xs">Ctrl Enter</Kbd>}>
            {nextHref ? 'Done, next' : 'Done'}
          </Button>
        </div>
        <nav className={styles.queue} aria-label="Work for this lesson">
          {queue.map(({ href, done, isHere }, i) => (
            <Link
              key={href}
              href={href}
              data-done={done || undefined}
              aria-current={isHere ? 'page' : undefined}
              aria-label={`Work ${i + 1}, ${done ? 'marked' : 'waiting'}`}
            />
          ))}
        </nav>
      </aside>
    </div>
  );
}
