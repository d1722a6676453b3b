import styles from './progress.module.css';

export type SquareState = 'closed' | 'empty' | 'begun' | 'done';

/** A learner's way through a course: one square a lesson. Empty, half filled, filled, or dotted while closed. */
export function ProgressSquares({ squares }: { readonly squares: readonly SquareState[] }) {
  const done = squares.filter((square) => square === 'done').length;
  return (
    <span className={styles.squares}>
      {squares.map((square, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the place is the identity
        <i key={i} data-state={square} aria-hidden="true" />
      ))}
      <span className={styles.count}>
        {done} of {squares.length}
      </span>
    </span>
  );
}
