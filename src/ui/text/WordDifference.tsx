import type { Piece } from '@/core/kernel/word-difference';
import styles from './word-difference.module.css';

/** Words that went out and came in, marked where they stand; of one `side` only, what is on it. */
export function WordDifference({ pieces, side }: { readonly pieces: readonly Piece[]; readonly side?: 'was' | 'is' }) {
  const left = { was: 'in', is: 'out' } as const;
  return (
    <p className={styles.words} dir="auto">
      {pieces
        .filter(({ how }) => side === undefined || how !== left[side])
        .map(({ how, words }, i) => {
          const Mark = ({ same: 'span', out: 'del', in: 'ins' } as const)[how];
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces have no name but their place
          return <Mark key={i}>{words}</Mark>;
        })}
    </p>
  );
}
