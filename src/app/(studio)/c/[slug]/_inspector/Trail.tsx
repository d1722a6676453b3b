'use client';
import { courseOf } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';

/** Where the inspector is: the course, its section, its lesson. What a lesson takes over comes from the left. */
export function Trail() {
  const { state, store } = useDesk();
  const { selection, outline } = state;
  const lesson = selection?.table === 'lesson' ? outline.lesson[selection.id] : undefined;
  const section = outline.section[lesson?.sectionId ?? (selection?.table === 'section' ? selection.id : '')];
  if (!section) return null;
  return (
    <nav className={styles.trail} aria-label="Inspected">
      <button type="button" onClick={() => store.select(null)}>
        {courseOf(outline).title}
      </button>
      {lesson && (
        <button type="button" onClick={() => store.select({ table: 'section', id: section.id })}>
          {section.title}
        </button>
      )}
    </nav>
  );
}
