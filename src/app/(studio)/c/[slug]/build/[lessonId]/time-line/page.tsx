'use client';
import { useParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useDesk } from '../../../_course/CourseProvider';
import { Workbench } from '../../../_course/Workbench';
import { Inspector } from '../../../_inspector/Inspector';
import { UndoButtons } from '../../UndoButtons';
import { LessonBar } from '../LessonBar';
import { usePlayer } from '../use-player';
import { FilmDesk } from './FilmDesk';
import { PointInspector } from './PointInspector';
import type { Chosen } from './points';
import styles from './time-line.module.css';

/** Chapters and checkpoints of a film or a recording. */
export default function TimeLinePage() {
  const { lessonId } = useParams<{ lessonId: string }>();
  const { state, store } = useDesk();
  const lesson = state.outline.lesson[lessonId];
  const media = lesson?.mediaId ? state.media.get(lesson.mediaId) : undefined;
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const player = usePlayer();
  useEffect(() => {
    if (lessonId) store.select({ table: 'lesson', id: lessonId });
  }, [store, lessonId]);
  const isThere =
    chosen !== null &&
    (chosen.table === 'question'
      ? state.outline.question[chosen.id] !== undefined
      : lesson?.chapters.some(({ id }) => id === chosen.id));
  return (
    <Workbench
      inspector={
        lesson && media && isThere ? (
          <PointInspector key={chosen.id} lesson={lesson} media={media} chosen={chosen} player={player} />
        ) : (
          <Inspector />
        )
      }
    >
      <LessonBar lesson={lesson}>
        <UndoButtons />
      </LessonBar>
      {lesson && media && (
        <FilmDesk lesson={lesson} media={media} chosen={isThere ? chosen : null} onChoose={setChosen} player={player} />
      )}
      {lesson && !media && (
        <p className={styles.none}>There is no file yet. Once it has one, its time line stands here.</p>
      )}
      {!lesson && (
        <p className={styles.none}>
          This lesson is not part of the course any more. If you removed it, go back to the outline and undo.
        </p>
      )}
    </Workbench>
  );
}
