import {
  completion,
  type GradeEntry,
  type GradeItem,
  type GradeScheme,
  gradeSheet,
  type Sheet,
  usualScheme,
  wholeItem,
} from '../gradebook';
import { divide, rational, zero } from '../kernel/exact';
import type { Temporal } from '../kernel/time';
import {
  type CourseDocument,
  isGraded,
  isItem,
  type LessonDocument,
  lessonKindOf,
  lessonsOf,
  usualDoneRule,
} from '../outline';
import { isFor } from '../quiz';
import {
  instantOf,
  type LearnerClock,
  lessonsAwaited,
  type ReleaseState,
  releaseState,
  type Standing,
} from '../release';
import { gradingOf } from './grading';
import type { Decision, LearnerRecords } from './records';
import { type Judged, standingOf } from './standing';

/** What a lesson is worth, in thousandths of a point. */
export const fullPoints = (lesson: LessonDocument) => lessonKindOf(lesson.kind).fullPoints(lesson, lesson.questions);

/** How the grade of an edition comes about. */
export const schemeOf = ({ course }: CourseDocument): GradeScheme => course.settings.grading ?? usualScheme;

/** What follows from an edition alone, worked out once: editions never change, and each is met by many learners. */
function once<T>(work: (document: CourseDocument) => T): (document: CourseDocument) => T {
  const known = new WeakMap<CourseDocument, T>();
  return (document) => {
    const found = known.get(document);
    if (found !== undefined) return found;
    const made = work(document);
    known.set(document, made);
    return made;
  };
}

/** The lessons of an edition that count for its grade. */
const gradedLessons = once((document) => lessonsOf(document).filter((lesson) => isItem(lesson, lesson.questions)));

/** What counts for the grade of an edition: its lessons in the order of the course, then what is given by hand alone. */
export const gradeItems: (document: CourseDocument) => readonly GradeItem[] = once((document) => [
  ...gradedLessons(document).map((lesson) => ({
    ...{ id: lesson.id, title: lesson.title, weight: lesson.weight },
    of: fullPoints(lesson),
  })),
  ...schemeOf(document).own,
]);

/** What was decided by hand about what belongs to no lesson: columns of their own, and the grade as a whole. */
export const entriesByHand = (document: CourseDocument, { decisions }: LearnerRecords): [string, GradeEntry][] =>
  [...schemeOf(document).own.map(({ id }) => id), wholeItem].flatMap((id) => {
    const decision = decisions.get(id);
    return decision ? [[id, entryDecided(decision)]] : [];
  });

const entryDecided = ({ kind, points, of, reason }: Decision): GradeEntry =>
  kind === 'excused'
    ? { state: 'excused', reason }
    : { state: 'points', points: rational(points ?? 0), of, byHand: reason };

/** The grade of a learner, by what they have for each item. */
export const sheetOf = (document: CourseDocument, entries: ReadonlyMap<string, GradeEntry>): Sheet =>
  gradeSheet(gradeItems(document), entries, document.course.missing, schemeOf(document));

/** Why somebody a quiz is not for has nothing to do in it. */
const notForThem = 'This quiz is for others.';

/** What a learner has for an item, before anything is weighed. `isDue`: whether it counts that there is nothing. */
export function gradeEntry(lesson: LessonDocument, records: LearnerRecords, isDue: boolean): GradeEntry {
  const decision = records.decisions.get(lesson.id);
  if (decision) return entryDecided(decision);
  if (!isFor(lesson.quiz?.forWhom, records.belongs)) return { state: 'excused', reason: notForThem };
  return gradingOf(lesson.kind).entry(lesson, records, isDue);
}

function hasPassed(lesson: LessonDocument, entry: GradeEntry): boolean | null {
  const grading = gradingOf(lesson.kind);
  if (!grading.hasPassMark(lesson)) return null;
  if (entry.state === 'excused') return true;
  if (entry.state !== 'points') return false;
  return grading.passes(lesson, entry.of > 0 ? divide(entry.points, rational(entry.of)) : zero);
}

/** Whether a lesson's own rule says it is done, given what is recorded and, where it is graded, what it has come to. */
function isDone(lesson: LessonDocument, records: LearnerRecords, entry: GradeEntry | undefined): boolean {
  if (records.progress.get(lesson.id)?.state === 'done') return true;
  if (entry === undefined) return false;
  if (entry.state === 'excused') return true;
  // Points for checkpoints are no rule of their own: what is played is done when it says so.
  if (!isGraded(lesson.kind)) return false;
  const rule = lesson.done ?? usualDoneRule(lesson);
  return rule.by === 'passed'
    ? hasPassed(lesson, entry) !== false && entry.state === 'points'
    : entry.state !== 'missing';
}

/**
 * Whether the day has come by which something would have had to be there; without a day of its own, once the course has
 * ended for the learner.
 */
