import { paperOf, planIt } from '../../readiness/lesson-parts';
import type { Rule } from '../../readiness/rule';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain, saysSomething } from '../kind';

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'reading-empty',
    level: 'settle',
    stage: 'build',
    reason: 'An empty page tells learners that something went wrong.',
    remedy: 'Write the text, or leave the lesson as planned.',
    check: (lesson, context) =>
      !saysSomething(lesson) &&
      paperOf(lesson, context).length === 0 && { sentence: `${lesson.title} has no text.`, fix: planIt(lesson) },
  },
];

/** A text to be read, with its pictures. */
export const reading: LessonKindFacts = {
  ...plain,
  name: 'reading',
  doneBy: ['learner', 'opened'],
  usualDone: () => ({ by: 'learner' }),
  isFilled: (lesson, questions) => saysSomething(lesson) || questions > 0,
  rules,
};
