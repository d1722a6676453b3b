import { array, boolean, lazy, mixed, number, object, string } from 'yup';
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

const kinds = {
  start: object({ when: string().oneOf(['start']).required() }).noUnknown(),
  'after-start': object({
    when: string().oneOf(['after-start']).required(),
    amount: number()
      .typeError('Give a number.')
      .integer('Give a whole number.')
      .min(0, 'A lesson cannot open before the start.')
      .max(1000, 'Give at most 1000.')
      .required('Give a number.')
      .when('unit', {
        is: 'months',
        then: (amount) => amount.max(mostMonths, `Give at most ${mostMonths} months: 50 years.`),
      }),
    unit: string().oneOf(intervalUnits).required(),
    at: timeOfDay.nullable().defined(),
  }).noUnknown(),
  'on-date': object({
    when: string().oneOf(['on-date']).required(),
    date: day,
    at: timeOfDay,
    zone: zoneSchema,
  }).noUnknown(),
};

export const openingRuleSchema = lazy((value: unknown) => {
  if (value === null) return mixed().nullable();
  const when = (value as { when?: unknown } | undefined)?.when;
  return typeof when === 'string' && when in kinds
    ? kinds[when as keyof typeof kinds]
    : object({ when: string().oneOf(Object.keys(kinds), 'Choose when it opens.').required('Choose when it opens.') });
});

export const rhythmSchema = object({
  unit: string().oneOf(['section', 'lessons']).required(),
  lessons: number().integer('Give a whole number.').min(1, 'At least one lesson opens at a time.').max(100).required(),
  weeks: number()
    .integer('Give a whole number.')
    .min(1, 'At least every week.')
    .max(52, 'At most every 52 weeks.')
    .required(),
  weekday: number().integer().min(1).max(7).required(),
  at: timeOfDay,
  firstAtOnce: boolean().required(),
  gap: number()
    .integer('Give whole days.')
    .min(1, 'The second part opens at least a day after the start.')
    .max(366, 'Give at most 366 days.')
    .required('Give the days.'),
  breaks: array()
    .of(
      object({
        from: day,
        to: day.test('order', 'A break ends on or after the day it begins.', function (to) {
          return !to || (this.parent as { from: string }).from <= to;
        }),
        name: string().max(80).defined(),
      }).noUnknown(),
    )
    .max(50)
    .required(),
})
  .noUnknown()
  .nullable()
  .defined();
