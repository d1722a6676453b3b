import { type Completion, completion, reaches, type Sheet } from '../gradebook';
import type { Temporal } from '../kernel/time';
import { orElse } from '../kernel/words';
import type { CourseDocument, LessonDocument, SectionDocument } from '../outline';
import { isFor } from '../quiz';
import { type LessonProgress, noProgress } from '../record';
import { isOpenAt, type LearnerClock, type Opening, type Release } from '../release';
import type { LearnerRecords } from './records';
import type { Judged } from './standing';
import { schemeOf, sheetOf, stateAt } from './state';

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
