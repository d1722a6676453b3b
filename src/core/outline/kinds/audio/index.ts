import { pointsOfCheckpoints } from '../../film';
import { fileOf, planIt } from '../../readiness/lesson-parts';
import type { Rule } from '../../readiness/rule';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain } from '../kind';
import { timeRules } from '../time-rules';

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'audio-missing',
    level: 'settle',
    stage: 'build',
    reason: 'An audio lesson without a recording has nothing to hear.',
    remedy: 'Upload the recording, or leave the lesson as planned.',
    check: (lesson, context) =>
      !fileOf(lesson, context) && { sentence: `${lesson.title} has no recording.`, fix: planIt(lesson) },
  },
  {
    id: 'audio-failed',
    level: 'settle',
    stage: 'build',
    reason: 'A file that cannot be read cannot be played.',
    remedy: 'Upload the recording again, in another form.',
    check: (lesson, context) => {
      const recording = fileOf(lesson, context);
      return (
        recording?.state === 'failed' && {
          sentence: `The recording of ${lesson.title} cannot be played: ${recording.problem ?? 'it could not be read'}`,
        }
      );
    },
  },
  {
    id: 'audio-waiting',
    level: 'look',
    stage: 'build',
    reason: 'Until it has been worked on, a recording may not play everywhere.',
    remedy: 'Wait a moment.',
    check: (lesson, context) =>
      fileOf(lesson, context)?.state === 'waiting' && {
        sentence: `The recording of ${lesson.title} is still being worked on.`,
      },
  },
  {
    id: 'audio-unwritten',
    level: 'look',
    stage: 'build',
    reason: 'Who cannot hear has only what is written (WCAG 2.2, 1.2.1).',
    remedy: 'Write captions, which are its transcript, or write down in the text what is said.',
    check: (lesson, context) => {
      const recording = fileOf(lesson, context);
      return (
        recording?.state === 'ready' &&
        recording.captions.length === 0 &&
        lesson.written.words === 0 && { sentence: `${lesson.title} does not say in words what is heard.` }
      );
    },
  },
  ...timeRules,
];

/** A recording to be heard; what was heard is kept. */
export const audio: LessonKindFacts = {
  ...plain,
  name: 'audio',
  file: { purpose: 'audio', called: 'a recording', plays: true, downloads: false, captions: true },
  doneBy: ['watched', 'learner', 'opened'],
  usualDone: () => ({ by: 'watched', percent: 90 }),
  isFilled: ({ mediaId }) => mediaId !== null,
  fullPoints: (_lesson, questions) => pointsOfCheckpoints(questions),
  minutes: (_lesson, media, paper) => (media?.seconds ?? 0) / 60 + paper.minutes,
  rules,
};
