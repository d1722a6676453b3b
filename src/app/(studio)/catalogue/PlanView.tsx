'use client';
import { Alert } from '@mantine/core';
import { cellText, mostShown, type PlanShown } from '@/core/exchange';
import { counted } from '@/core/kernel/words';
import { TableHead } from '@/ui/table/TableHead';
import styles from './catalogue.module.css';

/** Every change with what was and what becomes, everything new, and every fault with its reason. */
export function PlanView({ plan }: { readonly plan: PlanShown }) {
  const { cells, lessons, changes, added, faults } = plan;
  return (
    <div className={styles.plan}>
      <p role="status">
        <b>{counted(cells, 'cell')}</b> to change in {counted(plan.rows, 'row')}
        {lessons > 0 && (
          <>
            , <b>{counted(lessons, 'lesson')}</b> to add
          </>
        )}
        {plan.same > 0 && `, ${plan.same.toLocaleString('en-GB')} as they are already`}
        {faults.length > 0 && `, ${counted(faults.length, 'fault')}`}.
      </p>
      {faults.length > 0 && (
        <Alert color="brick" variant="light" title="Nothing is done while there are faults" role="alert">
          <ul className={styles.faults}>
            {faults.slice(0, mostShown).map((fault) => (
              <li key={`${fault.line}/${fault.sentence}`}>
                <b>Line {fault.line}</b> {fault.sentence}
              </li>
            ))}
            {faults.length > mostShown && <li>and {(faults.length - mostShown).toLocaleString('en-GB')} more.</li>}
          </ul>
        </Alert>
      )}
      {(changes.length > 0 || added.length > 0) && (
        <div className={styles.changes}>
          <table>
            <TableHead names={['Course', 'What', 'Column', 'Now', 'Then']} />
            <tbody>
              {added.map((lesson) => (
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
              {changes.map(({ id, course, title, column, before, after }) => (
                <tr key={id}>
                  <td dir="auto">{course}</td>
                  <th scope="row" dir="auto">
                    {title}
                  </th>
                  <td>{column}</td>
                  <td>{cellText(before) || '–'}</td>
                  <td>{cellText(after) || '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {cells + lessons > changes.length + added.length && <p>The first {mostShown} are shown.</p>}
        </div>
      )}
    </div>
  );
}
