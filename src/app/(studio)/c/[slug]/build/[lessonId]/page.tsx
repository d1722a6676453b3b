'use client';
import { Loader } from '@mantine/core';
import dynamic from 'next/dynamic';
import { useParams } from 'next/navigation';
import { useEffect } from 'react';
import { useDesk } from '../../_course/CourseProvider';
import { Workbench } from '../../_course/Workbench';
import { Inspector } from '../../_inspector/Inspector';
import styles from './_text/text.module.css';
import { LessonBar } from './LessonBar';

// The editor is large and needed only here.
const TextEditor = dynamic(() => import('./_text/TextEditor').then((module) => module.TextEditor), {
  ssr: false,
  loading: () => <Loader aria-label="Loading the editor" />,
});

export default function LessonTextPage() {
  const { lessonId } = useParams<{ lessonId: string }>();
  const { state, store } = useDesk();
  const lesson = state.outline.lesson[lessonId];
  const text = state.outline.text[lessonId];
  useEffect(() => {
    if (!lessonId) return;
    store.select({ table: 'lesson', id: lessonId });
    store.loadText(lessonId);
  }, [store, lessonId]);
  return (
    <Workbench inspector={<Inspector />}>
      <LessonBar lesson={lesson} />
      {lesson && text && <TextEditor key={lesson.id} lesson={lesson} content={text.content} />}
      {lesson && !text && <Loader aria-label="Loading the text" />}
      {!lesson && (
        <p className={styles.missing}>
          This lesson is not part of the course any more. If you removed it, go back to the outline and undo.
        </p>
      )}
    </Workbench>
  );
}
