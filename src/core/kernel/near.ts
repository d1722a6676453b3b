import type { Temporal } from 'temporal-polyfill';
import { fail, ok, type Result } from './problem';

/** How far from now a day may lie that somebody plans with. */
const mostYears = 50;
const sentence = 'Choose a day within 50 years of today.';

/** Whether a day `YYYY-MM-DD` lies within fifty years of an instant, whatever the zone. */
export function isNear(day: string, now: Temporal.Instant): boolean {
  const year = Number(day.slice(0, 4));
  return Math.abs(year - now.toZonedDateTimeISO('UTC').year) <= mostYears;
}

/** The first and last day that may be chosen, for fields of days. */
export function nearDays(now: Temporal.Instant): { readonly first: string; readonly last: string } {
  const { year } = now.toZonedDateTimeISO('UTC');
  return { first: `${year - mostYears}-01-01`, last: `${year + mostYears}-12-31` };
}

/** Whether every day that a value holds, at whatever depth, is near; the problem names the field. */
export function checkNear(value: unknown, now: Temporal.Instant, field = ''): Result<null> {
  if (typeof value === 'string')
    return /^\d{4}-\d\d-\d\d$/.test(value) && !isNear(value, now) ? fail('invalid', sentence, field) : ok(null);
  if (typeof value !== 'object' || value === null) return ok(null);
  for (const [name, inner] of Object.entries(value)) {
    const within = Array.isArray(value) ? field : `${field}.${name}`;
    const checked = checkNear(inner, now, field === '' ? name : within);
    if (!checked.ok) return checked;
  }
  return ok(null);
}
