'use client';
import { Button } from '@mantine/core';
import type { Editor } from '@tiptap/react';
import { exercisesIn, isExercise, type Lesson, questionsOf, type RichText } from '@/core/outline';
import { useDesk } from '../../../_course/CourseProvider';
import { putExercise } from './exercises';
import styles from './text.module.css';

type Props = { readonly editor: Editor; readonly lesson: Lesson; readonly content: RichText | null };

/** Exercises of the lesson that stand nowhere in its text: learners do not meet them. */
export function LeftOut({ editor, lesson, content }: Props) {
  const { state, store } = useDesk();
  const placed = new Set(exercisesIn(content));
  const left = questionsOf(state.outline, lesson.id).filter(
    (question) => isExercise(lesson.kind, question) && !placed.has(question.id),
  );
  if (left.length === 0) return null;
  return (
    <section className={styles.left} aria-label="Exercises that are not in the text">
      <h3>Not in the text: learners do not meet {left.length === 1 ? 'this exercise' : 'these exercises'}</h3>
      {left.map((question) => (
        <p key={question.id}>
          <span dir="auto">{question.prompt || 'An exercise that asks nothing yet'}</span>
          <Button size="compact-sm" variant="default" onClick={() => putExercise(editor, question.id)}>
            Put it in
          </Button>
          <Button
            size="compact-sm"
            variant="subtle"
            color="gray"
            onClick={() => store.edit({ do: 'remove', table: 'question', ids: [question.id] })}
          >
            Remove it
          </Button>
        </p>
      ))}
    </section>
  );
}
