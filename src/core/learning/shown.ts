import type { GradeEntry } from '../gradebook';
import { Temporal } from '../kernel/time';
import { orElse } from '../kernel/words';
import type { LessonDocument } from '../outline';
import type { LearnerRecords } from './records';
import { entriesByHand, sheetOf } from './state';
import { type LearnerView, type LessonView, whole } from './view';

/** What a learner may see of a result: that it is there, its points and whether it was passed, the right answers. */
export type Shown = { readonly points: boolean; readonly answers: boolean };

/**
 * What a learner may see of the results of a lesson. The one place that decides it: pages, grades, averages,
 * progress and whatever tells a learner something ask here, or are given a view that `throughOwnEyes` has made.
 */
export function shownOf({ quiz }: Pick<LessonDocument, 'quiz'>, now: Temporal.Instant): Shown {
  const shows = quiz?.shows ?? 'points-and-answers';
  const from = quiz?.showsFrom ? Temporal.Instant.from(quiz.showsFrom) : null;
  if (from && Temporal.Instant.compare(now, from) < 0) return { points: false, answers: false };
  return { points: shows !== 'nothing', answers: shows === 'points-and-answers' };
}

const isHidden = (lesson: LessonDocument, records: LearnerRecords, now: Temporal.Instant): boolean =>
  !shownOf(lesson, now).points &&
  (records.sittings.get(lesson.id)?.length ?? 0) > 0 &&
  records.decisions.get(lesson.id)?.kind !== 'excused';

/**
 * The view of a course as its learner may see it. A result that is not shown is neither in the grade they see nor
 * in whether something is passed; what was handed in counts as done to their eyes, whatever came of it. Decisions
 * (what opens, what is complete, what is awarded) are made on the view itself and never on this one.
 */
export function throughOwnEyes(view: LearnerView, records: LearnerRecords): LearnerView {
  const hidden = new Set(
    view.lessons.filter(({ lesson }) => isHidden(lesson, records, view.now)).map(({ lesson }) => lesson.id),
  );
  if (hidden.size === 0) return view;
  const entries = new Map<string, GradeEntry>(
    view.sheet.lines.map(({ item, entry }) => [item.id, hidden.has(item.id) ? { state: 'hidden' as const } : entry]),
  );
  const own = (one: LessonView): LessonView =>
    hidden.has(one.lesson.id)
      ? { ...one, passed: null, progress: { ...one.progress, state: 'done', doneAt: null } }
      : one;
  const sections = view.sections.map((section) => ({ ...section, lessons: section.lessons.map(own) }));
  for (const [id, entry] of entriesByHand(view.document, records)) entries.set(id, entry);
  const sheet = sheetOf(view.document, entries);
  const shown = whole({ ...view, sections, sheet }, view.finished);
  // Whether it is earned is the truth; of what is missing, only what can be told.
  const missing = (shown.award?.missing ?? []).filter((one) => !one.startsWith('Course grade'));
  return {
    ...shown,
    award: view.award && {
      earned: view.award.earned,
      missing: view.award.earned ? [] : orElse(missing, 'A result that is not shown decides it'),
    },
    completion:
      view.completion.complete === shown.completion.complete
        ? shown.completion
        : { ...shown.completion, complete: view.completion.complete },
  };
}
