'use client';
import { ActionIcon, Button, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { counted } from '@/core/kernel/words';
import { type Pattern, patternDrafts, sectionsOf, startingPatterns } from '@/core/outline';
import type { SchoolPattern } from '@/server/outline';
import { newId } from '@/ui/ids';
import { useReady } from '@/ui/plain/useReady';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import { tellUndoable } from '../../_course/undo-notice';
import planStyles from '../plan.module.css';
import styles from './in-out.module.css';

const sizeOf = ({ sections }: Pattern) =>
  `${counted(sections.length, 'section')}, ${counted(
    sections.reduce((total, section) => total + section.lessons.length, 0),
    'lesson',
  )}`;

/** Outlines to begin with: ours, the school's own, and this course kept as one. */
export function Patterns({ patterns }: { readonly patterns: readonly SchoolPattern[] }) {
  const ready = useReady();
  const { store, state } = useDesk();
  const course = useCourse();
  const router = useRouter();
  const [name, setName] = useState(course.title);
  const [problem, setProblem] = useState<string | null>(null);
  const put = (pattern: Pattern) => {
    const last = sectionsOf(state.outline).at(-1)?.id ?? null;
    const done = store.edit({
      do: 'put',
      into: null,
      after: null,
      lessons: [],
      afterSection: last,
      sections: patternDrafts(pattern.sections, newId),
    });
    if (done.ok) tellUndoable(store, `"${pattern.title}" was put in: ${sizeOf(pattern)}, all planned.`);
    else notifications.show({ color: 'brick', message: done.problem.sentence });
  };
  const keep = async () => {
    await store.saved();
    const done = await act('pattern.save', {
      id: newId(),
      courseId: store.courseId,
      title: name,
      description: course.description.slice(0, 400),
    });
    setProblem(done.ok ? null : done.problem.sentence);
    if (!done.ok) return;
    notifications.show({ color: 'malachite', message: `The outline is kept as the pattern "${name}".` });
    router.refresh();
  };
  const remove = async (pattern: SchoolPattern) => {
    const done = await act('pattern.remove', { id: pattern.id });
    if (!done.ok) return notifications.show({ color: 'brick', message: done.problem.sentence });
    router.refresh();
  };
  const one = (pattern: Pattern, own: SchoolPattern | null) => (
    <li key={pattern.id}>
      <div>
        <b>{pattern.title}</b> <span className={planStyles.quiet}>{sizeOf(pattern)}</span>
        {pattern.description && <p className={planStyles.quiet}>{pattern.description}</p>}
        <details>
          <summary>What it holds</summary>
          <ul className={styles.tree}>
            {pattern.sections.map((section, s) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a pattern never changes
              <li key={s}>
                {section.title}
                <ul>
                  {section.lessons.map((lesson, l) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: a pattern never changes
                    <li key={l}>
                      {lesson.title} {lesson.asks && <span className={planStyles.quiet}>{lesson.asks}</span>}
                    </li>
                  ))}
                </ul>
              </li>
            ))}
          </ul>
        </details>
      </div>
      <Button variant="default" onClick={() => put(pattern)} aria-label={`Put in "${pattern.title}"`}>
        Put in
      </Button>
      {own ? (
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={`Remove the pattern "${pattern.title}"`}
          onClick={() => remove(own)}
        >
          <IconTrash size={16} />
        </ActionIcon>
      ) : (
        <span />
      )}
    </li>
  );
  return (
    <section className={planStyles.sheet} aria-label="Patterns">
      <h2>Patterns to begin with</h2>
      <ul className={styles.patterns}>
        {startingPatterns.map((pattern) => one(pattern, null))}
        {patterns.map((pattern) => one(pattern, pattern))}
      </ul>
      <form
        className={styles.row}
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <TextInput
          readOnly={!ready}
          label="Keep this outline as a pattern"
          description="Its sections and lessons as plans, without texts, files and questions."
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
          error={problem}
          w={380}
        />
        <Button type="submit" variant="default" leftSection={<IconPlus size={16} />} className={styles.beside}>
          Keep
        </Button>
      </form>
    </section>
  );
}
