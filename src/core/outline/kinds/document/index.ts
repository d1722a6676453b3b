import { fileOf, planIt } from '../../readiness/lesson-parts';
import type { Rule } from '../../readiness/rule';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain } from '../kind';

const minutesPerPage = 2;

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'document-missing',
    level: 'settle',
    stage: 'build',
    reason: 'A document lesson without a file has nothing to show.',
    remedy: 'Upload the PDF, or leave the lesson as planned.',
    check: (lesson, context) =>
      !fileOf(lesson, context) && { sentence: `${lesson.title} has no file.`, fix: planIt(lesson) },
  },
  {
    id: 'document-failed',
    level: 'settle',
    stage: 'build',
    reason: 'A file that cannot be read cannot be shown.',
    remedy: 'Upload the PDF again.',
    check: (lesson, context) =>
      fileOf(lesson, context)?.state === 'failed' && { sentence: `The PDF of ${lesson.title} cannot be read.` },
  },
];

/** A PDF to be read or worked with. */
export const document: LessonKindFacts = {
  ...plain,
  name: 'document',
  file: { purpose: 'document', called: 'a PDF', plays: false, downloads: true, captions: false },
  doneBy: ['learner', 'opened'],
  usualDone: () => ({ by: 'learner' }),
  isFilled: ({ mediaId }) => mediaId !== null,
  minutes: (_lesson, media, paper) => (media?.pages ?? 0) * minutesPerPage + paper.minutes,
  rules,
};
