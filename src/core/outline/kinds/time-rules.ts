import { type TimeFault, timeFaults } from '../film';
import { fileOf, paperOf } from '../readiness/lesson-parts';
import type { Level, Rule } from '../readiness/rule';
import type { Lesson } from '../types';

/** A rule over the time line of a lesson: it tells the first fault of its sort, and how many more there are. */
const about = (
  id: string,
  sort: TimeFault['sort'],
  level: Level,
  words: { readonly reason: string; readonly remedy: string },
): Rule<Lesson> => ({
  id,
  level,
  stage: 'build',
  ...words,
  check(lesson, context) {
    const seconds = fileOf(lesson, context)?.seconds ?? null;
    const [first, ...more] = timeFaults(lesson, paperOf(lesson, context), seconds && seconds * 1000).filter(
      (fault) => fault.sort === sort,
    );
    if (!first) return null;
    return { sentence: `${lesson.title}: ${first.sentence}${more.length > 0 ? ` So do ${more.length} more.` : ''}` };
  },
});

/** What is looked at in every lesson that plays for a time. */
export const timeRules: readonly Rule<Lesson>[] = [
  about('time-after-end', 'after-end', 'settle', {
    reason: 'What begins after the end is never reached.',
    remedy: 'Move it before the end, or remove it.',
  }),
  about('time-twice', 'twice', 'settle', {
    reason: 'Of two things at one moment only one is met.',
    remedy: 'Move one of them.',
  }),
  about('passage-wrong', 'passage', 'settle', {
    reason: 'A passage nobody has seen yet, or that is none, answers nothing.',
    remedy: 'Let it begin and end before its checkpoint.',
  }),
  about('chapter-unnamed', 'unnamed', 'look', {
    reason: 'A chapter is chosen by its name.',
    remedy: 'Name it, or remove it.',
  }),
];
