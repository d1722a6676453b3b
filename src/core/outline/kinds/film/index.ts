import { pointsOfCheckpoints } from '../../film';
import { fileOf, planIt } from '../../readiness/lesson-parts';
import type { Rule } from '../../readiness/rule';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain } from '../kind';
import { timeRules } from '../time-rules';

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'film-missing',
    level: 'settle',
    stage: 'build',
    reason: 'A film lesson without a film has nothing to show.',
    remedy: 'Upload the film, or leave the lesson as planned.',
    check: (lesson, context) =>
      !fileOf(lesson, context) && { sentence: `${lesson.title} has no film.`, fix: planIt(lesson) },
  },
  {
    id: 'film-failed',
    level: 'settle',
    stage: 'build',
    reason: 'A file that cannot be read cannot be played.',
    remedy: 'Upload the film again, in another form.',
    check: (lesson, context) => {
      const film = fileOf(lesson, context);
      return (
        film?.state === 'failed' && {
          sentence: `The film of ${lesson.title} cannot be played: ${film.problem ?? 'it could not be read'}`,
        }
      );
    },
  },
  {
    id: 'film-waiting',
    level: 'look',
    stage: 'build',
    reason: 'Until it has been worked on, a film may not play everywhere.',
    remedy: 'Wait a moment.',
    check: (lesson, context) =>
      fileOf(lesson, context)?.state === 'waiting' && {
        sentence: `The film of ${lesson.title} is still being worked on.`,
      },
  },
  {
    id: 'film-captions',
    level: 'look',
    stage: 'build',
    reason: 'Who cannot hear, or sits in a train, needs captions (WCAG 2.2, 1.2.2).',
    remedy: 'Write them beside the film, or add a file of them.',
    check: (lesson, context) => {
      const film = fileOf(lesson, context);
      return film?.state === 'ready' && film.captions.length === 0 && { sentence: `${lesson.title} has no captions.` };
    },
  },
  ...timeRules,
];

/** A film to be watched; what was watched is kept. */
export const film: LessonKindFacts = {
  ...plain,
  name: 'film',
  file: { purpose: 'film', called: 'a film', plays: true, downloads: false, captions: true },
  doneBy: ['watched', 'learner', 'opened'],
  usualDone: () => ({ by: 'watched', percent: 90 }),
  isFilled: ({ mediaId }) => mediaId !== null,
  fullPoints: (_lesson, questions) => pointsOfCheckpoints(questions),
  minutes: (_lesson, media, paper) => (media?.seconds ?? 0) / 60 + paper.minutes,
  rules,
};
