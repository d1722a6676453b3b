'use client';
import { Loader } from '@mantine/core';
import { IconArrowLeft } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useParams } from 'next/navigation';
import { useEffect } from 'react';
import { useDesk } from '../../_course/CourseProvider';
import { Workbench } from '../../_course/Workbench';
import { Inspector } from '../../_inspector/Inspector';
import { SavedMark } from '../Toolbar';
import styles from './text.module.css';

// The editor is large and needed only here.
const TextEditor = dynamic(() => import('./TextEditor').then((module) => module.TextEditor), {
  ssr: false,
  loading: () => <Loader aria-label="Loading the editor" />,
});

export default function LessonTextPage() {
  const { lessonId } = useParams<{ lessonId: string }>();
  const { state, store, head } = useDesk();
  const lesson = state.outline.lesson[lessonId];
  const text = state.outline.text[lessonId];
  useEffect(() => {
    if (!lessonId) return;
    store.select({ table: 'lesson', id: lessonId });
    store.loadText(lessonId);
  }, [store, lessonId]);
  return (
    <Workbench inspector={<Inspector />}>
      <div className={styles.bar}>
        <Link href={`/c/${head.slug}/build`}>
          <IconArrowLeft size={16} aria-hidden="true" /> Outline
        </Link>
        <SavedMark />
      </div>
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
