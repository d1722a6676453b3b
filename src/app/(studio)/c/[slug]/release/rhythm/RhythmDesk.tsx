'use client';
import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import type { Cohort } from '@/core/enrolment';
import { calendarDayText, wallTime } from '@/core/kernel/time';
import { rhythmText } from '@/core/release';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import { Workbench } from '../../_course/Workbench';
import inspector from '../../_inspector/inspector.module.css';
import board from '../board.module.css';
import { EyesBar } from '../EyesBar';
import { ReleaseTabs } from '../ReleaseTabs';
import { Parts } from './Parts';
import { type NamedRhythm, RhythmForm } from './RhythmForm';
import styles from './rhythm.module.css';
import { useRhythm } from './use-rhythm';

type Props = { readonly cohorts: readonly Cohort[]; readonly others: readonly NamedRhythm[] };

/** A rhythm beside what it comes to, before it is taken over. */
export function RhythmDesk({ cohorts, others }: Props) {
  const { store } = useDesk();
  const course = useCourse();
  const rhythm = useRhythm(cohorts);
  const { kept, balanced, parts, most } = rhythm;
  const [problem, setProblem] = useState<string | null>(null);
  const takeOver = () => {
    const done = rhythm.takeOver();
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) notifications.show({ color: 'malachite', message: 'The course is laid out by this rhythm.' });
  };
  const drop = () => {
    const done = store.edit({ do: 'set', table: 'course', id: course.id, fields: { rhythm: null } });
    setProblem(done.ok ? null : done.problem.sentence);
  };
  const lastOpening = parts.findLast(({ opening }) => opening.at)?.opening.at;
  return (
    <Workbench
      label="Rhythm"
      inspector={
        <div className={inspector.inspector}>
          <h2 className={inspector.title}>Rhythm</h2>
          <RhythmForm rhythm={rhythm} others={others} />
          {kept.length > 0 && (
            <p className={inspector.hint}>
              {kept.length === 1
                ? 'One section or lesson was set by hand and keeps its rule.'
                : `${kept.length} sections and lessons were set by hand and keep their rules.`}{' '}
              <Button size="compact-xs" variant="subtle" onClick={rhythm.putBack}>
                Put all of them into the rhythm
              </Button>
            </p>
          )}
          {course.rhythm && (
            <Button variant="default" onClick={drop}>
              No rhythm: everything at the start
            </Button>
          )}
        </div>
      }
    >
      <ReleaseTabs />
      <div className={board.controls}>
        <EyesBar cohorts={cohorts} controls={rhythm.controls} />
      </div>
      <div className={styles.page}>
        <div className={styles.top}>
          <p className={styles.lead} aria-live="polite">
            <b>{rhythmText(balanced ? { ...rhythm.draft, begins: balanced.begins } : rhythm.draft)}</b>
            {lastOpening &&
              ` · the last part opens ${calendarDayText(wallTime(lastOpening, rhythm.controls.eyes.clock.zone).toPlainDate().toString())}`}
            {rhythm.isChanged ? ' · not taken over yet' : ' · as it is now'}
          </p>
          <Button onClick={takeOver} disabled={!rhythm.isChanged}>
            Lay out by this rhythm
          </Button>
        </div>
        {problem && (
          <p role="alert" className={wordStyles.problem}>
            {problem}
          </p>
        )}
        {balanced && balanced.over > 0 && (
          <p role="alert" className={styles.over}>
            It cannot be done with {most} minutes: the fullest part asks {most + balanced.over}, {balanced.over} more.
            Lessons with a day of their own, the end of the cohort, or a single long lesson leave no other place.
          </p>
        )}
        {balanced && balanced.over === 0 && (
          <p className={styles.fits}>
            No part asks more than {Math.max(0, ...balanced.minutes)} of {most} minutes.
          </p>
        )}
        <Parts rhythm={rhythm} />
      </div>
    </Workbench>
  );
}
