import { TableTd, TableTh, TableTr } from '@mantine/core';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { FollowedRow } from '@/server/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { useCourse } from '../../_course/CourseProvider';
import styles from '../assess.module.css';

/** What has followed so far. */
export function FollowedTable({ rows }: { readonly rows: readonly FollowedRow[] }) {
  const { zone } = useCourse();
  if (rows.length === 0) return <p className={wordStyles.quiet}>Nothing has followed yet.</p>;
  return (
    <section className={styles.question} aria-label="What has followed">
      <h2>What has followed</h2>
      <DataTable names={['Learner', 'What', 'When']}>
        {rows.map((row) => (
          <TableTr key={`${row.name} ${row.said} ${row.at}`}>
            <TableTh scope="row">
              <bdi>{row.name}</bdi> <span className={wordStyles.quiet}>sitting {row.number}</span>
            </TableTh>
            <TableTd>
              {row.said}
              {row.problem && <span className={wordStyles.look}> {row.problem}</span>}
            </TableTd>
            <TableTd>{dateTimeText(Temporal.Instant.from(row.at), namesIn(zone))}</TableTd>
          </TableTr>
        ))}
      </DataTable>
    </section>
  );
}
