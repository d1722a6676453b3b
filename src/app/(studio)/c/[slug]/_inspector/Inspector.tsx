'use client';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { useDesk } from '../_course/CourseProvider';
import { markedRows } from '../build/actions';
import styles from './inspector.module.css';
import { LessonInspector } from './LessonInspector';
import { ManyInspector } from './ManyInspector';
import { ReadinessList } from './ReadinessList';
import { SectionInspector } from './SectionInspector';
import { Trail } from './Trail';

// Settings of the whole course are many fields, and seldom what a page is opened for.
const CourseInspector = dynamic(() => import('./CourseInspector').then((module) => module.CourseInspector), {
  ssr: false,
});

/** Everything about what is selected, and what stands in the way of the next edition. */
export function Inspector() {
  const { state, store } = useDesk();
  const { selection, outline } = state;
  // What a lesson with a file needs is there before somebody opens one.
  useEffect(() => {
    const timer = setTimeout(() => void import('./MediaPart'), 500);
    return () => clearTimeout(timer);
  }, []);
  const lesson = selection?.table === 'lesson' ? outline.lesson[selection.id] : undefined;
  const section = selection?.table === 'section' ? outline.section[selection.id] : undefined;
  if (state.marked.size > 1) {
    const marked = markedRows(store);
    return (
      <div className={styles.inspector}>
        <ManyInspector sections={marked.sections} lessons={marked.lessons.flatMap((id) => outline.lesson[id] ?? [])} />
        <ReadinessList />
      </div>
    );
  }
  return (
    <div className={styles.inspector}>
      <Trail />
      {lesson && <LessonInspector key={lesson.id} lesson={lesson} />}
      {section && <SectionInspector key={section.id} section={section} />}
      <ReadinessList />
      {!lesson && !section && <CourseInspector />}
    </div>
  );
}
