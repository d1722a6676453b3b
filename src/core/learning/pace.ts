import type { Temporal } from '../kernel/time';
import type { CourseDocument } from '../outline';
import { noProgress } from '../record';
import { type LearnerClock, type Pace, standingAtPace } from '../release';
import { type LearnerRecords, noRecords } from './records';

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
  const { done } = standingAtPace(document.course, document.sections, clock, pace);
  const by = [...done].filter(([, ms]) => ms <= now.epochMilliseconds);
  return {
    ...noRecords,
    progress: new Map(
      by.map(([id, ms]) => [id, { ...noProgress, state: 'done' as const, doneAt: new Date(ms).toISOString() }]),
    ),
  };
}
