import type { DoneRule, Lesson, LessonKind } from '../types';
import { assignment } from './assignment';
import { audio } from './audio';
import { document } from './document';
import { film } from './film';
import type { LessonKindFacts } from './kind';
import { link } from './link';
import { quiz } from './quiz';
import { reading } from './reading';

/** Every kind of lesson there is. */
const kinds: { readonly [K in LessonKind]: LessonKindFacts } = {
  reading,
  film,
  audio,
  document,
  link,
  quiz,
  assignment,
};

/** What is particular to a kind of lesson. Throws on one that is not known: it is never taken for another. */
export function lessonKindOf(kind: LessonKind): LessonKindFacts {
  if (!Object.hasOwn(kinds, kind)) throw new Error(`There is no kind of lesson called "${kind}".`);
  return kinds[kind];
}

export const isGraded = (kind: LessonKind): boolean => lessonKindOf(kind).isGraded;

/** The rule that says when a lesson is done, where its maker chose none. */
export const usualDoneRule = (lesson: Pick<Lesson, 'kind' | 'quiz' | 'assignment'>): DoneRule =>
  lessonKindOf(lesson.kind).usualDone(lesson);
