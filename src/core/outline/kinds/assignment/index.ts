import { type AssignmentSettings, criteriaFaults, criteriaFull } from '../../../assignment';
import { pointsText } from '../../../kernel/exact';
import { planIt } from '../../readiness/lesson-parts';
import { type Context, type Rule, set } from '../../readiness/rule';
import { countBefore } from '../../readiness/starts';
import type { Lesson } from '../../types';
import { type LessonKindFacts, plain, saysSomething } from '../kind';

const minutesPerAssignment = 45;
export const usualAssignment: AssignmentSettings = {
  points: 20_000,
  passPoints: 10_000,
  takesText: true,
  files: 3,
  megabytes: 20,
  due: null,
  takesLate: true,
  attempts: 1,
};

/**
 * For how many starts an assignment is due before it opens; none where it is due at the start, which has a rule of its
 * own.
 */
function dueTooSoon({ id, assignment }: Lesson, starts: Context['starts']): number {
  const due = assignment?.due ?? null;
  return due === null || due.when === 'start' ? 0 : countBefore(starts.at(due), starts.opens(id));
}

const rules: readonly Rule<Lesson>[] = [
  {
    id: 'assignment-empty',
    level: 'settle',
    stage: 'build',
    reason: 'Nobody can hand in what is not asked for.',
    remedy: 'Write what is to be done, or leave the assignment as planned.',
    check: (lesson) =>
      lesson.written.words === 0 && { sentence: `${lesson.title} does not say what to do.`, fix: planIt(lesson) },
  },
  {
    id: 'assignment-unreachable',
    level: 'settle',
    stage: 'assess',
    reason: 'A pass mark above the full points is never reached.',
    remedy: 'Lower the pass mark.',
    check: (lesson) => {
      const settings = lesson.assignment;
      return (
        settings !== null &&
        settings.passPoints > settings.points && {
          sentence: `${lesson.title}: the pass mark is above the full points.`,
          fix: {
            label: 'Set it to half',
            edit: set('lesson', lesson.id, {
              assignment: { ...settings, passPoints: Math.floor(settings.points / 2000) * 1000 },
            }),
          },
        }
      );
    },
  },
  {
    id: 'assignment-nothing',
    level: 'settle',
    stage: 'assess',
    reason: 'An assignment that takes neither text nor files cannot be handed in.',
    remedy: 'Take a text, or allow files.',
    check: (lesson) => {
      const settings = lesson.assignment;
      return (
        settings !== null &&
        !settings.takesText &&
        !settings.takesLink &&
        settings.files === 0 && {
          sentence: `${lesson.title} takes neither text nor files.`,
          fix: {
            label: 'Take a text',
            edit: set('lesson', lesson.id, { assignment: { ...settings, takesText: true } }),
          },
        }
      );
    },
  },
  {
    id: 'assignment-small-files',
    level: 'look',
    stage: 'assess',
    reason: 'A photo from a phone is often larger than 5 MB.',
    remedy: 'Allow larger files.',
    check: (lesson) => {
      const settings = lesson.assignment;
      return (
        settings !== null &&
        settings.files > 0 &&
        settings.megabytes < 5 && {
          sentence: `${lesson.title} takes files up to ${settings.megabytes} MB; a photo from a phone is often larger.`,
          fix: { label: 'Allow 20 MB', edit: set('lesson', lesson.id, { assignment: { ...settings, megabytes: 20 } }) },
        }
      );
    },
  },
  {
    id: 'assignment-criteria',
    level: 'settle',
    stage: 'assess',
    reason: 'Who marks, and who reads the mark, goes by the words of a criterion.',
    remedy: 'Write what is missing, or remove the criterion.',
    check: (lesson) => {
      const [fault] = criteriaFaults(lesson.assignment?.criteria ?? []);
      return fault !== undefined && { sentence: `${lesson.title}: ${fault}.` };
    },
  },
  {
    id: 'assignment-criteria-points',
    level: 'settle',
    stage: 'assess',
    reason: 'What is given by criteria comes to what they are worth, and to nothing else.',
    remedy: 'Let the assignment be worth what its criteria are.',
    check: (lesson) => {
      const { criteria = [], points = 0 } = lesson.assignment ?? {};
      const worth = criteriaFull(criteria);
      return (
        lesson.assignment !== null &&
        criteria.length > 0 &&
        worth !== points && {
          sentence: `${lesson.title} is worth ${pointsText(points)} points, and its criteria ${pointsText(worth)}.`,
          fix: {
            label: `Make it ${pointsText(worth)} points`,
            edit: set('lesson', lesson.id, { assignment: { ...lesson.assignment, points: worth } }),
          },
        }
      );
    },
  },
  {
    id: 'assignment-late-all',
    level: 'look',
    stage: 'assess',
    reason: 'Late work that loses all of its points at once is refused in all but name.',
    remedy: 'Take off less, or take no late work.',
    check: (lesson) => {
      const { late, takesLate } = lesson.assignment ?? {};
      return (
        takesLate === true &&
        late !== undefined &&
        Math.min(late.percent, late.most) === 100 && {
          sentence: `${lesson.title}: late work loses all of its points at once.`,
        }
      );
    },
  },
  {
    id: 'assignment-due-at-start',
    level: 'look',
    stage: 'assess',
    reason: 'Work that is due at the start is late before it is begun.',
    remedy: 'Let it be due later, or never.',
    check: (lesson) =>
      lesson.assignment?.due?.when === 'start' && {
        sentence: `${lesson.title} is due at the start.`,
        fix: {
          label: 'No due day',
          edit: set('lesson', lesson.id, { assignment: { ...lesson.assignment, due: null } }),
        },
      },
  },
  {
    id: 'assignment-due-before-open',
    level: 'settle',
    stage: 'release',
    reason: 'Work that is due before it opens is late for everybody.',
    remedy: 'Let it be due later, or open it earlier.',
    check: (lesson, { starts }) =>
      lesson.assignment !== null &&
      dueTooSoon(lesson, starts) === starts.count && {
        sentence: `${lesson.title} is due before it opens.`,
        fix: {
          label: 'No due day',
          edit: set('lesson', lesson.id, { assignment: { ...lesson.assignment, due: null } }),
        },
      },
  },
  {
    id: 'assignment-due-before-open-for-some',
    level: 'look',
    stage: 'release',
    reason: 'Whoever starts on some days, or late in the evening, gets work that is late before it opens.',
    remedy: 'Let it be due later, or open it earlier.',
    check: (lesson, { starts }) => {
      const count = dueTooSoon(lesson, starts);
      return (
        count > 0 &&
        count < starts.count && {
          sentence: `${lesson.title} is due before it opens for some, depending on the day and hour they start.`,
        }
      );
    },
  },
];

/** Work that is handed in and marked by a person. */
export const assignment: LessonKindFacts = {
  ...plain,
  name: 'assignment',
  isGraded: true,
  textName: 'What to do',
  settings: { quiz: null, assignment: usualAssignment, live: null, weight: 10 },
  doneBy: ['handed-in', 'passed'],
  usualDone: () => ({ by: 'handed-in' }),
  isFilled: saysSomething,
  minutes: (_lesson, _media, paper) => minutesPerAssignment + paper.minutes,
  fullPoints: (lesson) => lesson.assignment?.points ?? 0,
  rules,
};
