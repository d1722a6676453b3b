import * as rrule from 'rrule';
import { Temporal } from '../kernel/time';
import { dayMs, dayNumber, timeOfDayMs, zoneOf } from '../kernel/zone';
import { type AccessRule, instantOf, type LearnerClock } from '../release';
import type { LiveSettings } from './settings';

// The package is CommonJS to Node.js and a module to bundlers: the one has its names on the default export, the other
// beside it.
const { RRule } = 'RRule' in rrule ? rrule : (rrule as { readonly default: typeof import('rrule') }).default;

/** No session meets more often than this. */
export const mostMeetings = 100;

/** One time a session meets, in milliseconds since 1970. */
export type Meeting = {
  /** From 1, in their order. */
  readonly number: number;
  readonly starts: number;
  readonly ends: number;
  /** From when on people may come in. */
  readonly opens: number;
};

/** Parts of a recurrence rule that say something within a day. */
const withinDay = /(^|;)BY(HOUR|MINUTE|SECOND)=/;

/**
 * What is wrong with a recurrence rule; null for nothing. `from`: the day a session meets first, where it is a date;
 * null where it is counted from each learner's start, so that no day can be the last.
 */
export function repeatsFault(text: string, from: string | null): string | null {
  if (text === '') return null;
  try {
    const { count, until, freq } = RRule.parseString(text);
    if (freq === undefined) return 'Say how often it repeats.';
    if (!count && !until) return 'Say how often it meets, or until when: a session cannot repeat without an end.';
    if (!count && from === null) return 'Say how often it meets: it begins with each start, so no day can be its last.';
    if (freq > RRule.DAILY || withinDay.test(text)) return 'A session repeats by days, weeks, months or years.';
    const first = from === null ? Date.UTC(2027, 0, 1) : dayNumber(from) * dayMs;
    return walls(first, text).length > mostMeetings ? `A session meets at most ${mostMeetings} times.` : null;
  } catch {
    return 'This is no rule of repetition (RFC 5545), for example FREQ=WEEKLY;COUNT=6.';
  }
}

/** What clocks show at each repetition of a first time, counted as if it were UTC. Throws on a rule that is none. */
function walls(first: number, repeats: string): number[] {
  if (repeats === '') return [first];
  const rule = new RRule({ ...RRule.parseString(repeats), dtstart: new Date(first) });
  // One more than there may be, so that it can be told.
  return rule.all((_date, i) => i <= mostMeetings).map((date) => date.getTime());
}

/** As much of a lesson as a session needs. */
type LiveLesson = { readonly id: string; readonly live: LiveSettings | null };

/**
 * When a session meets, for whoever has a clock; for a cohort that has a time of its own for it, at that. Repetitions
 * are at the same time of day in the zone the first one is
 * meant in, over changes of clocks; a time that clocks jump over is the moment of the jump. None while it is not
 * planned.
 */
export function meetingsOf(lesson: LiveLesson, clock: LearnerClock): Meeting[] {
  if (!lesson.live) return [];
  const { minutes, repeats, joinBefore } = lesson.live;
  const when = clock.cohort?.meets[lesson.id] ?? lesson.live.when;
  if (when === null) return [];
  const zone = zoneOf(when.when === 'on-date' ? when.zone : clock.zone);
  const first = wallOfFirst(when, clock, zone);
  return walls(first, repeats)
    .slice(0, mostMeetings)
    .map((wall, i) => {
      const starts = zone.instantAt(wall);
      return { number: i + 1, starts, ends: starts + minutes * 60_000, opens: starts - joinBefore * 60_000 };
    });
}

/**
 * A date is meant as it stands, also when clocks jump over its time; what is counted from a start is what clocks show
 * then.
 */
const wallOfFirst = (when: AccessRule, clock: LearnerClock, zone: { wallAt(ms: number): number }): number =>
  when.when === 'on-date'
    ? dayNumber(when.date) * dayMs + timeOfDayMs(when.at)
    : zone.wallAt(instantOf(when, clock).epochMilliseconds);

/** Whether the time of a date is one that clocks jump over that night. */
export function isSkipped(when: AccessRule | null): boolean {
  if (when?.when !== 'on-date') return false;
  const wall = dayNumber(when.date) * dayMs + timeOfDayMs(when.at);
  const zone = zoneOf(when.zone);
  return zone.wallAt(zone.instantAt(wall)) !== wall;
}

/** The meeting that is on or comes next at a moment, or the last one when all are over. */
export function meetingAt(meetings: readonly Meeting[], nowMs: number): Meeting | null {
  return meetings.find(({ ends }) => ends > nowMs) ?? meetings.at(-1) ?? null;
}

export const startOf = ({ starts }: Meeting): Temporal.Instant => Temporal.Instant.fromEpochMilliseconds(starts);
