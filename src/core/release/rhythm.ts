import { atWallTime, type Day, Temporal, type TimeOfDay } from '../kernel/time';
import { type LearnerClock, startWall } from './rule';

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
  /** Days, both ends included, on which nothing new opens; the plan moves on behind them. */
  readonly breaks: readonly Break[];
};

const inBreak = (day: Temporal.PlainDate, breaks: readonly Break[]) => {
  const text = day.toString();
  return breaks.some(({ from, to }) => from <= text && text <= to);
};

/**
 * The instants at which parts 0 to count-1 of a rhythm open for a learner, never decreasing. With the
 * first part at once, the next one opens on the first such weekday after the day of the start, or on the
 * n-th where the rhythm goes by n weeks.
 */
export function rhythmInstants(rhythm: Rhythm, clock: LearnerClock, count: number): Temporal.Instant[] {
  if (count <= 0) return [];
  const time = Temporal.PlainTime.from(rhythm.at);
  const startDay = startWall(clock).toPlainDate();
  const found: Temporal.Instant[] = rhythm.firstAtOnce ? [clock.start] : [];
  let day = startDay.add({ days: (rhythm.weekday - startDay.dayOfWeek + 7) % 7 });
  if (rhythm.firstAtOnce) {
    day = day.add({ weeks: day.equals(startDay) ? rhythm.weeks : rhythm.weeks - 1 });
  } else if (Temporal.Instant.compare(atWallTime(day.toPlainDateTime(time), clock.zone), clock.start) < 0) {
    day = day.add({ weeks: 1 });
  }
  // A break can hold at most as many days as lie between its ends, so the search ends.
  while (found.length < count) {
    if (inBreak(day, rhythm.breaks)) day = day.add({ weeks: 1 });
    else {
      found.push(atWallTime(day.toPlainDateTime(time), clock.zone));
      day = day.add({ weeks: rhythm.weeks });
    }
  }
  return found;
}

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
export const weekdayName = (weekday: number) => weekdays[weekday - 1] ?? '';

/** `One section every Monday 09:00, skipping 2 breaks`. */
export function rhythmText(rhythm: Rhythm): string {
  const part = rhythm.unit === 'section' ? 'One section' : `${rhythm.lessons} ${rhythm.lessons === 1 ? 'lesson' : 'lessons'}`;
  const every = rhythm.weeks === 1 ? 'every' : `every ${rhythm.weeks} weeks on`;
  const breaks = rhythm.breaks.length;
  const skipping = breaks ? `, skipping ${breaks} ${breaks === 1 ? 'break' : 'breaks'}` : '';
  return `${part} ${every} ${weekdayName(rhythm.weekday)} ${rhythm.at}${skipping}`;
}

/** When a part of a rhythm opens, for lists where no learner is looked at: `Mon 09:00, week 3`,
 * breaks not counted. */
export function partText(rhythm: Rhythm, index: number): string {
  if (index === 0 && rhythm.firstAtOnce) return 'at start';
  return `${weekdayName(rhythm.weekday).slice(0, 3)} ${rhythm.at}, week ${index * rhythm.weeks + 1}`;
}
