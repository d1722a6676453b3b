'use client';
import { ProgressSquares } from '@/ui/progress/ProgressSquares';
import { LearnerTable, type LearnerTableProps } from './LearnerTable';

const head = ['Cohort', 'Starts', 'Lessons done', 'Next', 'Complete'];

/** Who is where: a row of squares for each learner. */
export function ProgressTable(props: LearnerTableProps) {
  return (
    <LearnerTable
      {...props}
      label="Progress"
      head={head.map((name) => (
        <th key={name} scope="col">
          {name}
        </th>
      ))}
      cells={(row) => (
        <>
          <td>{row.cohort ?? 'alone'}</td>
          <td>{row.started}</td>
          <td>
            <ProgressSquares squares={row.squares} />
          </td>
          <td>
            {row.hasStarted
              ? (row.next ?? (row.complete ? 'nothing more' : 'waits for the next part'))
              : 'has not begun'}
          </td>
          <td>{[row.complete || row.certificate ? 'yes' : 'not yet', row.certificate ?? []].flat().join(', ')}</td>
        </>
      )}
    />
  );
}
