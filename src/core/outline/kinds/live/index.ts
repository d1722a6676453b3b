import { isSkipped, usualLive } from '../../../live';
import { pointsOfCheckpoints } from '../../film';
import { planIt } from '../../readiness/lesson-parts';
import type { Rule } from '../../readiness/rule';
import { countBefore, type Starts } from '../../readiness/starts';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain } from '../kind';
import { timeRules } from '../time-rules';

/** For how many starts a session meets before it opens. */
const meetsTooSoon = ({ id, live }: Lesson, starts: Starts): number =>
  live?.when ? countBefore(starts.at(live.when), starts.opens(id)) : 0;

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'live-no-time',
    level: 'settle',
    stage: 'release',
    reason: 'Nobody can come to a session that has no time.',
    remedy: 'Say when it meets, or leave the lesson as planned.',
    check: (lesson) =>
      lesson.live?.when == null &&
      lesson.mediaId === null && { sentence: `${lesson.title} has no time yet.`, fix: planIt(lesson) },
  },
  {
    id: 'live-before-opening',
    level: 'settle',
    stage: 'release',
    reason: 'Who meets a closed door at the time of a session misses it.',
    remedy: 'Open the lesson before its session, or let it meet later.',
    check: (lesson, { starts }) =>
      // A date suits cohorts that begin in time for it, and those are not known here.
      lesson.live?.when?.when === 'after-start' &&
      meetsTooSoon(lesson, starts) === starts.count && { sentence: `${lesson.title} meets before it opens.` },
  },
  {
    id: 'live-before-opening-for-some',
    level: 'look',
    stage: 'release',
    reason: 'Who starts on another weekday may meet a closed door at the time of a session.',
    remedy: 'Open the lesson before its session, or let cohorts start on one weekday.',
    check(lesson, { starts }) {
      const late = meetsTooSoon(lesson, starts);
      return (
        late > 0 &&
        late < starts.count &&
        lesson.live?.when?.when === 'after-start' && {
          sentence: `${lesson.title} meets before it opens, for who starts on some weekdays.`,
        }
      );
    },
  },
  {
    id: 'live-before-material',
    level: 'look',
    stage: 'release',
    reason: 'What is to be looked at before a session has to be open by then.',
    remedy: 'Open the material earlier, or let the session meet later.',
    check(lesson, { starts, outline }) {
      const { live } = lesson;
      if (!live?.when) return null;
      const meets = starts.at(live.when);
      const late = live.before.filter((id) => outline.lesson[id] && countBefore(meets, starts.opens(id)) > 0);
      const [first] = late;
      return first
        ? {
            sentence: `${lesson.title} meets before what is to be looked at first opens (${outline.lesson[first]?.title}).`,
          }
        : null;
    },
  },
  {
    id: 'live-skipped-hour',
    level: 'look',
    stage: 'release',
    reason: 'In the night in which clocks jump there is an hour that does not exist.',
    remedy: 'Choose another time; until then it meets at the moment of the jump.',
    check: (lesson) =>
      isSkipped(lesson.live?.when ?? null) && {
        sentence: `${lesson.title} meets at a time that clocks jump over that night.`,
      },
  },
];

/** A session in a room, at a time: it is attended, and its recording is shown afterwards. */
export const live: LessonKindFacts = {
  ...plain,
  name: 'live session',
  file: { purpose: 'film', called: 'its recording', plays: true, downloads: false, captions: true },
  settings: { ...plain.settings, live: usualLive },
  textName: 'What it is about',
  doneBy: ['attended', 'learner', 'watched'],
  usualDone: () => ({ by: 'attended' }),
  // A recording is something, also when nobody says any more when it was.
  isFilled: (lesson) => lesson.live?.when != null || lesson.mediaId !== null,
  minutes: (lesson) => lesson.live?.minutes ?? 0,
  fullPoints: (_lesson, questions) => pointsOfCheckpoints(questions),
  rules: [...rules, ...timeRules],
};
