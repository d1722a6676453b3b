'use client';
import { ProgressSquares } from '@/ui/progress/ProgressSquares';
import type { RunRow } from './rows';
import styles from './run.module.css';

type Props = { readonly rows: readonly RunRow[]; readonly selectedId: string | null; readonly onSelect: (id: string) => void };

/** Who is where: a row of squares for each learner. */
export function ProgressTable({ rows, selectedId, onSelect }: Props) {
  return (
    <section className={styles.scroll} aria-label="Progress" tabIndex={0}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col" className={styles.sticky}>
              Learner
            </th>
            <th scope="col">Cohort</th>
            <th scope="col">Starts</th>
            <th scope="col">Lessons done</th>
            <th scope="col">Next</th>
            <th scope="col">Complete</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.learnerId} data-selected={row.learnerId === selectedId || undefined}>
              <th scope="row" className={styles.sticky}>
                <button type="button" className={styles.person} onClick={() => onSelect(row.learnerId)}>
                  <bdi>{row.name}</bdi>
                </button>
              </th>
              <td>{row.cohort ?? 'alone'}</td>
              <td>{row.started}</td>
              <td>
                <ProgressSquares squares={row.squares} />
              </td>
              <td>{row.hasStarted ? (row.next ?? (row.complete ? 'nothing more' : 'waits for the next part')) : 'has not begun'}</td>
              <td>{row.certificate ? `yes, ${row.certificate}` : row.complete ? 'yes' : 'not yet'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
