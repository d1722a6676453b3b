'use client';
import { useEffect, useMemo, useState } from 'react';
import { type Cohort, clockOfCohort } from '@/core/enrolment';
import { Temporal } from '@/core/kernel/time';
import { type CohortPlan, type LearnerClock, type Pace, type Standing, standingAtPace } from '@/core/release';
import type { SectionTiles } from '@/ui/tile/tiles';
import { useCourse, useDesk } from '../_course/CourseProvider';

/** A learner as the server tells of them, for looking through their eyes. */
type Learner = {
  readonly learnerId: string;
  readonly name: string;
  readonly start: string;
  readonly zone: string;
  readonly cohort: CohortPlan | null;
  readonly done: readonly (readonly [string, number])[];
  readonly passed: readonly (readonly [string, number])[];
  readonly opened: readonly (readonly [string, number])[];
  readonly accessUntil: number | null;
};

/** Whose eyes a plan is looked at through. */
export type Looking =
  | { readonly as: 'cohort'; readonly cohortId: string }
  | { readonly as: 'alone' }
  | { readonly as: 'learner'; readonly learnerId: string };

export type Eyes = {
  readonly clock: LearnerClock;
  readonly standing: Standing;
  readonly accessUntil: number | null;
  readonly cohort: Cohort | null;
  readonly startDay: string;
};

/** The sections of a plan as an edition would have them, with what release looks at. */
export const sectionsOfRows = (rows: readonly SectionTiles[]) =>
  rows.map(({ section, tiles }) => ({
    ...section,
    lessons: tiles.map(({ lesson, minutes }) => ({ ...lesson, learnerMinutes: minutes })),
  }));
export type PlanSections = ReturnType<typeof sectionsOfRows>;

const startOf = (day: string, zone: string) =>
  Temporal.PlainDate.from(day).toZonedDateTime({ timeZone: zone }).toInstant();

/** A learner's clock and how far they have come: a cohort, somebody on their own, or a real learner. */
export function useEyes(cohorts: readonly Cohort[], sections: PlanSections) {
  const course = useCourse();
  const { head } = useDesk();
  const [first] = cohorts;
  const [looking, setLooking] = useState<Looking>(first ? { as: 'cohort', cohortId: first.id } : { as: 'alone' });
  const [day, setDay] = useState(() => Temporal.Now.plainDateISO(course.zone).toString());
  const [zone, setZone] = useState(course.zone);
  const [pace, setPace] = useState<Pace>('all');
  const [learner, setLearner] = useState<Learner | null>(null);

  const learnerId = looking.as === 'learner' ? looking.learnerId : null;
  useEffect(() => {
    if (learnerId === null) return;
    let wanted = true;
    fetch(`/api/course/${head.id}/eyes?learner=${encodeURIComponent(learnerId)}`)
      .then((answer) => (answer.ok ? answer.json() : null))
      .then((found) => wanted && setLearner(found as Learner | null))
      .catch(() => {});
    return () => {
      wanted = false;
    };
  }, [learnerId, head.id]);

  const own = learner !== null && learner.learnerId === learnerId ? learner : null;
  const cohort = (looking.as === 'cohort' && cohorts.find((one) => one.id === looking.cohortId)) || null;
  const clock: LearnerClock = useMemo(() => {
    if (cohort) return clockOfCohort(cohort);
    if (own) return { start: Temporal.Instant.from(own.start), zone: own.zone, cohort: own.cohort ?? undefined };
    return { start: startOf(day, zone), zone };
  }, [cohort, own, day, zone]);
  const standing = useMemo(
    () =>
      own
        ? { done: new Map(own.done), passed: new Map(own.passed), opened: new Map(own.opened) }
        : standingAtPace(course, sections, clock, pace),
    [own, course, sections, clock, pace],
  );
  const eyes: Eyes = {
    clock,
    standing,
    accessUntil: own?.accessUntil ?? null,
    cohort,
    startDay: clock.start.toZonedDateTimeISO(clock.zone).toPlainDate().toString(),
  };
  return { eyes, looking, setLooking, day, setDay, zone, setZone, pace, setPace, learnerName: own?.name ?? null };
}
export type EyesControls = ReturnType<typeof useEyes>;
