import { linkFault } from '../../link';
import { planIt } from '../../readiness/lesson-parts';
import type { Rule } from '../../readiness/rule';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain } from '../kind';

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'link-missing',
    level: 'settle',
    stage: 'build',
    reason: 'A link that leads nowhere leaves learners standing.',
    remedy: 'Give the address, or leave the lesson as planned.',
    check: (lesson) =>
      lesson.link === '' && { sentence: `${lesson.title} leads nowhere yet: it has no address.`, fix: planIt(lesson) },
  },
  {
    id: 'link-source',
    level: 'settle',
    stage: 'build',
    reason: 'A course leads only where its maker has said it may.',
    remedy: 'Choose another address, or add its host to the sources of the course.',
    check(lesson, { course }) {
      const fault = linkFault(lesson.link, course.settings.sources);
      return fault !== null && { sentence: `${lesson.title}: ${fault}` };
    },
  },
  {
    id: 'link-note',
    level: 'look',
    stage: 'build',
    reason: 'Whoever leaves the course should know what for, and to come back.',
    remedy: 'Say in the note what is to be looked at there.',
    check: (lesson) =>
      lesson.written.words === 0 && { sentence: `${lesson.title} does not say what to look at where it leads.` },
  },
];

/** Something elsewhere: a film, a recording, a page, with a note that says what for. */
export const link: LessonKindFacts = {
  ...plain,
  name: 'link',
  leads: true,
  textName: 'Note',
  doneBy: ['learner', 'opened'],
  usualDone: () => ({ by: 'learner' }),
  isFilled: (lesson) => lesson.link !== '',
  rules,
};
