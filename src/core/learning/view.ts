import { type Completion, completion, type GradeEntry, type GradeItem, gradeSheet, reaches, type Sheet } from '../gradebook';
import { type Rational, rational } from '../kernel/exact';
import { Temporal } from '../kernel/time';
import { type CourseDocument, type LessonDocument, lessonsOf, type SectionDocument, usualDoneRule } from '../outline';
import { countingPoints, passes } from '../quiz';
import { type LessonProgress, noProgress } from '../record';
import { isOpen, type LearnerClock, type Opening, openings } from '../release';

/**
 * A course as one learner meets it at one moment. Everything on the learner's side of Mosaik is worked
 * out from this: an edition, the learner's own records, and now. "View as learner" gives it a working
 * copy, no records and a moment of the creator's choice; nothing else differs.
 */
export type LearnerRecords = {
  readonly progress: ReadonlyMap<string, LessonProgress>;
  /** Points in thousandths of the sittings handed in, by lesson, in the order they were begun. */
  readonly sittings: ReadonlyMap<string, readonly { readonly points: number; readonly of: number }[]>;
  /** The newest hand-in of each assignment. */
  readonly handIns: ReadonlyMap<string, { readonly state: 'draft' | 'handed-in' | 'being-marked' | 'marked'; readonly points: number | null }>;
  readonly decisions: ReadonlyMap<string, { readonly kind: 'points' | 'excused'; readonly points: number | null; readonly reason: string }>;
  readonly finished: boolean;
  /** Lessons whose password they have given. */
  readonly unlocked: ReadonlySet<string>;
};
export const noRecords: LearnerRecords = {
  progress: new Map(),
  sittings: new Map(),
  handIns: new Map(),
  decisions: new Map(),
  finished: false,
  unlocked: new Set(),
};

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
  readonly completion: Completion;
  /** Whether the certificate has been earned; null when the course awards none. */
  readonly award: { readonly earned: boolean; readonly missing: readonly string[] } | null;
};

export const fullPoints = (lesson: LessonDocument) =>
  lesson.kind === 'assignment' ? (lesson.assignment?.points ?? 0) : lesson.questions.reduce((total, question) => total + question.points, 0);

export const gradeItems = (document: CourseDocument): GradeItem[] =>
  lessonsOf(document)
    .filter((lesson) => lesson.kind === 'quiz' || lesson.kind === 'assignment')
    .map((lesson) => ({ id: lesson.id, title: lesson.title, weight: lesson.weight, of: fullPoints(lesson) }));

/** What a learner has for each item, before anything is weighed. */
export function gradeEntry(lesson: LessonDocument, records: LearnerRecords): GradeEntry {
  const decision = records.decisions.get(lesson.id);
  if (decision?.kind === 'excused') return { state: 'excused', reason: decision.reason };
  if (decision?.kind === 'points') return { state: 'points', points: rational(decision.points ?? 0), byHand: decision.reason };
  if (lesson.kind === 'quiz') {
    const points = quizPoints(lesson, records);
    return points ? { state: 'points', points } : { state: 'missing' };
  }
  const work = records.handIns.get(lesson.id);
  if (!work || work.state === 'draft') return { state: 'missing' };
  return work.state === 'marked' && work.points !== null ? { state: 'points', points: rational(work.points) } : { state: 'waiting' };
}

const quizPoints = (lesson: LessonDocument, records: LearnerRecords): Rational | null => {
  // An older edition's paper may have been worth another total; its share is what counts.
  const full = fullPoints(lesson);
  const taken = (records.sittings.get(lesson.id) ?? []).map(({ points, of }) => (of === full || of === 0 ? points : Math.round((points * full) / of)));
  return countingPoints(taken, lesson.quiz?.counts ?? 'best');
};

function hasPassed(lesson: LessonDocument, entry: GradeEntry): boolean | null {
  const percent = lesson.kind === 'quiz' ? (lesson.quiz?.passPercent ?? 0) : 0;
  const needed = lesson.kind === 'assignment' ? (lesson.assignment?.passPoints ?? 0) : 0;
  if (percent === 0 && needed === 0) return null;
  if (entry.state === 'excused') return true;
  if (entry.state !== 'points') return false;
  const points = Number(entry.points.n) / Number(entry.points.d);
  return lesson.kind === 'quiz' ? passes(points, fullPoints(lesson), percent) : points >= needed;
}

