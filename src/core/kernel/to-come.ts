import { string } from 'yup';
import { checkNear } from './near';
import { fail, ok, type Result } from './problem';
import { atWallTime, isDay, isZone, Temporal } from './time';

/** A day, a time of day and a zone in which they are meant: when something is to happen by itself. */
export type WallTime = { readonly date: string; readonly at: string; readonly zone: string };
export const wallTimeInput = {
  date: string()
    .required('Choose a day.')
    .test('day', 'Choose a day of the calendar.', (day) => isDay(day ?? '')),
  at: string()
    .required('Give the time as hours and minutes, for example 09:00.')
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give the time as hours and minutes, for example 09:00.'),
  zone: string()
    .required('Choose a time zone.')
    .test('zone', 'Choose a time zone by its name, for example Europe/London.', (zone) => isZone(zone ?? '')),
};

/** The moment such a time means; a sentence where it has passed, or lies too far away. */
export function momentToCome({ date, at, zone }: WallTime, now: Temporal.Instant): Result<Temporal.Instant> {
  const near = checkNear({ date }, now);
  if (!near.ok) return near;
  const moment = atWallTime(Temporal.PlainDateTime.from(`${date}T${at}`), zone);
  return Temporal.Instant.compare(moment, now) > 0
    ? ok(moment)
    : fail('invalid', 'This time has passed. Choose a later one, or do it now.', 'date');
}