function isDueBy(lesson: LessonDocument, clock: LearnerClock, records: LearnerRecords, nowMs: number): boolean {
  const due = lesson.assignment?.due;
  return records.finished || (due ? instantOf(due, clock).epochMilliseconds <= nowMs : false);
}

const entryOf = (lesson: LessonDocument, records: LearnerRecords): GradeEntry | undefined =>
  isItem(lesson, lesson.questions) ? gradeEntry(lesson, records, false) : undefined;

/** Whether a lesson is done and, where something was given, passed, by some records. */
const judge = (lesson: LessonDocument, records: LearnerRecords, entry: GradeEntry | undefined) => ({
  done: isDone(lesson, records, entry),
  passed: entry ? hasPassed(lesson, entry) : null,
});

/** The same where nothing has been looked up yet. */
const judgeAlone = (lesson: LessonDocument, records: LearnerRecords) =>
  judge(lesson, records, entryOf(lesson, records));
const allAlone = (lessons: readonly LessonDocument[], records: LearnerRecords): Judged[] =>
  lessons.map((lesson) => ({ lesson, ...judgeAlone(lesson, records) }));

/** The lessons of an edition that others wait for. */
const awaitedIn = once(
  (document): ReadonlySet<string> =>
    new Set(
      document.sections.flatMap((section) => [
        ...lessonsAwaited(section.opens),
        ...section.lessons.flatMap((lesson) => [...lesson.needs, ...lessonsAwaited(lesson.opens)]),
      ]),
    ),
);

/**
 * How far a learner has come with every lesson of an edition, whether anything waits for it or not: for plans to come.
 */
export function wholeStanding(document: CourseDocument, clock: LearnerClock, records: LearnerRecords): Standing {
  return standingOf(allAlone(lessonsOf(document), records), judgeAlone, records, clock);
}

/** What is open for a learner and what comes next, without what it all comes to: no grades, no completion. */
export function releaseFor(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  nowMs: number,
): { readonly release: ReleaseState; readonly standing: Standing } {
  const awaited = awaitedIn(document);
  const lessons = awaited.size === 0 ? [] : lessonsOf(document).filter(({ id }) => awaited.has(id));
  const standing = standingOf(allAlone(lessons, records), judgeAlone, records, clock);
  const { accessUntil } = records;
  return {
    release: releaseState(document.course, document.sections, { clock, standing, accessUntil }, nowMs),
    standing,
  };
}

/**
 * Whether anything in an edition waits for what its learners do: if not, what is open follows from their clock alone.
 */
export const waitsForDeeds = (document: CourseDocument): boolean => awaitedIn(document).size > 0;

/** What a learner has at a moment for everything that counts, and for what is decided by hand alone. */
export function gradeEntries(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  now: Temporal.Instant,
): Map<string, GradeEntry> {
  const entries = new Map<string, GradeEntry>(entriesByHand(document, records));
  for (const lesson of gradedLessons(document))
    entries.set(lesson.id, gradeEntry(lesson, records, isDueBy(lesson, clock, records, now.epochMilliseconds)));
  return entries;
}

/** How a learner stands in an edition at a moment, without what a page shows of it. */
type State = {
  /** In the order of the course. */
  readonly judged: readonly Judged[];
  readonly entries: ReadonlyMap<string, GradeEntry>;
  readonly release: ReleaseState;
  /** Whether it asks for a password that was not given yet. */
  readonly isLocked: (lesson: LessonDocument) => boolean;
};

export function stateAt(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  now: Temporal.Instant,
): State {
  const entries = gradeEntries(document, clock, records, now);
  const judged = lessonsOf(document).map((lesson): Judged => {
    const { done, passed } = judge(lesson, records, entries.get(lesson.id));
    return { lesson, done, passed };
  });
  const awaited = awaitedIn(document);
  const standing = standingOf(
    judged.filter(({ lesson }) => awaited.has(lesson.id)),
    judgeAlone,
    records,
    clock,
  );
  const { accessUntil, unlocked } = records;
  const learner = { clock, standing, accessUntil };
  return {
    ...{ judged, entries },
    release: releaseState(document.course, document.sections, learner, now.epochMilliseconds),
    isLocked: ({ id, password }) => password !== '' && !unlocked.has(id),
  };
}

/** What is open, done and graded, as a comparison of editions asks for it: for everybody in a course one after the other. */
export function outcomeAt(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  now: Temporal.Instant,
) {
  const { judged, entries, release, isLocked } = stateAt(document, clock, records, now);
  return {
    lessons: judged.map(({ lesson, done }) => ({
      lesson,
      done,
      open: release.of.get(lesson.id)?.open === true && !isLocked(lesson),
    })),
    gradeText: sheetOf(document, entries).gradeText,
    complete: completion(document.course.completion, judged, records.finished).complete,
  };
}
