import type { DoneRule, Lesson, LessonKind, Question } from '../types';
import { assignment } from './assignment';
import { audio } from './audio';
import { document } from './document';
import { film } from './film';
import type { LessonKindFacts } from './kind';
import { link } from './link';
import { live } from './live';
import { quiz } from './quiz';
import { reading } from './reading';

/** Every kind of lesson there is. */
const kinds: { readonly [K in LessonKind]: LessonKindFacts } = {
  reading,
  film,
  audio,
  document,
  link,
  live,
  quiz,
  assignment,
};

/** What is particular to a kind of lesson. Throws on one that is not known: it is never taken for another. */
export function lessonKindOf(kind: LessonKind): LessonKindFacts {
  if (!Object.hasOwn(kinds, kind)) throw new Error(`There is no kind of lesson called "${kind}".`);
  return kinds[kind];
}

/**
 * Whether a lesson is an item of the gradebook: a graded one always, one that stops to ask where its checkpoints are
 * worth something and its maker has given it a weight.
 */
export const isItem = (
  lesson: Pick<Lesson, 'kind' | 'weight' | 'assignment' | 'quiz'>,
  questions: readonly Pick<Question, 'kind' | 'points' | 'moment'>[],
) => isGraded(lesson.kind) || (lesson.weight > 0 && lessonKindOf(lesson.kind).fullPoints(lesson, questions) > 0);

/** Whether a kind of lesson is always graded. */
export const isGraded = (kind: LessonKind): boolean => lessonKindOf(kind).isGraded;

/** The rule that says when a lesson is done, where its maker chose none. */
export const usualDoneRule = (lesson: Pick<Lesson, 'kind' | 'quiz' | 'assignment'>): DoneRule =>
  lessonKindOf(lesson.kind).usualDone(lesson);
