import { array, boolean, lazy, mixed, number, object, string } from 'yup';
import { schemeSchema } from '../gradebook';
import { lessonKindOf, usualDoneRule } from './kinds';
import { accents, type Course, type CourseSettings, type DoneRule, type Lesson, lessonKinds, looks } from './types';

export const usualSettings: CourseSettings = {
  look: 'device',
  accent: 'malachite',
  surroundings: true,
  foldsDescription: false,
  goesOn: false,
  downloads: true,
  staffLook: false,
  sources: [],
  done: {},
};

export const doneRuleSchema = lazy((value: unknown) =>
  value === null
    ? mixed().nullable()
    : object({
        by: string().oneOf(['learner', 'opened', 'watched', 'attended', 'handed-in', 'passed']).required(),
        percent: number()
          .integer('Give a whole percentage.')
          .min(1, 'At least 1 %.')
          .max(100, 'At most 100 %.')
          .when('by', { is: 'watched', then: (percent) => percent.required('Give a percentage.') }),
        answers: boolean(),
      }).noUnknown(),
);

export const settingsSchema = object({
  look: string().oneOf(looks).required(),
  accent: string().oneOf(accents).required(),
  surroundings: boolean().required(),
  foldsDescription: boolean().required(),
  goesOn: boolean().required(),
  downloads: boolean().required(),
  staffLook: boolean().required(),
  sources: array()
    .of(
      string()
        .required()
        .matches(/^[a-z0-9-]+(\.[a-z0-9-]+)+$/, 'Give the name of a host, for example river.example.'),
    )
    .max(50, 'At most 50 sources.')
    .required(),
  done: mixed<CourseSettings['done']>()
    .required()
    .test('done', 'Choose for each kind what makes it done.', (value) => {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
      return Object.entries(value).every(
        ([kind, rule]) =>
          lessonKinds.some((one) => one === kind && lessonKindOf(one).doneBy.includes((rule as DoneRule).by)) &&
          doneRuleSchema.isValidSync(rule, { strict: true }),
      );
    }),
  grading: schemeSchema.default(undefined).optional(),
}).noUnknown();

/** Where a value comes from: the lesson itself, the course, or the usual rule for its kind. */
export type Inherited<T> = { readonly value: T; readonly from: 'lesson' | 'course' | 'usual' };

/** When a lesson counts as done, and where that was decided. */
export function doneRuleOf(
  course: Pick<Course, 'settings'>,
  lesson: Pick<Lesson, 'kind' | 'quiz' | 'assignment' | 'done'>,
): Inherited<DoneRule> {
  if (lesson.done) return { value: lesson.done, from: 'lesson' };
  const own = course.settings.done[lesson.kind];
  return own ? { value: own, from: 'course' } : { value: usualDoneRule(lesson), from: 'usual' };
}

/** Whether the files of a lesson may be kept, and where that was decided. */
export const downloadsOf = (course: Pick<Course, 'settings'>, lesson: Pick<Lesson, 'downloads'>): Inherited<boolean> =>
  lesson.downloads === null
    ? { value: course.settings.downloads, from: 'course' }
    : { value: lesson.downloads, from: 'lesson' };
