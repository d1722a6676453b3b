import {
  type Completion,
  completion,
  type GradeEntry,
  type GradeItem,
  type GradeScheme,
  gradeSheet,
  reaches,
  type Sheet,
  usualScheme,
  wholeItem,
} from '../gradebook';
import { divide, rational, zero } from '../kernel/exact';
import type { Temporal } from '../kernel/time';
import { orElse } from '../kernel/words';
import {
  type CourseDocument,
  isGraded,
  isItem,
  type LessonDocument,
  lessonKindOf,
  lessonsOf,
  type SectionDocument,
  usualDoneRule,
} from '../outline';
import { isFor } from '../quiz';
import { type LessonProgress, noProgress } from '../record';
import {
  instantOf,
  isOpenAt,
  type LearnerClock,
  lessonsAwaited,
  type Opening,
  type Release,
  type ReleaseState,
  releaseState,
  type Standing,
} from '../release';
import { gradingOf } from './grading';
import type { Decision, LearnerRecords } from './records';
import { type Judged, standingOf } from './standing';

export type LessonView = {
  readonly lesson: LessonDocument;
  readonly number: string;
  readonly opening: Opening;
  readonly open: boolean;
  /** Lessons that have to be done or passed before this one opens; empty once they are. */
  readonly waitsFor: readonly Awaited[];
  /** Somebody who gives the course opens it, and has not yet. */
  readonly waitsForHand: boolean;
  /** When it closes again, and since when it has been closed again; milliseconds, null for neither. */
  readonly closesAt: number | null;
  readonly closedSince: number | null;
  /** It would be open, but asks for a password that was not given yet. */
  readonly locked: boolean;
  readonly progress: LessonProgress;
  /** Null: not an assessment, or without a pass mark. */
  readonly passed: boolean | null;
  /** A quiz that is for other learners: they are excused from it. */
  readonly isForOthers: boolean;
};
/** A lesson that another one waits for. */
export type Awaited = { readonly lesson: LessonDocument; readonly until: 'done' | 'passed' };
export type SectionView = { readonly section: SectionDocument; readonly lessons: readonly LessonView[] };
/**
 * A course as one learner meets it at one moment. Everything on the learner's side of Mosaik is worked
 * out from this: an edition, the learner's own records, and now. "View as learner" gives it a working
 * copy, no records and a moment of the creator's choice; nothing else differs.
 */
export type LearnerView = {
  readonly document: CourseDocument;
  readonly clock: LearnerClock;
  readonly now: Temporal.Instant;
  readonly sections: readonly SectionView[];
  readonly lessons: readonly LessonView[];
  /** When the learner's access ends, in milliseconds, and whether it has; null for never. */
  readonly accessEnds: number | null;
  readonly isOver: boolean;
  /** The next moment at which something opens, closes or ends by itself; milliseconds. */
  readonly changesNext: number | null;
  /** The first open lesson that is not done. */
  readonly next: LessonView | null;
  /** The lesson that opens soonest of those still closed. */
  readonly opensNext: LessonView | null;
  readonly done: number;
  readonly minutesLeft: number;
  readonly sheet: Sheet;
  /** Whether the learner has said that they are through. */
  readonly finished: boolean;
  readonly completion: Completion;
  /** Whether the certificate has been earned; null when the course awards none. */
  readonly award: { readonly earned: boolean; readonly missing: readonly string[] } | null;
};

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

