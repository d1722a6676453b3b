import type { Temporal } from '../kernel/time';
import { type CourseDocument, lessonsOf } from '../outline';
import { noProgress } from '../record';
import { isOpen, type LearnerClock, openings } from '../release';
import { type LearnerRecords, noRecords } from './records';

/** How fast an imagined learner works: minutes a week; `all` does whatever is open at once, 0 nothing. */
export type Pace = number | 'all';

const weekMs = 7 * 86_400_000;

/**
 * The records a learner would have at a moment who goes through the course in order at a pace. For
 * looking at a course with the eyes of somebody who is in the middle of it; nothing of it is kept.
 */
export function recordsAtPace(
  document: CourseDocument,
  clock: LearnerClock,
  now: Temporal.Instant,
  pace: Pace,
): LearnerRecords {
  if (pace === 0) return noRecords;
  const opens = openings(document.course, document.sections, clock);
  const weeks = Math.max(0, now.epochMilliseconds - clock.start.epochMilliseconds) / weekMs;
  let left = pace === 'all' ? Number.POSITIVE_INFINITY : weeks * pace;
  const done = new Set<string>();
  for (const lesson of lessonsOf(document)) {
    const opening = opens.get(lesson.id);
    if (!isOpen(opening, now)) continue;
    if (lesson.needs.some((id) => opens.has(id) && !done.has(id))) continue;
    left -= lesson.learnerMinutes;
    if (left < 0) break;
    done.add(lesson.id);
  }
  return {
    ...noRecords,
    progress: new Map([...done].map((id) => [id, { ...noProgress, state: 'done' as const }])),
  };
}
