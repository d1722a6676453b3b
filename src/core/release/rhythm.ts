import { type Day, type TimeOfDay, timeOfDayText } from '../kernel/time';
import { listText } from '../kernel/words';

/** Days, both ends included, on which nothing new opens; the plan moves on behind them. */
export type Break = { readonly from: Day; readonly to: Day; readonly name: string };

/**
 * How far parts lie apart: so many days; or on weekdays (1 Monday to 7 Sunday, in order), as many parts as there are
 * weekdays, and so many weeks later again.
 */
export type Step =
  | { readonly by: 'days'; readonly count: number }
  | { readonly by: 'weeks'; readonly count: number; readonly weekdays: readonly number[] };

/**
 * A pattern that lays a course out part by part. A part is a section, or so many lessons, or what has been laid out by
 * the minutes it asks. Parts whose section or lesson has a rule of its own keep it.
 */
export type Rhythm = {
  readonly unit: 'section' | 'lessons' | 'laid';
  /** With lessons: how many open together. */
  readonly lessons: number;
  /**
   * Laid out: the id of the lesson with which each part but the first begins; the same again where parts before it are
   * empty.
   */
  readonly begins: readonly string[];
  readonly every: Step;
  readonly at: TimeOfDay;
  /** Whether the first part opens at the start, whatever day that is. */
  readonly firstAtOnce: boolean;
  /**
   * On weekdays, with the first part at once: how many days after the day of the start the second one opens at the
   * earliest.
   */
  readonly gap: number;
  readonly breaks: readonly Break[];
};

/** Half the way from one week to the next, in days: how long the second part usually waits at least. */
export const usualGap = (weeks: number): number => Math.ceil((weeks * 7) / 2);

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
/** A day of the week by its number in ISO 8601, Monday being 1. */
export const weekdayName = (weekday: number) => weekdays[weekday - 1] ?? '';

function stepText(every: Step): string {
  if (every.by === 'days') return every.count === 1 ? 'every day' : `every ${every.count} days`;
  const names = listText(every.weekdays.map(weekdayName));
  return every.count === 1 ? `every ${names}` : `every ${every.count} weeks on ${names}`;
}

const unitText = {
  section: () => 'One section',
  lessons: ({ lessons }: Rhythm) => (lessons === 1 ? 'One lesson' : `${lessons} lessons`),
  laid: ({ begins }: Rhythm) => `${begins.length + 1} parts laid out by minutes, one`,
};

/** `One section every Monday 09:00, skipping 2 breaks`. */
export function rhythmText(rhythm: Rhythm): string {
  const breaks = rhythm.breaks.length;
  const skipping = breaks ? `, skipping ${breaks} ${breaks === 1 ? 'break' : 'breaks'}` : '';
  return `${unitText[rhythm.unit](rhythm)} ${stepText(rhythm.every)} ${timeOfDayText(rhythm.at)}${skipping}`;
}

/**
 * When a part of a rhythm opens, for lists where no learner is looked at: which day that is depends on the learner's
 * start and on breaks.
 */
export function partText(rhythm: Rhythm, index: number): string {
  if (index === 0 && rhythm.firstAtOnce) return 'at start';
  const { every, at } = rhythm;
  const [only, ...more] = every.by === 'weeks' ? every.weekdays : [];
  const day = only !== undefined && more.length === 0 ? `${weekdayName(only).slice(0, 3)} ` : '';
  return `part ${index + 1}, ${day}${timeOfDayText(at)}`;
}