/** What a lesson waits for, each once; what has to be passed has to be done as well. */
function waitsOf({ waits }: Opening, lessons: ReadonlyMap<string, Judged>): readonly Awaited[] {
  if (waits.length === 0) return [];
  const found = new Map<string, Awaited>();
  for (const wait of waits) {
    if (wait.for === 'hand') continue;
    for (const id of wait.lessons) {
      const lesson = lessons.get(id)?.lesson;
      if (lesson && found.get(id)?.until !== 'passed') found.set(id, { lesson, until: wait.for });
    }
  }
  return [...found.values()];
}

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
export type State = {
  /** In the order of the course. */
  readonly judged: readonly Judged[];
  readonly entries: ReadonlyMap<string, GradeEntry>;
  readonly release: ReleaseState;
  /** It would be open, but asks for a password that was not given yet. */
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

/** The course as a learner meets it at a moment: what is open, done, due and graded. */
export function learnerView(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  now: Temporal.Instant,
): LearnerView {
  const { judged, entries, release, isLocked } = stateAt(document, clock, records, now);
  const byId = new Map(judged.map((one) => [one.lesson.id, one]));
  const sections = document.sections.map((section, s) => ({
    section,
    lessons: section.lessons.map((lesson, l): LessonView => {
      const state = release.of.get(lesson.id) as Release;
      const kept = records.progress.get(lesson.id) ?? noProgress;
      const { done = false, passed = null } = byId.get(lesson.id) ?? {};
      const locked = isLocked(lesson);
      return {
        lesson,
        number: `${s + 1}.${l + 1}`,
        opening: state.opening,
        open: state.open && !locked,
        locked: state.open && locked,
        waitsFor: waitsOf(state.opening, byId),
        waitsForHand: state.opening.waits.some((wait) => wait.for === 'hand'),
        closesAt: state.closesAt,
        closedSince: state.closedSince,
        progress: done ? { ...kept, state: 'done' } : kept,
        passed,
        isForOthers: !isFor(lesson.quiz?.forWhom, records.belongs),
      };
    }),
  }));
  const sheet = sheetOf(document, entries);
  const { accessEnds, isOver, next: changesNext } = release;
  return whole({ document, clock, now, sections, sheet, accessEnds, isOver, changesNext }, records.finished);
}

/** What follows from the lessons and the sheet: what comes next, how much is left, whether the course is complete. */
export function whole(
  parts: Pick<
    LearnerView,
    'document' | 'clock' | 'now' | 'sections' | 'sheet' | 'accessEnds' | 'isOver' | 'changesNext'
  >,
  finished: boolean,
): LearnerView {
  const { document, now, sections, sheet } = parts;
  const nowMs = now.epochMilliseconds;
  const lessons = sections.flatMap((section) => section.lessons);
  const judged = lessons.map(({ lesson, progress, passed }) => ({ lesson, done: progress.state === 'done', passed }));
  const reached = completion(document.course.completion, judged, finished);
  let opensNext: LessonView | null = null;
  let [done, minutesLeft] = [0, 0];
  for (const view of lessons) {
    const isLater = !isOpenAt(view.opening, nowMs) && Number.isFinite(view.opening.ms);
    if (isLater && (opensNext === null || view.opening.ms < opensNext.opening.ms)) opensNext = view;
    if (view.progress.state === 'done') done += 1;
    else minutesLeft += view.lesson.learnerMinutes;
  }
  return {
    ...parts,
    lessons,
    next: lessons.find((view) => view.open && view.progress.state !== 'done') ?? null,
    opensNext,
    done,
    minutesLeft,
    finished,
    completion: reached,
    award: awardOf(document, reached, sheet),
  };
}

function awardOf(document: CourseDocument, reached: Completion, sheet: Sheet): LearnerView['award'] {
  const { award } = document.course;
  if (!award.on) return null;
  const missing = [
    ...(reached.complete ? [] : orElse(reached.missing, 'The course is not finished yet')),
    ...(award.minPercent !== null && !reaches(sheet.grade, award.minPercent, schemeOf(document))
      ? [gradeMissing(award.minPercent, sheet)]
      : []),
  ];
  return { earned: missing.length === 0, missing };
}

function gradeMissing(percent: number, sheet: Sheet): string {
  const counting = sheet.lines.filter((line) => line.item.weight > 0 && line.item.of > 0);
  if (counting.length > 0 && counting.every((line) => line.entry.state === 'excused'))
    return `Course grade of at least ${percent} %: there is none, since you are excused from everything that is graded. Ask the people who give the course; they can award the certificate by hand`;
  return `Course grade of at least ${percent} %, now ${sheet.gradeText}`;
}
