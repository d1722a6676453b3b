'use client';
import { Anchor, Group } from '@mantine/core';
import { courseOf } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';

/** Where the inspector is: the course, its section, its lesson. What a lesson takes over comes from the left. */
export function Trail() {
  const { state, store } = useDesk();
  const { selection, outline } = state;
  const lesson = selection?.table === 'lesson' ? outline.lesson[selection.id] : undefined;
  const section = outline.section[lesson?.sectionId ?? (selection?.table === 'section' ? selection.id : '')];
  if (!section) return null;
  return (
    <Group component="nav" gap={4} wrap="nowrap" miw={0} aria-label="Inspected">
      <Anchor component="button" type="button" size="sm" c="dimmed" truncate onClick={() => store.select(null)}>
        {courseOf(outline).title}
      </Anchor>
      {lesson && (
        <>
          <span aria-hidden="true">›</span>
          <Anchor
            component="button"
            type="button"
            size="sm"
            c="dimmed"
            truncate
            onClick={() => store.select({ table: 'section', id: section.id })}
          >
            {section.title}
          </Anchor>
        </>
      )}
    </Group>
  );
}
