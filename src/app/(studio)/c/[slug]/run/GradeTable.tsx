'use client';
import { pointsText } from '@/core/kernel/exact';
import { Tile } from '@/ui/tile/Tile';
import type { GradeCell, GradeColumn, RunRow } from './rows';
import styles from './run.module.css';

type Props = {
  readonly rows: readonly RunRow[];
  readonly columns: readonly GradeColumn[];
  readonly selectedId: string | null;
  readonly onSelect: (id: string) => void;
};

const cellText = (cell: GradeCell) =>
  cell.state === 'points' ? cell.points : cell.state === 'waiting' ? 'to mark' : cell.state === 'excused' ? 'excused' : '–';

/** Learners by items. A row opens the learner's sheet with the sum written out. */
export function GradeTable({ rows, columns, selectedId, onSelect }: Props) {
  return (
    <section className={styles.scroll} aria-label="Gradebook" tabIndex={0}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col" className={styles.sticky}>
              Learner
            </th>
            <th scope="col">Grade</th>
            {columns.map((column) => (
              <th key={column.id} scope="col" title={column.title}>
                <span className={styles.columnHead}>
                  <Tile kind={column.kind} fill="ready" settle={0} look={0} />
                  <span className={styles.columnTitle}>
                    {column.number} {column.title}
                  </span>
                </span>
                <span className={styles.quiet}>
                  of {pointsText(column.of)} · weight {column.weight}
                </span>
              </th>
            ))}
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
              <td>
                <b>{row.grade}</b>
              </td>
              {row.cells.map((cell) => (
                <td key={cell.id} data-state={cell.state} data-failed={cell.passed === false && cell.state === 'points' ? true : undefined} title={cell.why}>
                  {cellText(cell)}
                  {cell.decision?.kind === 'points' && <span title={cell.decision.reason}> ✎</span>}
                  {cell.passed === false && cell.state === 'points' && <span className="visually-hidden"> (not passed)</span>}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
