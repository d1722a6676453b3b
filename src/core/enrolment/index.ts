import { Temporal } from '../kernel/time';
import type { LearnerClock } from '../release';

/** A group that starts together. */
export type Cohort = { readonly id: string; readonly name: string; readonly startsOn: string; readonly zone: string };

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
  if (!cohort) return { start: enrolment.at, zone: enrolment.zone };
  const start = Temporal.PlainDate.from(cohort.startsOn).toZonedDateTime({ timeZone: cohort.zone }).toInstant();
  return { start, zone: cohort.zone };
}