/** Whether a lesson's own rule says it is done, given what is recorded. */
export function isDone(lesson: LessonDocument, records: LearnerRecords): boolean {
  if (records.progress.get(lesson.id)?.state === 'done') return true;
  const rule = lesson.done ?? usualDoneRule(lesson);
  const entry = lesson.kind === 'quiz' || lesson.kind === 'assignment' ? gradeEntry(lesson, records) : null;
  if (entry === null) return false;
  if (entry.state === 'excused') return true;
  return rule.by === 'passed' ? hasPassed(lesson, entry) !== false && entry.state === 'points' : entry.state !== 'missing';
}

export function learnerView(document: CourseDocument, clock: LearnerClock, records: LearnerRecords, now: Temporal.Instant): LearnerView {
  const opens = openings(document.course, document.sections, clock);
  const items = gradeItems(document);
  const entries = new Map(
    lessonsOf(document)
      .filter((lesson) => lesson.kind === 'quiz' || lesson.kind === 'assignment')
      .map((lesson) => [lesson.id, gradeEntry(lesson, records)]),
  );
  const byId = new Map(lessonsOf(document).map((lesson) => [lesson.id, lesson]));
  const missing = (lesson: LessonDocument) => lesson.needs.flatMap((id) => byId.get(id) ?? []).filter((needed) => !isDone(needed, records));
  const asksPassword = (lesson: LessonDocument) => lesson.password !== '' && !records.unlocked.has(lesson.id);
  const sections = document.sections.map((section, s) => ({
    section,
    lessons: section.lessons.map((lesson, l): LessonView => {
      const opening = opens.get(lesson.id) ?? { at: clock.start, from: 'start' as const };
      const entry = entries.get(lesson.id);
      const kept = records.progress.get(lesson.id) ?? noProgress;
      const progress: LessonProgress = isDone(lesson, records) ? { ...kept, state: 'done' } : kept;
      return {
        lesson,
        number: `${s + 1}.${l + 1}`,
        opening,
        open: isOpen(opening, now) && missing(lesson).length === 0 && !asksPassword(lesson),
        locked: isOpen(opening, now) && missing(lesson).length === 0 && asksPassword(lesson),
        waitsFor: missing(lesson),
        progress,
        passed: entry ? hasPassed(lesson, entry) : null,
      };
    }),
  }));
  const lessons = sections.flatMap((section) => section.lessons);
  const sheet = gradeSheet(items, entries, document.course.missing);
  const reached = completion(
    document.course.completion,
    lessons.map(({ lesson, progress, passed }) => ({ id: lesson.id, title: lesson.title, required: lesson.required, done: progress.state === 'done', passed })),
    records.finished,
  );
  const closed = lessons.filter((view) => !isOpen(view.opening, now));
  const opensNext = closed.reduce<LessonView | null>(
    (soonest, view) => (soonest && Temporal.Instant.compare(soonest.opening.at, view.opening.at) <= 0 ? soonest : view),
    null,
  );
  return {
    document,
    clock,
    now,
    sections,
    lessons,
    next: lessons.find((view) => view.open && view.progress.state !== 'done') ?? null,
    opensNext,
    done: lessons.filter((view) => view.progress.state === 'done').length,
    minutesLeft: lessons.reduce((total, view) => total + (view.progress.state === 'done' ? 0 : view.lesson.learnerMinutes), 0),
    sheet,
    completion: reached,
    award: awardOf(document, reached, sheet),
  };
}

function awardOf(document: CourseDocument, reached: Completion, sheet: Sheet): LearnerView['award'] {
  const { award } = document.course;
  if (!award.on) return null;
  const gradeMissing = award.minPercent !== null && !reaches(sheet.grade, award.minPercent);
  const missing = [
    ...(reached.complete ? [] : reached.missing.length > 0 ? reached.missing : ['The course is not finished yet']),
    ...(gradeMissing ? [`Course grade of at least ${award.minPercent} %, now ${sheet.gradeText}`] : []),
  ];
  return { earned: missing.length === 0, missing };
}
