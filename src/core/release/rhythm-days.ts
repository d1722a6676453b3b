import { Temporal } from '../kernel/time';
import { dayMs, dayNumber, timeOfDayMs, weekdayOf } from '../kernel/zone';
import { type ClockFacts, factsOf, type LearnerClock } from './clock';
import type { Rhythm, Step } from './rhythm';

type BreakDays = { readonly from: number; readonly to: number };

/** The days on which parts may open: the first at or after a day, and the one that follows when so many have opened. */
type Days = { readonly from: (day: number) => number; readonly after: (day: number, opened: number) => number };

/** The first of some weekdays that lies at or after a day. */
const weekdayFrom = (day: number, weekdays: readonly number[]): number =>
  day + Math.min(...weekdays.map((weekday) => (weekday - weekdayOf(day) + 7) % 7));

function daysOf(every: Step): Days {
  if (every.by === 'days') return { from: (day) => day, after: (day) => day + every.count };
  const { weekdays, count } = every;
  return {
    from: (day) => weekdayFrom(day, weekdays),
    // As many parts as weekdays are named, then the weeks between: so a later start never opens anything earlier.
    after: (day, opened) => weekdayFrom(day + 1, weekdays) + (opened % weekdays.length === 0 ? 7 * (count - 1) : 0),
  };
}

/** A day on which something may open, behind every break it would fall into. Breaks in the order of their ends. */
function behindBreaks(wanted: number, days: Days, breaks: readonly BreakDays[]): number {
  let day = wanted;
  // In the order of their ends, a break that is behind never matters again.
  for (const { from, to } of breaks) if (day >= from && day <= to) day = days.from(to + 1);
  return day;
}

/**
 * The instants, in milliseconds, at which parts 0 to count-1 of a rhythm open for a learner, never decreasing, with the
 * breaks of the rhythm and of the learner's cohort left out. With the first part at once, the second one opens on the
 * first such weekday that is at least `gap` calendar days after the day of the start, in the learner's zone; where
 * parts lie so many days apart, it opens so many days after that day.
 */
export function rhythmMs(rhythm: Rhythm, { start, startWall, zone, cohort }: ClockFacts, count: number): number[] {
  if (count <= 0) return [];
  const { every, firstAtOnce } = rhythm;
  const time = timeOfDayMs(rhythm.at);
  const breaks = [...rhythm.breaks, ...cohort.breaks]
    .map(({ from, to }) => ({ from: dayNumber(from), to: dayNumber(to) }))
    .sort((a, b) => a.to - b.to);
  const days = daysOf(every);
  const startDay = Math.floor(startWall / dayMs);
  const found: number[] = firstAtOnce ? [start] : [];
  const wait = every.by === 'days' ? every.count : rhythm.gap;
  let day = behindBreaks(days.from(firstAtOnce ? startDay + wait : startDay), days, breaks);
  // On the day of the start itself: a time that has passed by then is none, and two parts are never one.
  const first = zone.instantAt(day * dayMs + time);
  if (first < start || (firstAtOnce && first === start)) day = behindBreaks(days.from(day + 1), days, breaks);
  for (let opened = 1; found.length < count; opened += 1) {
    found.push(Math.max(start, zone.instantAt(day * dayMs + time)));
    day = behindBreaks(days.after(day, opened), days, breaks);
  }
  return found;
}

/** As `rhythmMs`, as instants. */
export const rhythmInstants = (rhythm: Rhythm, clock: LearnerClock, count: number): Temporal.Instant[] =>
  rhythmMs(rhythm, factsOf(clock), count).map((ms) => Temporal.Instant.fromEpochMilliseconds(ms));
