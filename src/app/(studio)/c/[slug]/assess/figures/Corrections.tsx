'use client';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { pointsText } from '@/core/kernel/exact';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { Lesson } from '@/core/outline';
import type { CorrectionView } from '@/server/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import { useAssessDesk } from '../AssessDesk';
import styles from './figures.module.css';

type Props = {
  readonly corrections: readonly CorrectionView[];
  readonly lesson: Lesson;
};

const said = (one: CorrectionView) =>
  ({
    'points-for-all': 'the points were given to everybody',
    accept: `"${one.accepted ?? 'another answer'}" was accepted as well`,
    'leave-out': 'it was left out',
    worth: `it is worth ${pointsText(one.worth ?? 0)} points instead`,
  })[one.does];

/** What has been put right in a quiz, by whom and why, with the way back. */
export function Corrections({ corrections, lesson }: Props) {
  const { lookAgain } = useAssessDesk();
  const { head } = useDesk();
  const { zone } = useCourse();
  const [problem, setProblem] = useState<string | null>(null);
  if (corrections.length === 0) return null;
  const drop = async (correctionId: string) => {
    const done = await act('quiz.drop-correction', { courseId: head.id, lessonId: lesson.id, correctionId });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) lookAgain();
  };
  return (
    <section className={styles.history} aria-label="What has been put right">
      <h3>What has been put right</h3>
      <ul>
        {corrections.map((one) => (
          <li key={one.id} data-dropped={one.droppedAt !== null || undefined}>
            <span>
              <b dir="auto">{one.prompt}</b>: {said(one)}; {counted(one.changed, 'result')} changed.{' '}
              <span dir="auto">{one.reason}</span>
              <span className={wordStyles.quiet}>
                {' '}
                <bdi>{one.madeBy}</bdi>,{' '}
                {dateTimeText(Temporal.Instant.from(one.madeAt.replace(' ', 'T')), namesIn(zone), false)}
                {one.droppedAt !== null && ' · taken back'}
              </span>
            </span>
            {one.droppedAt === null && (
              <Button size="compact-xs" variant="default" onClick={() => drop(one.id)}>
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
    </section>
  );
}
