'use client';
import { Alert, TableTd, TableTh, TableTr } from '@mantine/core';
import { cellText, mostShown, type PlanShown } from '@/core/exchange';
import { numberText } from '@/core/kernel/locale';
import { counted } from '@/core/kernel/words';
import { DataTable } from '@/ui/table/DataTable';
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
        {plan.same > 0 && `, ${numberText(plan.same)} as they are already`}
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
            {faults.length > mostShown && <li>and {numberText(faults.length - mostShown)} more.</li>}
          </ul>
        </Alert>
      )}
      {(changes.length > 0 || added.length > 0) && (
        <div className={styles.changes}>
          <DataTable names={['Course', 'What', 'Column', 'Now', 'Then']} stickyHeader>
            {added.map((lesson) => (
              <TableTr key={`new/${lesson.line}`}>
                <TableTd dir="auto">{lesson.course}</TableTd>
                <TableTh scope="row" dir="auto">
                  {lesson.title}
                </TableTh>
                <TableTd>new</TableTd>
                <TableTd>–</TableTd>
                <TableTd>in {lesson.section}</TableTd>
              </TableTr>
            ))}
            {changes.map(({ id, course, title, column, before, after }) => (
              <TableTr key={id}>
                <TableTd dir="auto">{course}</TableTd>
                <TableTh scope="row" dir="auto">
                  {title}
                </TableTh>
                <TableTd>{column}</TableTd>
                <TableTd>{cellText(before) || '–'}</TableTd>
                <TableTd>{cellText(after) || '–'}</TableTd>
              </TableTr>
            ))}
          </DataTable>
          {cells + lessons > changes.length + added.length && <p>The first {mostShown} are shown.</p>}
        </div>
      )}
    </div>
  );
}
