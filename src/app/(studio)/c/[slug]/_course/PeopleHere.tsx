'use client';
import { Tooltip } from '@mantine/core';
import { memo } from 'react';
import { initialsOf } from '@/core/kernel/initials';
import { useCourseStatus, useCourseStore } from './CourseProvider';
import styles from './people.module.css';
import { stages } from './stages';

/** Others who have the course open: all of them, or those who are at one place of it. */
export const PeopleHere = memo(function PeopleHere({ place }: { readonly place?: string }) {
  const store = useCourseStore();
  const people = useCourseStatus('people');
  const { outline } = store.get();
  const here = place === undefined ? people : people.filter((one) => one.id === place);
  if (here.length === 0) return null;
  const where = (id: string | null, stage: string) => {
    const title = id === null ? undefined : (outline.lesson[id]?.title ?? outline.section[id]?.title);
    return `${stages.find((one) => one.id === stage)?.name ?? 'this course'}${title ? `, ${title}` : ''}`;
  };
  return (
    <span className={styles.people}>
      {here.map((one) => (
        <Tooltip key={one.client} label={`${one.name}: ${where(one.id, one.stage)}`}>
          <span className={styles.person} role="img" aria-label={`${one.name} is here: ${where(one.id, one.stage)}`}>
            {initialsOf(one.name)}
          </span>
        </Tooltip>
      ))}
    </span>
  );
});
