import { Temporal } from '../kernel/time';
import { dayMs } from '../kernel/zone';
import { partText, type Rhythm, rhythmMs, rhythmText } from './rhythm';
import { factsOf, type LearnerClock, msOf, type OpeningRule, ruleText } from './rule';

/** The part of a course that release needs to know. A course document and a working copy both fit. */
export type ReleaseCourse = { readonly rhythm: Rhythm | null };
export type ReleaseSection = {
  readonly id: string;
  readonly opens: OpeningRule | null;
  readonly lessons: readonly { readonly id: string; readonly opens: OpeningRule | null }[];
};

export type OpeningSource = 'lesson' | 'section' | 'rhythm' | 'start';

/** When something opens for a learner. */
export class Opening {
  constructor(
    /** Milliseconds since 1970. */
    readonly ms: number,
    /** Where the time comes from; `section` also when a lesson's own rule is earlier than its section. */
    readonly from: OpeningSource,
  ) {}
  get at(): Temporal.Instant {
    return Temporal.Instant.fromEpochMilliseconds(this.ms);
  }
}

/** Which part of the rhythm a section and each of its lessons belong to; null where the rhythm says nothing about them. */
function* partsOf(course: ReleaseCourse, sections: readonly ReleaseSection[]) {
  const { rhythm } = course;
  const together = Math.max(1, rhythm?.lessons ?? 1);
  let index = 0;
  for (const [s, section] of sections.entries()) {
    const own = rhythm?.unit === 'section' && !section.opens ? s : null;
    const first = index;
    index += section.lessons.length;
    yield {
      section,
      part: own,
      lessonPart: (l: number) =>
        rhythm?.unit === 'lessons' && !section.opens ? Math.floor((first + l) / together) : null,
    };
  }
}

const partCount = (rhythm: Rhythm, sections: readonly ReleaseSection[]): number =>
  rhythm.unit === 'section'
    ? sections.length
    : Math.ceil(sections.reduce((count, section) => count + section.lessons.length, 0) / Math.max(1, rhythm.lessons));

/**
 * When each lesson and section opens for a learner, by id. A section's own rule goes before the
 * rhythm; a lesson opens at its own rule but never before its section. Planned lessons are no part of an
 * edition and have no place in `sections`.
 */
export function openings(
  course: ReleaseCourse,
  sections: readonly ReleaseSection[],
  clock: LearnerClock,
): ReadonlyMap<string, Opening> {
  const facts = factsOf(clock);
  const found = new Map<string, Opening>();
  const { rhythm } = course;
  const parts = rhythm ? rhythmMs(rhythm, facts, partCount(rhythm, sections)) : [];
  for (const { section, part, lessonPart } of partsOf(course, sections)) {
    const fromRhythm = part === null ? undefined : parts[part];
    const usual = fromRhythm === undefined ? new Opening(facts.start, 'start') : new Opening(fromRhythm, 'rhythm');
    const bound = section.opens ? new Opening(msOf(section.opens, facts), 'section') : usual;
    found.set(section.id, bound);
    for (let l = 0; l < section.lessons.length; l += 1) {
      const lesson = section.lessons[l] as ReleaseSection['lessons'][number];
      const share = lessonPart(l);
      const fromPart = share === null ? undefined : parts[share];
      const ms = lesson.opens ? msOf(lesson.opens, facts) : fromPart;
      found.set(
        lesson.id,
        ms !== undefined && ms >= bound.ms ? new Opening(ms, lesson.opens ? 'lesson' : 'rhythm') : bound,
      );
    }
  }
  return found;
}

/** Whether something is open at a moment in milliseconds since 1970. */
export const isOpenAt = (opening: Opening | undefined, ms: number): boolean =>
  opening !== undefined && opening.ms <= ms;
/** Whether something has opened at an instant. */
export const isOpen = (opening: Opening | undefined, now: Temporal.Instant): boolean =>
  isOpenAt(opening, now.epochMilliseconds);

/**
 * The rule each section and lesson follows, in words, by id, for lists where no learner is looked at.
 */
export function openingTexts(course: ReleaseCourse, sections: readonly ReleaseSection[]): ReadonlyMap<string, string> {
  const { rhythm } = course;
  const found = new Map<string, string>();
  for (const { section, part, lessonPart } of partsOf(course, sections)) {
    const withPart = (at: number | null, otherwise: string) =>
      rhythm && at !== null ? partText(rhythm, at) : otherwise;
    const own = section.opens ? ruleText(section.opens) : withPart(part, 'at start');
    found.set(section.id, own);
    for (const [l, lesson] of section.lessons.entries()) {
      const share = lessonPart(l);
      found.set(lesson.id, lesson.opens ? ruleText(lesson.opens) : withPart(share, own));
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
  /** How many weeks there are in all, from the start to the last opening. */
  readonly weekCount: number;
};

/**
 * The weeks of a plan as a learner has them: `show` of them from `first` on, with the minutes each asks for. What
 * is worked out follows what is shown, however far away the last opening lies.
 */
export function board(
  lessons: readonly { readonly id: string; readonly learnerMinutes: number }[],
  opens: ReadonlyMap<string, Opening>,
  clock: LearnerClock,
  { first, show }: { readonly first: number; readonly show: number },
): Board {
  const { start, startWall, zone } = factsOf(clock);
  const firstDay = Math.floor(startWall / dayMs);
  const weekOf = new Map<string, number>();
  const minutes = new Map<number, number>();
  let last = 0;
  for (const lesson of lessons) {
    const opening = opens.get(lesson.id);
    if (!opening) continue;
    const week = Math.floor((Math.floor(zone.wallAt(Math.max(opening.ms, start)) / dayMs) - firstDay) / 7);
    weekOf.set(lesson.id, week);
    minutes.set(week, (minutes.get(week) ?? 0) + lesson.learnerMinutes);
    last = Math.max(last, week);
  }
  const midnight = (week: number) =>
    Temporal.Instant.fromEpochMilliseconds(zone.instantAt((firstDay + week * 7) * dayMs));
  const count = Math.max(0, Math.min(show, last + 1 - first));
  const weeks = Array.from({ length: count }, (_, i) => {
    const index = first + i;
    return { index, from: midnight(index), to: midnight(index + 1), minutes: minutes.get(index) ?? 0 };
  });
  return { weeks, weekOf, weekCount: last + 1 };
}

/** The rhythm of a course in words. */
export const planText = (course: ReleaseCourse) =>
  course.rhythm ? rhythmText(course.rhythm) : 'No rhythm: everything opens at start';
