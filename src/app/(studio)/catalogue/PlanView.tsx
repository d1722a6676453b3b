'use client';
import { Alert } from '@mantine/core';
import { type BulkPlan, cellText } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import { TableHead } from '@/ui/table/TableHead';
import styles from './catalogue.module.css';

const shown = 200;

/** Every change with what was and what becomes, everything new, and every fault with its reason. */
export function PlanView({ plan }: { readonly plan: BulkPlan }) {
  const { changes, added, faults } = plan;
  return (
    <div className={styles.plan}>
      <p role="status">
        <b>{counted(changes.length, 'cell')}</b> to change in {counted(new Set(changes.map((change) => change.row.id)).size, 'row')}
        {added.length > 0 && (
          <>
            , <b>{counted(added.length, 'lesson')}</b> to add
          </>
        )}
        {plan.same > 0 && `, ${plan.same.toLocaleString('en-GB')} as they are already`}
        {faults.length > 0 && `, ${counted(faults.length, 'fault')}`}.
      </p>
      {faults.length > 0 && (
        <Alert color="brick" variant="light" title="Nothing is done while there are faults" role="alert">
          <ul className={styles.faults}>
            {faults.slice(0, shown).map((fault) => (
              <li key={`${fault.line}/${fault.sentence}`}>
                <b>Line {fault.line}</b> {fault.sentence}
              </li>
            ))}
            {faults.length > shown && <li>and {(faults.length - shown).toLocaleString('en-GB')} more.</li>}
          </ul>
        </Alert>
      )}
      {(changes.length > 0 || added.length > 0) && (
        <div className={styles.changes}>
          <table>
            <TableHead names={['Course', 'What', 'Column', 'Now', 'Then']} />
            <tbody>
              {added.slice(0, shown).map((lesson) => (
                <tr key={`new/${lesson.line}`}>
                  <td dir="auto">{lesson.course}</td>
                  <th scope="row" dir="auto">
                    {lesson.title}
                  </th>
                  <td>new</td>
                  <td>–</td>
                  <td>in {lesson.section}</td>
                </tr>
              ))}
              {changes.slice(0, shown).map(({ row, column, before, after }) => (
                <tr key={`${row.id}/${column.key}`}>
                  <td dir="auto">{cellText(row.cells.course ?? row.cells.title)}</td>
                  <th scope="row" dir="auto">
                    {cellText(row.cells.title)}
                  </th>
                  <td>{column.name}</td>
                  <td>{cellText(before) || '–'}</td>
                  <td>{cellText(after) || '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {changes.length + added.length > shown && <p>The first {shown} are shown.</p>}
        </div>
      )}
    </div>
  );
}
