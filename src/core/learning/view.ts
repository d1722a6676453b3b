import {
  type Completion,
  completion,
  type GradeEntry,
  type GradeItem,
  gradeSheet,
  reaches,
  type Sheet,
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
import { type LessonProgress, noProgress } from '../record';
import { instantOf, isOpenAt, type LearnerClock, Opening, openings } from '../release';
import { gradingOf } from './grading';
import type { LearnerRecords } from './records';

export type LessonView = {
  readonly lesson: LessonDocument;
  readonly number: string;
  readonly opening: Opening;
  readonly open: boolean;
  /** Lessons that have to be done before this one opens; empty once they are. */
  readonly waitsFor: readonly LessonDocument[];
  /** It would be open, but asks for a password that was not given yet. */
  readonly locked: boolean;
  readonly progress: LessonProgress;
  /** Null: not an assessment, or without a pass mark. */
  readonly passed: boolean | null;
};
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

/** What counts for the grade of an edition, in the order of the course. */
export const gradeItems = (document: CourseDocument): GradeItem[] =>
  lessonsOf(document)
    .filter((lesson) => isItem(lesson, lesson.questions))
    .map((lesson) => ({ id: lesson.id, title: lesson.title, weight: lesson.weight, of: fullPoints(lesson) }));

/** What a learner has for an item, before anything is weighed. `isDue`: whether it counts that there is nothing. */
export function gradeEntry(lesson: LessonDocument, records: LearnerRecords, isDue: boolean): GradeEntry {
  const decision = records.decisions.get(lesson.id);
  if (decision?.kind === 'excused') return { state: 'excused', reason: decision.reason };
  if (decision)
    return { state: 'points', points: rational(decision.points ?? 0), of: decision.of, byHand: decision.reason };
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

/** Whether the day has come by which something would have had to be there; without a day of its own, once the course has ended for the learner. */
function isDueBy(lesson: LessonDocument, clock: LearnerClock, records: LearnerRecords, nowMs: number): boolean {
  const due = lesson.assignment?.due;
  return records.finished || (due ? instantOf(due, clock).epochMilliseconds <= nowMs : false);
}

/** The course as a learner meets it at a moment: what is open, done, due and graded. */
export function learnerView(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  now: Temporal.Instant,
): LearnerView {
  const nowMs = now.epochMilliseconds;
  const opens = openings(document.course, document.sections, clock);
  const all = lessonsOf(document);
  const entries = new Map<string, GradeEntry>();
  for (const lesson of all)
    if (isItem(lesson, lesson.questions))
      entries.set(lesson.id, gradeEntry(lesson, records, isDueBy(lesson, clock, records, nowMs)));
  const byId = new Map(all.map((lesson) => [lesson.id, lesson]));
  const done = new Set(
    all.filter((lesson) => isDone(lesson, records, entries.get(lesson.id))).map((lesson) => lesson.id),
  );
  const atStart = new Opening(clock.start.epochMilliseconds, 'start');
  const sections = document.sections.map((section, s) => ({
    section,
    lessons: section.lessons.map((lesson, l): LessonView => {
      const opening = opens.get(lesson.id) ?? atStart;
      const entry = entries.get(lesson.id);
      const kept = records.progress.get(lesson.id) ?? noProgress;
      const waitsFor =
        lesson.needs.length === 0 ? [] : lesson.needs.flatMap((id) => (done.has(id) ? [] : (byId.get(id) ?? [])));
      const isTime = isOpenAt(opening, nowMs) && waitsFor.length === 0;
      const asksPassword = lesson.password !== '' && !records.unlocked.has(lesson.id);
      return {
        lesson,
        number: `${s + 1}.${l + 1}`,
        opening,
        open: isTime && !asksPassword,
        locked: isTime && asksPassword,
        waitsFor,
        progress: done.has(lesson.id) ? { ...kept, state: 'done' } : kept,
        passed: entry ? hasPassed(lesson, entry) : null,
      };
    }),
  }));
  const sheet = gradeSheet(gradeItems(document), entries, document.course.missing);
  return whole({ document, clock, now, sections, sheet }, records.finished);
}

/** What follows from the lessons and the sheet: what comes next, how much is left, whether the course is complete. */
export function whole(
  parts: Pick<LearnerView, 'document' | 'clock' | 'now' | 'sections' | 'sheet'>,
  finished: boolean,
): LearnerView {
  const { document, now, sections, sheet } = parts;
  const nowMs = now.epochMilliseconds;
  const lessons = sections.flatMap((section) => section.lessons);
  const reached = completion(
    document.course.completion,
    lessons.map(({ lesson, progress, passed }) => ({
      id: lesson.id,
      title: lesson.title,
      required: lesson.required,
      done: progress.state === 'done',
      passed,
    })),
    finished,
  );
  let opensNext: LessonView | null = null;
  let [done, minutesLeft] = [0, 0];
  for (const view of lessons) {
    if (!isOpenAt(view.opening, nowMs) && (opensNext === null || view.opening.ms < opensNext.opening.ms))
      opensNext = view;
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
    ...(award.minPercent !== null && !reaches(sheet.grade, award.minPercent)
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
