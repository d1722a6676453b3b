import type { Temporal } from '../kernel/time';
import { type Zone, zoneOf } from '../kernel/zone';
import type { Break } from './rhythm';
import type { OpeningRule, TimeRule } from './rule';

/** What a cohort has of its own over the plan of its course, and what has been opened for all of it by hand. */
export type CohortPlan = {
  /** Left out by the rhythm, beside the breaks of the course. */
  readonly breaks: readonly Break[];
  /** Rules instead of those of the course, by the id of a section or lesson. */
  readonly opens: { readonly [id: string]: OpeningRule };
  /** When a session meets instead, by the id of its lesson. */
  readonly meets: { readonly [id: string]: Exclude<TimeRule, { when: 'start' }> };
  /** When it was opened by hand, by the id of a section or lesson. Instants, ISO 8601. */
  readonly opened: { readonly [id: string]: string };
};

/** A learner's own start, the zone in which their days are counted, and what their cohort has of its own. */
export type LearnerClock = {
  readonly start: Temporal.Instant;
  readonly zone: string;
  readonly cohort?: CohortPlan | undefined;
};

/** A learner's clock as numbers, worked out once: see `core/kernel/zone.ts`. */
export type ClockFacts = {
  readonly start: number;
  readonly startWall: number;
  readonly zone: Zone;
  readonly cohort: CohortPlan;
};

export const noCohortPlan: CohortPlan = { breaks: [], opens: {}, meets: {}, opened: {} };

const facts = new WeakMap<LearnerClock, ClockFacts>();

/** What rules of release look at in a learner's clock. */
export function factsOf(clock: LearnerClock): ClockFacts {
  let known = facts.get(clock);
  if (!known) {
    const zone = zoneOf(clock.zone);
    const start = clock.start.epochMilliseconds;
    known = { start, startWall: zone.wallAt(start), zone, cohort: clock.cohort ?? noCohortPlan };
    facts.set(clock, known);
  }
  return known;
}
