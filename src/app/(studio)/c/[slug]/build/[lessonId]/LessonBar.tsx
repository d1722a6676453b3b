'use client';
import { IconArrowLeft } from '@tabler/icons-react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { type Lesson, lessonKindOf } from '@/core/outline';
import { useDesk } from '../../_course/CourseProvider';
import { PageTabs } from '../../_course/PageTabs';
import styles from '../../_course/tabs.module.css';
import { SavedMark } from '../Toolbar';

/** Which lesson is open, what of it is being made, and the way back. */
export function LessonBar({
  lesson,
  children,
}: {
  readonly lesson: Lesson | undefined;
  readonly children?: ReactNode;
}) {
  const { head, rows } = useDesk();
  const place = rows.flatMap((row, s) =>
    row.tiles.flatMap((tile, l) => (tile.lesson.id === lesson?.id ? [`${s + 1}.${l + 1}`] : [])),
  )[0];
  const facts = lesson && lessonKindOf(lesson.kind);
  const pages = lesson
    ? [
        { path: `build/${lesson.id}`, name: facts?.textName ?? 'Text' },
        ...(facts?.file?.plays ? [{ path: `build/${lesson.id}/time-line`, name: 'Chapters and checkpoints' }] : []),
        ...(facts?.file?.captions ? [{ path: `build/${lesson.id}/captions`, name: 'Captions' }] : []),
      ]
    : [];
  const before = (
    <>
      <Link href={`/c/${head.slug}/build`} className={styles.back}>
        <IconArrowLeft size={16} aria-hidden="true" /> Outline
      </Link>
      {lesson && (
        <span className={styles.name} dir="auto">
          {place} {lesson.title}
        </span>
      )}
    </>
  );
  return (
    <PageTabs label="Lesson" pages={pages} before={before}>
      <SavedMark />
      {children}
    </PageTabs>
  );
}
