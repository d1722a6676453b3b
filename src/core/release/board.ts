import { Temporal } from '../kernel/time';
import { dayMs, dayNumber, weekdayOf } from '../kernel/zone';
import { type ClockFacts, factsOf, type LearnerClock } from './clock';
import type { Opening } from './opening';
import type { Rhythm } from './rhythm';
import type { TimeRule } from './rule';

/** What a board is divided into: weeks and days from the learner's start on, months of the calendar. */
export const boardUnits = ['days', 'weeks', 'months'] as const;
export type BoardUnit = (typeof boardUnits)[number];

export type Period = {
  readonly index: number;
  /** Midnight on its first day, and on the first day after it, in the learner's zone. */
  readonly from: Temporal.Instant;
  readonly to: Temporal.Instant;
  /** The same days, counted from 1970-01-01: the first, and the first after it. */
  readonly days: readonly [first: number, end: number];
  readonly minutes: number;
};
export type Board = {
  readonly periods: readonly Period[];
  /** The period each lesson opens in, by id; none for what opens once something has happened. */
  readonly periodOf: ReadonlyMap<string, number>;
  /** How many there are in all, from the start to the last opening. */
  readonly count: number;
};

const monthOf = (day: number) => {
  const date = new Date(day * dayMs);
  return date.getUTCFullYear() * 12 + date.getUTCMonth();
};
const firstOfMonth = (month: number) => Date.UTC(Math.floor(month / 12), month % 12, 1) / dayMs;

/** How a unit divides the days of a learner, counted from the day of their start. Days since 1970. */
const divisions: Record<
  BoardUnit,
  { index: (day: number, start: number) => number; first: (index: number, start: number) => number }
> = {
  days: { index: (day, start) => day - start, first: (index, start) => start + index },
  weeks: { index: (day, start) => Math.floor((day - start) / 7), first: (index, start) => start + 7 * index },
  months: {
    index: (day, start) => monthOf(day) - monthOf(start),
    first: (index, start) => (index === 0 ? start : firstOfMonth(monthOf(start) + index)),
  },
};

const startDayOf = ({ startWall }: ClockFacts) => Math.floor(startWall / dayMs);
const dayAt = ({ zone }: ClockFacts, ms: number) => Math.floor(zone.wallAt(ms) / dayMs);

/** The period an instant lies in, for a learner; negative before their start. */
export function periodAt(unit: BoardUnit, clock: LearnerClock): (ms: number) => number {
  const facts = factsOf(clock);
  const [division, start] = [divisions[unit], startDayOf(facts)];
  return (ms) => division.index(dayAt(facts, ms), start);
}

/**
 * The periods of a plan as a learner has them: `show` of them from `first` on, with the minutes each asks for. What
 * is worked out follows what is shown, however far away the last opening lies.
 */
export function board(
  lessons: readonly { readonly id: string; readonly learnerMinutes: number }[],
  opens: ReadonlyMap<string, Opening>,
  clock: LearnerClock,
  { unit, first, show }: { readonly unit: BoardUnit; readonly first: number; readonly show: number },
): Board {
  const facts = factsOf(clock);
  const start = startDayOf(facts);
  const inPeriod = periodAt(unit, clock);
  const periodOf = new Map<string, number>();
  const minutes = new Map<number, number>();
  let last = 0;
  for (const lesson of lessons) {
    const opening = opens.get(lesson.id);
    if (!opening || !Number.isFinite(opening.ms)) continue;
    const index = inPeriod(Math.max(opening.ms, facts.start));
    periodOf.set(lesson.id, index);
    minutes.set(index, (minutes.get(index) ?? 0) + lesson.learnerMinutes);
    last = Math.max(last, index);
  }
  const dayOf = (index: number) => divisions[unit].first(index, start);
  const midnight = (day: number) => Temporal.Instant.fromEpochMilliseconds(facts.zone.instantAt(day * dayMs));
  const periods = Array.from({ length: Math.max(0, show) }, (_, i): Period => {
    const index = first + i;
    const days = [dayOf(index), dayOf(index + 1)] as const;
    return { index, from: midnight(days[0]), to: midnight(days[1]), days, minutes: minutes.get(index) ?? 0 };
  });
  return { periods, periodOf, count: last + 1 };
}

const usualTime = '09:00';

/**
 * The rule of what is put into a period of a board: on the weekday of the rhythm where it has one, at its time; at
 * the start in the first period. For one cohort it is a date, for everybody a number of days after the start.
 */
export function ruleFor(
  index: number,
  unit: BoardUnit,
  clock: LearnerClock,
  rhythm: Rhythm | null,
  isForCohort: boolean,
): TimeRule {
  const start = startDayOf(factsOf(clock));
  const from = divisions[unit].first(index, start);
  const weekdays = rhythm?.every.by === 'weeks' ? rhythm.every.weekdays : [];
  const wanted =
    unit === 'days' ? -1 : [0, 1, 2, 3, 4, 5, 6].findIndex((day) => weekdays.includes(weekdayOf(from + day)));
  const day = from + Math.max(0, wanted);
  if (index <= 0) return { when: 'start' };
  const at = rhythm?.at ?? usualTime;
  if (!isForCohort) return { when: 'after-start', amount: day - start, unit: 'days', at };
  return { when: 'on-date', date: new Date(day * dayMs).toISOString().slice(0, 10), at, zone: clock.zone };
}

/** Whether days `YYYY-MM-DD`, both ends included, and a period have a day in common. */
export const touches = ({ days: [first, end] }: Period, from: string, to: string): boolean =>
  dayNumber(from) < end && dayNumber(to) >= first;
