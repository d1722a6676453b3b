'use client';
import type { OnPage } from '@/core/marking';
import { DrawnThing } from './DrawnShape';
import { type PageSize, type Turn, turnedSize, turnTransform } from './page';
import styles from './pages.module.css';

type Props = { readonly drawn: readonly OnPage[]; readonly size: PageSize; readonly turn?: Turn };

/** What is drawn on one page, to be looked at. */
export function DrawnLayer({ drawn, size, turn = 0 }: Props) {
  const seen = turnedSize(size, turn);
  return (
    <svg className={styles.layer} viewBox={`0 0 ${seen.width} ${seen.height}`} role="group" aria-label="Drawn marks">
      <g transform={turnTransform(size, turn)}>
        {drawn.map((one) => (
          <DrawnThing key={one.id} one={one} />
        ))}
      </g>
    </svg>
  );
}
