import { later, Temporal, wallTime } from '../kernel/time';
import { partText, type Rhythm, rhythmInstants, rhythmText } from './rhythm';
import { instantOf, type LearnerClock, type OpeningRule, ruleText } from './rule';

/** The part of a course that release needs to know. A course document and a working copy both fit. */
export type ReleaseCourse = { readonly rhythm: Rhythm | null };
export type ReleaseSection = {
  readonly id: string;
  readonly opens: OpeningRule | null;
  readonly lessons: readonly { readonly id: string; readonly opens: OpeningRule | null }[];
};

export type OpeningSource = 'lesson' | 'section' | 'rhythm' | 'start';
export type Opening = {
  readonly at: Temporal.Instant;
  /** Where the time comes from; `section` also when a lesson's own rule is earlier than its section. */
  readonly from: OpeningSource;
};

/**
 * When each lesson and section opens for a learner, by id. A section's own rule goes before the
 * rhythm; a lesson opens at its own rule but never before its section.
 */
export function openings(course: ReleaseCourse, sections: readonly ReleaseSection[], clock: LearnerClock): ReadonlyMap<string, Opening> {
  const found = new Map<string, Opening>();
  const { rhythm } = course;
  const perSection = rhythm?.unit === 'section' ? rhythmInstants(rhythm, clock, sections.length) : [];
  const total = sections.reduce((count, section) => count + section.lessons.length, 0);
  const perLesson = rhythm?.unit === 'lessons' ? rhythmInstants(rhythm, clock, Math.ceil(total / Math.max(1, rhythm.lessons))) : [];
  let lessonIndex = 0;
  for (const [s, section] of sections.entries()) {
    const fromRhythm = perSection[s];
    const sectionOpening: Opening = section.opens
      ? { at: instantOf(section.opens, clock), from: 'section' }
      : fromRhythm
        ? { at: fromRhythm, from: 'rhythm' }
        : { at: clock.start, from: 'start' };
    found.set(section.id, sectionOpening);
    for (const lesson of section.lessons) {
      const share = perLesson[Math.floor(lessonIndex / Math.max(1, rhythm?.lessons ?? 1))];
      lessonIndex += 1;
      found.set(lesson.id, lessonOpening(lesson.opens, section.opens ? undefined : share, sectionOpening, clock));
    }
  }
  return found;
}

function lessonOpening(rule: OpeningRule | null, share: Temporal.Instant | undefined, section: Opening, clock: LearnerClock): Opening {
  const own: Opening | null = rule ? { at: instantOf(rule, clock), from: 'lesson' } : share ? { at: share, from: 'rhythm' } : null;
  return own && Temporal.Instant.compare(own.at, section.at) >= 0 ? own : section;
}

export const isOpen = (opening: Opening | undefined, now: Temporal.Instant) => opening !== undefined && Temporal.Instant.compare(opening.at, now) <= 0;

/**
 * The rule each section and lesson follows, in words, by id, for lists where no learner is looked at.
 */
export function openingTexts(course: ReleaseCourse, sections: readonly ReleaseSection[]): ReadonlyMap<string, string> {
  const { rhythm } = course;
  const found = new Map<string, string>();
  let lessonIndex = 0;
  for (const [s, section] of sections.entries()) {
    const own = section.opens ? ruleText(section.opens) : rhythm?.unit === 'section' ? partText(rhythm, s) : 'at start';
    found.set(section.id, own);
    for (const lesson of section.lessons) {
      const part = rhythm?.unit === 'lessons' && !section.opens ? partText(rhythm, Math.floor(lessonIndex / rhythm.lessons)) : own;
      lessonIndex += 1;
      found.set(lesson.id, lesson.opens ? ruleText(lesson.opens) : part);
    }
  }
  return found;
}

export type BoardWeek = {
  readonly index: number;
  /** Midnight on the first day of the week, in the learner's zone. */
  readonly from: Temporal.Instant;
  readonly to: Temporal.Instant;
  readonly minutes: number;
};
export type Board = {
  readonly weeks: readonly BoardWeek[];
  /** Week index of each lesson, by id. */
  readonly weekOf: ReadonlyMap<string, number>;
};

/** The weeks from the learner's start to the last opening, with the minutes each asks for. */
export function board(
  lessons: readonly { readonly id: string; readonly learnerMinutes: number }[],
  opens: ReadonlyMap<string, Opening>,
  clock: LearnerClock,
): Board {
  const firstDay = wallTime(clock.start, clock.zone).toPlainDate();
  const weekOf = new Map<string, number>();
  const minutes: number[] = [0];
  for (const lesson of lessons) {
    const opening = opens.get(lesson.id);
    if (!opening) continue;
    const day = wallTime(later(opening.at, clock.start), clock.zone).toPlainDate();
    const week = Math.floor(firstDay.until(day, { largestUnit: 'days' }).days / 7);
    weekOf.set(lesson.id, week);
    minutes[week] = (minutes[week] ?? 0) + lesson.learnerMinutes;
  }
  const weeks = Array.from({ length: minutes.length }, (_, index) => {
    const midnight = (weeksLater: number) => firstDay.add({ weeks: weeksLater }).toZonedDateTime({ timeZone: clock.zone }).toInstant();
    return { index, from: midnight(index), to: midnight(index + 1), minutes: minutes[index] ?? 0 };
  });
  return { weeks, weekOf };
}

export const planText = (course: ReleaseCourse) => (course.rhythm ? rhythmText(course.rhythm) : 'No rhythm: everything opens at start');
