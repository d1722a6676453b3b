'use client';
import Link from 'next/link';
import { useEffect } from 'react';
import { checkpointsOf, type Lesson, lessonKindOf, plainText, questionsOf } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { QuestionList } from './QuestionList';

/** What is assessed in a lesson: its questions, what is to be handed in, or the checkpoints of its film. */
export function AssessedWork({ lesson }: { readonly lesson: Lesson }) {
  const { asks, file } = lessonKindOf(lesson.kind);
  if (asks) return <QuestionList key={lesson.id} lesson={lesson} />;
  return file?.plays ? <Checkpoints lesson={lesson} /> : <AssignmentPaper lesson={lesson} />;
}

function Checkpoints({ lesson }: { readonly lesson: Lesson }) {
  const { head, state } = useDesk();
  const checkpoints = checkpointsOf(questionsOf(state.outline, lesson.id));
  return (
    <div className={styles.question}>
      <h2>{lesson.title}</h2>
      <p className={styles.task}>
        {checkpoints.length === 1 ? 'One checkpoint counts' : `${checkpoints.length} checkpoints count`}: all its points
        when its best answer is right, half of them when it is partly right.
      </p>
      <p>
        <Link href={`/c/${head.slug}/build/${lesson.id}/time-line`}>They are set on the time line.</Link>
      </p>
    </div>
  );
}

function AssignmentPaper({ lesson }: { readonly lesson: Lesson }) {
  const { store, state } = useDesk();
  useEffect(() => {
    store.loadText(lesson.id);
  }, [store, lesson.id]);
  const text = state.outline.text[lesson.id];
  return (
    <div className={styles.question}>
      <h2>{lesson.title}</h2>
      <p className={styles.task}>
        {text ? plainText(text.content) || 'What is to be done has not been written yet.' : 'Loading…'}
      </p>
    </div>
  );
}
