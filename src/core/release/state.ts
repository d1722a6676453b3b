import { type AccessRule, accessEnd, closingMs } from './access';
import type { LearnerClock } from './clock';
import type { Opening, Standing } from './opening';
import { openings, type ReleaseCourse, type ReleaseSection } from './plan';

/** What decides release for one learner, beside the plan of the course and the moment. */
export type ReleaseLearner = {
  readonly clock: LearnerClock;
  readonly standing: Standing;
  /** Until when they may use the course, where that was granted to them alone; milliseconds. */
  readonly accessUntil: number | null;
};

/** How a section or lesson stands for a learner at a moment. Times in milliseconds since 1970. */
export type Release = {
  readonly opening: Opening;
  readonly open: boolean;
  /** When it closes again; null for never. */
  readonly closesAt: number | null;
  /** Since when it is closed again; null while it is not. */
  readonly closedSince: number | null;
};

export type ReleaseState = {
  readonly of: ReadonlyMap<string, Release>;
  /** When access to the course ends; null for never. */
  readonly accessEnds: number | null;
  readonly isOver: boolean;
  /** The next moment at which something opens, closes or ends by itself; null when nothing will. */
  readonly next: number | null;
};

/**
 * How everything in a course stands for one learner at a moment: what is open, since or from when and by which rule,
 * what it waits for, what is closed again, and when anything will change without anybody doing anything. A lesson
 * closes no later than its section. All of release is asked of this function: learner's pages, the board, messages.
 */
export function releaseState(
  course: ReleaseCourse & { readonly access: AccessRule | null },
  sections: readonly ReleaseSection[],
  { clock, standing, accessUntil }: ReleaseLearner,
  nowMs: number,
): ReleaseState {
  const opens = openings(course, sections, clock, standing);
  const accessEnds = accessEnd(course.access, clock, accessUntil);
  const isOver = accessEnds !== null && accessEnds <= nowMs;
  const of = new Map<string, Release>();
  let next = Number.POSITIVE_INFINITY;
  const later = (ms: number | null) => {
    if (ms !== null && ms > nowMs && ms < next) next = ms;
  };
  const state = (id: string, opening: Opening, closesAt: number | null) => {
    later(opening.ms);
    later(closesAt);
    const isClosed = closesAt !== null && closesAt <= nowMs;
    of.set(id, {
      opening,
      open: !isOver && !isClosed && opening.ms <= nowMs,
      closesAt,
      closedSince: isClosed ? closesAt : null,
    });
  };
  for (const section of sections) {
    const bound = opens.get(section.id) as Opening;
    const sectionCloses = closingMs(section.closes, bound.ms, clock);
    state(section.id, bound, sectionCloses);
    for (const lesson of section.lessons) {
      const opening = opens.get(lesson.id) as Opening;
      const own = closingMs(lesson.closes, opening.ms, clock);
      const closes = own !== null && sectionCloses !== null ? Math.min(own, sectionCloses) : (own ?? sectionCloses);
      state(lesson.id, opening, closes);
    }
  }
  later(accessEnds);
  return { of, accessEnds, isOver, next: Number.isFinite(next) ? next : null };
}
