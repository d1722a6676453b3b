import { Temporal } from '../kernel/time';
import type { CohortPlan, LearnerClock } from '../release';

/** A group that starts together. */
export type Cohort = CohortPlan & {
  readonly id: string;
  readonly name: string;
  /** Its first day, and its last one where that is known, in its zone. */
  readonly startsOn: string;
  readonly endsOn: string | null;
  readonly zone: string;
  /** How many can take part; null for any number. */
  readonly seats: number | null;
  /** With it, people of the school join by themselves; null where nobody can. */
  readonly code: string | null;
};

export type Enrolment = {
  /** When the learner was enrolled. */
  readonly at: Temporal.Instant;
  readonly zone: string;
  readonly cohort: Cohort | null;
};

/**
 * The clock of a learner: in a cohort the first moment of its first day in its zone, so that
 * everybody goes by the same calendar; otherwise the enrolment, in the learner's own zone.
 */
export function clockOf(enrolment: Enrolment): LearnerClock {
  const { cohort } = enrolment;
  return cohort ? clockOfCohort(cohort) : { start: enrolment.at, zone: enrolment.zone };
}

/** The clock everybody in a cohort goes by. */
export function clockOfCohort(cohort: Cohort): LearnerClock {
  const start = Temporal.PlainDate.from(cohort.startsOn).toZonedDateTime({ timeZone: cohort.zone }).toInstant();
  const { breaks, opens, meets, opened } = cohort;
  return { start, zone: cohort.zone, cohort: { breaks, opens, meets, opened } };
}
