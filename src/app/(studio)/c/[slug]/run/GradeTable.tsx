'use client';
import { pointsText } from '@/core/kernel/exact';
import { Tile } from '@/ui/tile/Tile';
import { LearnerTable, type LearnerTableProps } from './LearnerTable';
import type { GradeCell, GradeColumn } from './rows';
import styles from './run.module.css';

const cellText = ({ state, points }: GradeCell) =>
  ({ points, waiting: 'to mark', excused: 'excused', missing: '–', hidden: '–' })[state];

/** Learners by items. A row opens the learner's sheet with the sum written out. */
export function GradeTable({ columns, ...props }: LearnerTableProps & { readonly columns: readonly GradeColumn[] }) {
  return (
    <LearnerTable
      {...props}
      label="Gradebook"
      head={
        <>
          <th scope="col">Grade</th>
          {columns.map((column) => (
            <th key={column.id} scope="col" title={column.title}>
              <span className={styles.columnHead}>
                {column.kind && <Tile kind={column.kind} fill="ready" settle={0} look={0} />}
                <span className={styles.columnTitle}>
                  {column.number} {column.title}
                </span>
              </span>
              <span className={styles.quiet}>
                of {pointsText(column.of)} · weight {column.weight}
              </span>
            </th>
          ))}
        </>
      }
      cells={(row) => (
        <>
          <td>
            <b>{row.grade}</b>
          </td>
          {row.cells.map((cell) => {
            const failed = cell.passed === false && cell.state === 'points';
            return (
              <td key={cell.id} data-state={cell.state} data-failed={failed || undefined} title={cell.why}>
                {cellText(cell)}
                {cell.decision?.kind === 'points' && <span title={cell.decision.reason}> ✎</span>}
                {failed && <span className="visually-hidden"> (not passed)</span>}
              </td>
            );
          })}
        </>
      )}
    />
  );
}
