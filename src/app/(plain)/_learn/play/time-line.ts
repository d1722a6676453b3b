import type { LearnerView, LessonView } from '@/core/learning';
import { type Chapter, chaptersInOrder, checkpointsOf, type Moment, usualDoneRule } from '@/core/outline';
import type { LessonProgress } from '@/core/record';
import type { PaperQuestion } from '../paper';
import { paperOf } from '../paper-of';
import type { Place } from '../place';

/** A checkpoint as a learner's browser may have it: nothing in it says what is right. */
export type AskedCheckpoint = Moment & { readonly id: string; readonly question: PaperQuestion };

/** What a lesson that plays for a time is given, beside its file. */
export type Played = {
  readonly place: Place;
  readonly lessonId: string;
  readonly chapters: readonly Chapter[];
  readonly checkpoints: readonly AskedCheckpoint[];
  readonly answered: LessonProgress['answered'];
  /** Where to go on, in seconds. */
  readonly resume: number;
  readonly isDone: boolean;
  /** Percent to be played; null when that is not the rule. */
  readonly needed: number | null;
  /** Whether all checkpoints have to be answered as well. */
  readonly answersNeeded: boolean;
  /** Where to go once it has been played to its end; null when nowhere by itself. */
  readonly goesOnTo: string | null;
};

export function playedOf(view: LearnerView, one: LessonView, place: Place, nextHref: string | null): Played {
  const { lesson, progress } = one;
  const rule = lesson.done ?? usualDoneRule(lesson);
  return {
    place,
    lessonId: lesson.id,
    chapters: chaptersInOrder(lesson.chapters),
    checkpoints: checkpointsOf(lesson.questions).flatMap((question) =>
      paperOf([question]).map((asked) => ({ id: question.id, ...question.moment, question: asked })),
    ),
    answered: progress.answered,
    resume: progress.place ?? progress.watched.at(-1)?.[1] ?? 0,
    isDone: progress.state === 'done',
    needed: rule.by === 'watched' ? rule.percent : null,
    answersNeeded: rule.by === 'watched' && rule.answers === true,
    goesOnTo: view.document.course.settings.goesOn ? nextHref : null,
  };
}
