import { type Day, Temporal, type TimeOfDay } from '../kernel/time';
import { dayMs, dayNumber, timeOfDayMs, weekdayOf } from '../kernel/zone';
import { type ClockFacts, factsOf, type LearnerClock } from './rule';

export type Break = { readonly from: Day; readonly to: Day; readonly name: string };

/**
 * A pattern that lays a course out: one part every so many weeks on a weekday at a time of day. A
 * part is a section, or so many lessons. Parts whose section or lesson has a rule of its own keep it.
 */
export type Rhythm = {
  readonly unit: 'section' | 'lessons';
  /** With lessons: how many open together. */
  readonly lessons: number;
  readonly weeks: number;
  /** 1 Monday to 7 Sunday. */
  readonly weekday: number;
  readonly at: TimeOfDay;
  /** Whether the first part opens at the start, whatever day that is. */
  readonly firstAtOnce: boolean;
  /** With the first part at once: how many days after the day of the start the second one opens at the earliest. */
  readonly gap: number;
  /** Days, both ends included, on which nothing new opens; the plan moves on behind them. */
  readonly breaks: readonly Break[];
};

/** Half the way from one part to the next, in days: how long the second part usually waits at least. */
export const usualGap = (weeks: number): number => Math.ceil((weeks * 7) / 2);

type BreakDays = { readonly from: number; readonly to: number };

/** The first day of a weekday, no sooner than a day, on which something may open: behind every break it would fall into. */
function nextDay(from: number, weekday: number, breaks: readonly BreakDays[]): number {
  let day = from + ((weekday - weekdayOf(from) + 7) % 7);
  // In the order of their ends, a break that is behind never matters again.
  for (const { from: first, to: last } of breaks)
    if (day >= first && day <= last) day = last + 1 + ((weekday - weekdayOf(last + 1) + 7) % 7);
  return day;
}

/**
 * The instants, in milliseconds, at which parts 0 to count-1 of a rhythm open for a learner, never decreasing.
 * With the first part at once, the second one opens on the first such weekday that is at least `gap` calendar
 * days after the day of the start, in the learner's zone; the others follow so many weeks apart.
 */
export function rhythmMs(rhythm: Rhythm, { start, startWall, zone }: ClockFacts, count: number): number[] {
  if (count <= 0) return [];
  const time = timeOfDayMs(rhythm.at);
  const breaks = rhythm.breaks
    .map(({ from, to }) => ({ from: dayNumber(from), to: dayNumber(to) }))
    .sort((a, b) => a.to - b.to);
  const startDay = Math.floor(startWall / dayMs);
  const found: number[] = rhythm.firstAtOnce ? [start] : [];
  let day = nextDay(rhythm.firstAtOnce ? startDay + rhythm.gap : startDay, rhythm.weekday, breaks);
  // On the day of the start itself: a time that has passed by then is none, and two parts are never one.
  const first = zone.instantAt(day * dayMs + time);
  if (first < start || (rhythm.firstAtOnce && first === start)) day = nextDay(day + 1, rhythm.weekday, breaks);
  while (found.length < count) {
    found.push(Math.max(start, zone.instantAt(day * dayMs + time)));
    day = nextDay(day + rhythm.weeks * 7, rhythm.weekday, breaks);
  }
  return found;
}

/** As `rhythmMs`, as instants. */
export const rhythmInstants = (rhythm: Rhythm, clock: LearnerClock, count: number): Temporal.Instant[] =>
  rhythmMs(rhythm, factsOf(clock), count).map((ms) => Temporal.Instant.fromEpochMilliseconds(ms));

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
/** A day of the week by its number in ISO 8601, Monday being 1. */
export const weekdayName = (weekday: number) => weekdays[weekday - 1] ?? '';

/** `One section every Monday 09:00, skipping 2 breaks`. */
export function rhythmText(rhythm: Rhythm): string {
  const part =
    rhythm.unit === 'section' ? 'One section' : `${rhythm.lessons} ${rhythm.lessons === 1 ? 'lesson' : 'lessons'}`;
  const every = rhythm.weeks === 1 ? 'every' : `every ${rhythm.weeks} weeks on`;
  const breaks = rhythm.breaks.length;
  const skipping = breaks ? `, skipping ${breaks} ${breaks === 1 ? 'break' : 'breaks'}` : '';
  return `${part} ${every} ${weekdayName(rhythm.weekday)} ${rhythm.at}${skipping}`;
}

/** When a part of a rhythm opens, for lists where no learner is looked at: which week that is depends on the learner's start and on breaks. */
export function partText(rhythm: Rhythm, index: number): string {
  if (index === 0 && rhythm.firstAtOnce) return 'at start';
  return `part ${index + 1}, ${weekdayName(rhythm.weekday).slice(0, 3)} ${rhythm.at}`;
}
