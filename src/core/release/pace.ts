import { factsOf, type LearnerClock } from './clock';
import { nothingYet, type Standing } from './opening';
import { openings, type ReleaseCourse, type ReleaseLesson, type ReleaseSection } from './plan';
import { lessonsAwaited } from './rule';

/** How fast an imagined learner works: minutes a week; `all` does whatever is open at once, 0 nothing. */
export type Pace = number | 'all';

const weekMs = 7 * 86_400_000;

type PacedSection = ReleaseSection & {
  readonly lessons: readonly (ReleaseLesson & { readonly learnerMinutes: number })[];
};

/**
 * When an imagined learner is done with each lesson who works at a pace, always at the first open lesson in the order
 * of the course. What they are done with counts as passed. What never opens by itself is never done.
 */
export function standingAtPace(
  course: ReleaseCourse,
  sections: readonly PacedSection[],
  clock: LearnerClock,
  pace: Pace,
): Standing {
  if (pace === 0) return nothingYet;
  const left = new Set(sections.flatMap(({ lessons }) => lessons));
  const awaited = new Set(
    sections.flatMap(({ opens, lessons }) => [
      ...lessonsAwaited(opens),
      ...lessons.flatMap((lesson) => [...lesson.needs, ...lessonsAwaited(lesson.opens)]),
    ]),
  );
  const done = new Map<string, number>();
  const standing: Standing = { done, passed: done, opened: new Map() };
  let opens = openings(course, sections, clock, standing);
  let free = factsOf(clock).start;
  for (;;) {
    // The first open lesson in order; where none is open, the one that opens soonest.
    let next: (ReleaseLesson & { readonly learnerMinutes: number }) | null = null;
    let at = Number.POSITIVE_INFINITY;
    for (const lesson of left) {
      const ms = Math.max(free, opens.get(lesson.id)?.ms ?? Number.POSITIVE_INFINITY);
      if (ms < at) [next, at] = [lesson, ms];
      if (at === free) break;
    }
    if (!next) return standing;
    free = pace === 'all' ? at : at + (next.learnerMinutes / pace) * weekMs;
    done.set(next.id, free);
    left.delete(next);
    if (awaited.has(next.id)) opens = openings(course, sections, clock, standing);
  }
}
