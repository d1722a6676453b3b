import type { LessonDocument } from '../outline';
import type { LearnerClock, Standing } from '../release';
import type { LearnerRecords } from './records';

/** A moment that was kept, in milliseconds; what was kept before moments were counts from the start. */
const msFrom = (at: string | null | undefined, clock: LearnerClock): number =>
  at ? Date.parse(at.replace(' ', 'T')) : clock.start.epochMilliseconds;

/**
 * When something that holds now came to hold: with the first of the results from which on it has held ever since. Each
 * result is looked at as if none had come after it.
 */
function heldSince(
  lesson: LessonDocument,
  records: LearnerRecords,
  clock: LearnerClock,
  holds: (records: LearnerRecords) => boolean,
): number {
  const decision = records.decisions.get(lesson.id);
  if (decision) return msFrom(decision.at, clock);
  const [sittings, work] = [records.sittings.get(lesson.id) ?? [], records.handIns.get(lesson.id) ?? []];
  const moments = [
    ...sittings.map(({ at }, i) => ({ ms: msFrom(at, clock), sittings: i + 1, work: work.length })),
    ...work.map(({ at, markedAt }, i) => ({
      ms: msFrom(markedAt ?? at, clock),
      sittings: sittings.length,
      work: i + 1,
    })),
  ];
  let since = clock.start.epochMilliseconds;
  for (let i = moments.length - 1; i >= 0; i -= 1) {
    const { ms, sittings: taken, work: given } = moments[i] as (typeof moments)[number];
    const then = {
      ...records,
      sittings: new Map([[lesson.id, sittings.slice(0, taken)]]),
      handIns: new Map([[lesson.id, work.slice(0, given)]]),
    };
    if (!holds(then)) break;
    since = ms;
  }
  return since;
}

/** How a lesson stands for a learner. */
export type Judged = {
  readonly lesson: LessonDocument;
  readonly done: boolean;
  /** Null: nothing there that could be passed. */
  readonly passed: boolean | null;
};
type Judge = (lesson: LessonDocument, records: LearnerRecords) => Omit<Judged, 'lesson'>;

/** How far a learner has come: when each lesson was done and, where it can be passed, passed. */
export function standingOf(
  lessons: readonly Judged[],
  judge: Judge,
  records: LearnerRecords,
  clock: LearnerClock,
): Standing {
  const [done, passed] = [new Map<string, number>(), new Map<string, number>()];
  for (const { lesson, ...now } of lessons) {
    const progress = records.progress.get(lesson.id);
    const since = (what: keyof typeof now) =>
      heldSince(lesson, records, clock, (then) => judge(lesson, then)[what] === true);
    if (now.done) done.set(lesson.id, progress?.state === 'done' ? msFrom(progress.doneAt, clock) : since('done'));
    // What has no pass mark is passed by being done.
    if (now.passed) passed.set(lesson.id, since('passed'));
    else if (now.passed === null && now.done) passed.set(lesson.id, done.get(lesson.id) ?? 0);
  }
  return { done, passed, opened: records.opened };
}
