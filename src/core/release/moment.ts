import { Temporal } from '../kernel/time';
import { dayMs, dayNumber, monthsLater, timeOfDayMs, zoneOf } from '../kernel/zone';
import { type ClockFacts, factsOf, type LearnerClock } from './clock';
import type { Interval, TimeRule } from './rule';

/** Dates mean the same for every learner, so each rule is worked out once. */
const dates = new WeakMap<TimeRule, number>();
function dateMs(rule: Extract<TimeRule, { when: 'on-date' }>): number {
  let known = dates.get(rule);
  if (known === undefined) {
    known = zoneOf(rule.zone).instantAt(dayNumber(rule.date) * dayMs + timeOfDayMs(rule.at));
    dates.set(rule, known);
  }
  return known;
}

/** The day so many units of the calendar after a day. */
const dayAfter = {
  days: (day: number, amount: number) => day + amount,
  weeks: (day: number, amount: number) => day + 7 * amount,
  months: monthsLater,
};

/**
 * An interval after a moment, in milliseconds since 1970 and never before that moment. `wall` is what the learner's
 * clocks show then. Hours are elapsed hours; days, weeks and months are of the calendar in the learner's zone, and a
 * month ends with its last day (see `monthsLater`; rules for clock changes: see `atWallTime`).
 */
export function msAfter({ amount, unit, at }: Interval, ms: number, wall: number, { zone }: ClockFacts): number {
  if (unit === 'hours') return ms + amount * 3_600_000;
  const first = Math.floor(wall / dayMs);
  const day = dayAfter[unit](first, amount);
  return Math.max(ms, zone.instantAt(day * dayMs + (at === null ? wall - first * dayMs : timeOfDayMs(at))));
}

/** As `instantOf`, in milliseconds. */
export function msOf(rule: TimeRule, facts: ClockFacts): number {
  switch (rule.when) {
    case 'start':
      return facts.start;
    case 'on-date':
      return Math.max(facts.start, dateMs(rule));
    case 'after-start':
      return msAfter(rule, facts.start, facts.startWall, facts);
  }
}

/**
 * The instant a rule of time names for a learner: see `msAfter`. Never before the start, and never earlier when the
 * start is later; but for months at the hour of the start, where the last days of a long month come to one day of a
 * short one.
 */
export const instantOf = (rule: TimeRule, clock: LearnerClock): Temporal.Instant =>
  Temporal.Instant.fromEpochMilliseconds(msOf(rule, factsOf(clock)));
