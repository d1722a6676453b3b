'use client';
import { useParams } from 'next/navigation';
import { useEffect } from 'react';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../../_course/CourseProvider';
import { Workbench } from '../../../_course/Workbench';
import { AssessDeskProvider } from '../../../assess/AssessDesk';
import { AssessedWork } from '../../../assess/AssessedWork';
import { AssessInspector } from '../../../assess/AssessInspector';
import styles from '../../../assess/assess.module.css';
import { LessonBar } from '../LessonBar';

/** What is assessed in the lesson that is open, without leaving it. */
export default function LessonAssessPage() {
  const { lessonId } = useParams<{ lessonId: string }>();
  const { state, store } = useDesk();
  const lesson = state.outline.lesson[lessonId] ?? null;
  useEffect(() => {
    if (lessonId) store.select({ table: 'lesson', id: lessonId });
  }, [store, lessonId]);
  return (
    <AssessDeskProvider>
      <Workbench inspector={<AssessInspector lesson={lesson} />}>
        <LessonBar lesson={lesson ?? undefined} />
        <div className={styles.paper}>
          {lesson ? (
            <AssessedWork lesson={lesson} />
          ) : (
            <p className={wordStyles.quiet}>This lesson is not part of the course any more.</p>
          )}
        </div>
      </Workbench>
    </AssessDeskProvider>
  );
}
