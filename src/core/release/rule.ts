import { type Day, Temporal, type TimeOfDay } from '../kernel/time';
import { dayMs, dayNumber, monthsLater, timeOfDayMs, type Zone, zoneOf } from '../kernel/zone';

/** Hours are elapsed hours; the others are of the calendar. */
export const intervalUnits = ['hours', 'days', 'weeks', 'months'] as const;
export type IntervalUnit = (typeof intervalUnits)[number];

/** When a section or lesson opens for a learner. */
export type OpeningRule =
  | { readonly when: 'start' }
  | {
      readonly when: 'after-start';
      readonly amount: number;
      readonly unit: IntervalUnit;
      /** With days, weeks and months: a time of day in the learner's zone; null keeps the hour of the start. */
      readonly at: TimeOfDay | null;
    }
  | {
      readonly when: 'on-date';
      readonly date: Day;
      readonly at: TimeOfDay;
      /** IANA zone in which the date is meant. */
      readonly zone: string;
    };

/** A learner's own start and the zone in which their days are counted. */
export type LearnerClock = { readonly start: Temporal.Instant; readonly zone: string };

/** A learner's clock as numbers, worked out once: see `core/kernel/zone.ts`. */
export type ClockFacts = { readonly start: number; readonly startWall: number; readonly zone: Zone };

const facts = new WeakMap<LearnerClock, ClockFacts>();

/** What rules of release look at in a learner's clock. */
export function factsOf(clock: LearnerClock): ClockFacts {
  let known = facts.get(clock);
  if (!known) {
    const zone = zoneOf(clock.zone);
    const start = clock.start.epochMilliseconds;
    known = { start, startWall: zone.wallAt(start), zone };
    facts.set(clock, known);
  }
  return known;
}

/** Dates mean the same for every learner, so each rule is worked out once. */
const dates = new WeakMap<OpeningRule, number>();
function dateMs(rule: Extract<OpeningRule, { when: 'on-date' }>): number {
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

/** As `instantOf`, in milliseconds. */
export function msOf(rule: OpeningRule, { start, startWall, zone }: ClockFacts): number {
  switch (rule.when) {
    case 'start':
      return start;
    case 'on-date':
      return Math.max(start, dateMs(rule));
    case 'after-start': {
      if (rule.unit === 'hours') return start + rule.amount * 3_600_000;
      const firstDay = Math.floor(startWall / dayMs);
      const day = dayAfter[rule.unit](firstDay, rule.amount);
      const wall = day * dayMs + (rule.at === null ? startWall - firstDay * dayMs : timeOfDayMs(rule.at));
      return Math.max(start, zone.instantAt(wall));
    }
  }
}

/**
 * The instant a rule names for a learner. Hours are elapsed hours; days, weeks and months are of the calendar in the
 * learner's zone, and a month ends with its last day (see `monthsLater`; rules for clock changes: see `atWallTime`).
 * Never before the start, and never earlier when the start is later; but for months at the hour of the start, where
 * the last days of a long month come to one day of a short one.
 */
export const instantOf = (rule: OpeningRule, clock: LearnerClock): Temporal.Instant =>
  Temporal.Instant.fromEpochMilliseconds(msOf(rule, factsOf(clock)));

/** A rule in words: `at start`, `day 7, 09:00`, `Mon 12 Apr 2027, 18:00`. Day 7 is seven days after the start. */
export function ruleText(rule: OpeningRule): string {
  switch (rule.when) {
    case 'start':
      return 'at start';
    case 'after-start': {
      if (rule.unit === 'hours') return `${rule.amount} ${rule.amount === 1 ? 'hour' : 'hours'} after start`;
      const at = rule.at ? `, ${rule.at}` : '';
      return rule.unit === 'days'
        ? `day ${rule.amount}${at}`
        : `${rule.unit.slice(0, -1)} ${rule.amount} after start${at}`;
    }
    case 'on-date': {
      const day = new Intl.DateTimeFormat('en-GB', {
        timeZone: 'UTC',
        weekday: 'short',
        day: 'numeric',
        month: 'short',
      });
      return `${day.format(Date.parse(`${rule.date}T00:00Z`))}, ${rule.at}`;
    }
  }
}
