'use client';
import { Button } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useDesk } from '../../_course/CourseProvider';
import planStyles from '../plan.module.css';
import styles from './in-out.module.css';

const forms = [
  { as: 'lines', name: 'Indented text' },
  { as: 'markdown', name: 'Markdown, with the texts' },
  { as: 'opml', name: 'OPML' },
  { as: 'csv', name: 'CSV' },
] as const;

export function TakeOut() {
  const { head, rows } = useDesk();
  return (
    <section className={planStyles.sheet} aria-label="Take the outline out">
      <h2>Take the outline out</h2>
      {rows.length === 0 ? (
        <p className={planStyles.quiet}>There is nothing to take out yet.</p>
      ) : (
        <div className={styles.row}>
          {forms.map(({ as, name }) => (
            <Button
              key={as}
              component="a"
              href={`/api/course/${head.id}/outline?as=${as}`}
              download
              variant="default"
              leftSection={<IconDownload size={16} stroke={1.75} />}
            >
              {name}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}
