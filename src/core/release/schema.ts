import { array, boolean, type Lazy, lazy, mixed, number, object, type Schema, string } from 'yup';
import { idSchema } from '../kernel/ids';
import { isDay, isZone } from '../kernel/time';
import { intervalUnits } from './rule';

const timeOfDay = string()
  .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give the time as hours and minutes, for example 09:00.')
  .required('Give the time as hours and minutes, for example 09:00.');
const day = string()
  .required('Choose a day.')
  .test('day', 'Choose a day of the calendar.', (value) => isDay(value ?? ''));
export const zoneSchema = string()
  .required('Choose a time zone.')
  .test('zone', 'Choose a time zone by its name, for example Europe/London.', (value) => isZone(value ?? ''));

/** Dates lie within fifty years. */
const mostMonths = 600;

const amount = number()
  .typeError('Give a number.')
  .integer('Give a whole number.')
  .min(0, 'A lesson cannot open before what it waits for.')
  .max(1000, 'Give at most 1000.')
  .required('Give a number.')
  .when('unit', {
    is: 'months',
    then: (months) => months.max(mostMonths, `Give at most ${mostMonths} months: 50 years.`),
  });
const interval = { amount, unit: string().oneOf(intervalUnits).required(), at: timeOfDay.nullable().defined() };

/** What a rule of each kind says beside its name. */
const times = {
  start: {},
  'after-start': interval,
  'on-date': { date: day, at: timeOfDay, zone: zoneSchema },
};
const awaits = {
  lessons: array()
    .of(idSchema)
    .min(1, 'Choose what it waits for.')
    .max(20, 'At most 20 lessons can be waited for.')
    .required('Choose what it waits for.'),
  ...interval,
};
const singles = { ...times, 'after-done': awaits, 'after-passed': awaits, 'by-hand': {} };

type Kinds = { readonly [when: string]: { readonly [field: string]: Schema } };

/** A rule of one of some kinds. */
const oneOf = (kinds: Kinds, nothing: string) =>
  lazy((value: unknown) => {
    const when = (value as { when?: unknown } | null | undefined)?.when;
    return typeof when === 'string' && Object.hasOwn(kinds, when)
      ? object({ when: string().oneOf([when]).required(), ...kinds[when] }).noUnknown()
      : object({ when: string().oneOf(Object.keys(kinds), nothing).required(nothing) });
  });
const orNull = (schema: Lazy<unknown>) =>
  lazy((value: unknown) => (value === null ? mixed().nullable() : (schema.resolve({ value }) as Schema)));

const all = {
  rules: array()
    .of(oneOf(singles, 'Choose when it opens.') as never)
    .min(2, 'Give at least two rules, or one by itself.')
    .max(6, 'At most six rules can be joined.')
    .required(),
};

/** When a section or lesson opens. */
export const openingRuleSchema = orNull(oneOf({ ...singles, all }, 'Choose when it opens.'));
/** A moment of the clock, for example when something is due. */
export const timeRuleSchema = orNull(oneOf(times, 'Choose a time.'));
const { start: _start, ...endings } = times;
/** When something closes again. */
export const closingRuleSchema = orNull(oneOf({ ...endings, 'after-opening': interval }, 'Choose when it closes.'));
/** How long a course can be used. */
export const accessSchema = orNull(oneOf(endings, 'Choose until when the course can be used.'));

/** Days on which nothing new opens. */
export const breaksSchema = array()
  .of(
    object({
      from: day,
      to: day.test('order', 'A break ends on or after the day it begins.', function (to) {
        return !to || (this.parent as { from: string }).from <= to;
      }),
      name: string().max(80, 'Keep the name of a break under 80 characters.').defined(),
    }).noUnknown(),
  )
  .max(50, 'At most 50 breaks.')
  .required();

export const rhythmSchema = object({
  unit: string().oneOf(['section', 'lessons', 'laid']).required(),
  lessons: number().integer('Give a whole number.').min(1, 'At least one lesson opens at a time.').max(100).required(),
  begins: array().of(idSchema).max(1000, 'At most 1,000 parts.').required(),
  every: lazy((value: unknown) =>
    (value as { by?: unknown } | undefined)?.by === 'days'
      ? object({
          by: string().oneOf(['days']).required(),
          count: number()
            .integer('Give whole days.')
            .min(1, 'At least every day.')
            .max(366, 'At most every 366 days.')
            .required('Give the days.'),
        }).noUnknown()
      : object({
          by: string().oneOf(['weeks']).required(),
          count: number()
            .integer('Give a whole number.')
            .min(1, 'At least every week.')
            .max(52, 'At most every 52 weeks.')
            .required(),
          weekdays: array()
            .of(number().integer().min(1).max(7).required())
            .min(1, 'Choose at least one weekday.')
            .max(7)
            .test('order', 'Name each weekday once, from Monday on.', (days) =>
              (days ?? []).every((one, i) => i === 0 || one > (days?.[i - 1] ?? 0)),
            )
            .required(),
        }).noUnknown(),
  ),
  at: timeOfDay,
  firstAtOnce: boolean().required(),
  gap: number()
    .integer('Give whole days.')
    .min(1, 'The second part opens at least a day after the start.')
    .max(366, 'Give at most 366 days.')
    .required('Give the days.'),
  breaks: breaksSchema,
})
  .noUnknown()
  .nullable()
  .defined();
