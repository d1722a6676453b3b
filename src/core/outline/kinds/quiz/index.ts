import { bandFaults, type FollowDeed, type QuizSettings, whenText, worthOf } from '../../../quiz';
import { drawnIn } from '../../papers';
import { paperOf, planIt } from '../../readiness/lesson-parts';
import { type Rule, set, setAll } from '../../readiness/rule';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain } from '../kind';

export const usualQuiz: QuizSettings = {
  passPercent: 60,
  attempts: null,
  minutes: null,
  counts: 'best',
  shows: 'points-and-answers',
};

/** Which kind is drawn is not known before: a minute and a half is what most of them take. */
const minutesOfDrawn = 1.5;

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'quiz-empty',
    level: 'settle',
    stage: 'assess',
    reason: 'A quiz without questions can be neither taken nor passed.',
    remedy: 'Add a question, or leave the quiz as planned.',
    check: (lesson, context) =>
      paperOf(lesson, context).length + drawnIn(lesson) === 0 && {
        sentence: `${lesson.title} has no questions.`,
        fix: planIt(lesson),
      },
  },
  {
    id: 'quiz-unreachable',
    level: 'settle',
    stage: 'assess',
    reason: 'A share of no points is never reached, so nobody can pass.',
    remedy: 'Give the questions points, or take the pass mark away.',
    check: (lesson, context) => {
      const paper = paperOf(lesson, context);
      const pass = lesson.quiz?.passPercent ?? 0;
      return (
        paper.length + drawnIn(lesson) > 0 &&
        pass > 0 &&
        (lesson.quiz?.draws ?? []).every(({ points }) => points === 0) &&
        paper.every((question) => worthOf(question) === 0) && {
          sentence: `${lesson.title}: pass mark ${pass} % cannot be reached, its questions are worth 0 points.`,
          fix: {
            label: 'Give each question 1 point',
            edit: setAll(
              'question',
              paper.map(({ id }) => [id, { points: 1000 }] as const),
            ),
          },
        }
      );
    },
  },
  {
    id: 'quiz-one-attempt',
    level: 'look',
    stage: 'assess',
    reason: 'Who fails the only attempt at a required quiz can never complete the course.',
    remedy: 'Allow a second attempt, or make the quiz optional.',
    check: (lesson, context) =>
      lesson.required &&
      lesson.quiz?.attempts === 1 &&
      lesson.quiz.passPercent > 0 &&
      context.course.completion.mode === 'strict' && {
        sentence: `${lesson.title} is required and allows one attempt: who fails it cannot complete the course.`,
        fix: {
          label: 'Allow any number of attempts',
          edit: set('lesson', lesson.id, { quiz: { ...usualQuiz, ...lesson.quiz, attempts: null } }),
        },
      },
  },
  {
    id: 'quiz-bands',
    level: 'look',
    stage: 'assess',
    reason: 'Where bands leave a gap nothing is said with the result; where they overlap only one of them is.',
    remedy: 'Let each band begin where the one below it ends.',
    check: (lesson) => {
      const [fault] = bandFaults(lesson.quiz?.bands ?? []);
      return fault !== undefined && { sentence: `${lesson.title}: ${fault}` };
    },
  },
  {
    id: 'quiz-follows',
    level: 'settle',
    stage: 'assess',
    reason: 'What follows by itself has to be whole: nobody is there to ask when it happens.',
    remedy: 'Write the words, choose the lesson, or switch it off.',
    check: (lesson, { outline, shown, sections }) => {
      const there = new Set([...shown.map(({ id }) => id), ...sections.map(({ id }) => id)]);
      const isWhole = (deed: FollowDeed): boolean => {
        if ('text' in deed && deed.text.trim() === '') return false;
        if (deed.do === 'tag') return deed.tag.trim() !== '';
        if (deed.do === 'open') return there.has(deed.of);
        return deed.do !== 'session' || (there.has(deed.lessonId) && outline.lesson[deed.lessonId]?.live !== null);
      };
      const wrong = (lesson.quiz?.follows ?? []).find(
        ({ on, deeds }) => on && (deeds.length === 0 || !deeds.every(isWhole)),
      );
      return (
        wrong !== undefined && { sentence: `${lesson.title}: what follows ${whenText(wrong.when)} is not whole yet.` }
      );
    },
  },
  {
    id: 'quiz-asks',
    level: 'settle',
    stage: 'assess',
    reason: 'Whoever is asked about themselves is told what for, and can choose between two answers at least.',
    remedy: 'Write what it is for, and what is asked.',
    check: (lesson) => {
      const asks = lesson.quiz?.asks;
      if (!asks || asks.questions.length === 0) return null;
      if (asks.why.trim() === '')
        return { sentence: `${lesson.title} asks about the person and does not say what for.` };
      if (asks.questions.some(({ prompt }) => prompt.trim() === ''))
        return { sentence: `${lesson.title} has a question about the person without words.` };
      return (
        asks.questions.some(
          ({ options }) => options.length === 1 || options.some((option) => option.trim() === ''),
        ) && {
          sentence: `${lesson.title} has a question about the person with one answer to choose, or with an empty one.`,
        }
      );
    },
  },
  {
    id: 'quiz-certifies',
    level: 'settle',
    stage: 'assess',
    reason: 'A certificate says that a quiz was passed, and without a pass mark nobody passes it.',
    remedy: 'Set a pass mark, or give no certificate for it.',
    check: (lesson) =>
      lesson.quiz?.certifies === true &&
      lesson.quiz.passPercent === 0 && {
        sentence: `${lesson.title} brings a certificate to who passes it, and has no pass mark.`,
        fix: {
          label: 'Give no certificate',
          edit: set('lesson', lesson.id, { quiz: { ...lesson.quiz, certifies: false } }),
        },
      },
  },
  {
    id: 'quiz-hurried',
    level: 'look',
    stage: 'assess',
    reason: 'Under half a minute a question measures reading speed.',
    remedy: 'Give more time, or take the limit away.',
    check: (lesson, context) => {
      const count = paperOf(lesson, context).length + drawnIn(lesson);
      const limit = lesson.quiz?.minutes ?? null;
      return (
        limit !== null &&
        limit * 2 < count && {
          sentence: `${lesson.title} allows ${limit} ${limit === 1 ? 'minute' : 'minutes'} for ${count} questions.`,
          fix: {
            label: `Allow ${count} minutes`,
            edit: set('lesson', lesson.id, { quiz: { ...usualQuiz, ...lesson.quiz, minutes: count } }),
          },
        }
      );
    },
  },
];

/** Questions that are answered in a sitting and scored at once. */
export const quiz: LessonKindFacts = {
  ...plain,
  name: 'quiz',
  isGraded: true,
  asks: true,
  textName: 'Text above the questions',
  settings: { quiz: usualQuiz, assignment: null, live: null, weight: 10 },
  doneBy: ['passed', 'handed-in'],
  usualDone: (lesson) => (lesson.quiz && lesson.quiz.passPercent > 0 ? { by: 'passed' } : { by: 'handed-in' }),
  isFilled: (lesson, questions) => questions + drawnIn(lesson) > 0,
  minutes: (lesson, _media, paper) => lesson.quiz?.minutes ?? paper.minutes + drawnIn(lesson) * minutesOfDrawn,
  fullPoints: (lesson, questions) =>
    questions.reduce((total, question) => total + worthOf(question), 0) +
    (lesson.quiz?.draws ?? []).reduce((total, { count, points }) => total + count * points, 0),
  rules,
};
