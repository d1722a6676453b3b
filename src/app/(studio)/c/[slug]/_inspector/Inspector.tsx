'use client';
import { useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';
import { LessonInspector } from './LessonInspector';
import { ReadinessList } from './ReadinessList';
import { SectionInspector } from './SectionInspector';

/** Everything about what is selected, and what stands in the way of the next edition. */
export function Inspector() {
  const { state } = useDesk();
  const { selection, outline } = state;
  const lesson = selection?.table === 'lesson' ? outline.lesson[selection.id] : undefined;
  const section = selection?.table === 'section' ? outline.section[selection.id] : undefined;
  return (
    <div className={styles.inspector}>
      {lesson && <LessonInspector key={lesson.id} lesson={lesson} />}
      {section && <SectionInspector key={section.id} section={section} />}
      {!lesson && !section && <p className={styles.hint}>Select a lesson or a section to see everything about it here.</p>}
      <ReadinessList />
    </div>
  );
}
