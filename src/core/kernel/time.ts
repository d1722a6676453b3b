import { Temporal } from 'temporal-polyfill';
import { countdownText } from './countdown';

export { Temporal };

/** A time of day, `"HH:MM"`, and a day, `"YYYY-MM-DD"`, as a person means them in some zone. */
export type TimeOfDay = string;
export type Day = string;

export const isZone = (zone: string): boolean => {
  try {
    Temporal.PlainDate.from('2024-01-01').toZonedDateTime(zone);
    return true;
  } catch {
    return false;
  }
};

export const isDay = (day: string): boolean => {
  try {
    return /^\d{4}-\d\d-\d\d$/.test(day) && Temporal.PlainDate.from(day).toString() === day;
  } catch {
    return false;
  }
};

/**
 * The instant at which clocks in `zone` show a wall time. Where the clocks jump forward over it, the
 * moment of the jump; where they show it twice, the first time. With this rule a later wall time is
 * never an earlier instant.
 */
export function atWallTime(wall: Temporal.PlainDateTime, zone: string): Temporal.Instant {
  const earlier = wall.toZonedDateTime(zone, { disambiguation: 'earlier' });
  if (earlier.toPlainDateTime().equals(wall)) return earlier.toInstant();
  const jump = earlier.getTimeZoneTransition('next');
  return (jump ?? earlier).toInstant();
}

/**
 * What clocks in `zone` show at an instant. During an hour that is lived twice the second pass counts
 * as the end of that hour, so that a later instant never shows an earlier wall time.
 */
export function wallTime(instant: Temporal.Instant, zone: string): Temporal.PlainDateTime {
  const zoned = instant.toZonedDateTimeISO(zone);
  const wall = zoned.toPlainDateTime();
  const firstPass = wall.toZonedDateTime(zone, { disambiguation: 'earlier' });
  if (firstPass.epochNanoseconds === zoned.epochNanoseconds) return wall;
  const fold = zoned.getTimeZoneTransition('previous');
  if (!fold) return wall;
  const before = fold.subtract({ nanoseconds: 1 });
  return fold.toPlainDateTime().subtract({ nanoseconds: fold.offsetNanoseconds - before.offsetNanoseconds });
}

/** The later of two instants. */
export const later = (a: Temporal.Instant, b: Temporal.Instant) => (Temporal.Instant.compare(a, b) >= 0 ? a : b);

export type Names = { locale: string; zone: string };

/** `Mon 26 Apr 2027, 09:00` in the person's locale and zone. */
export const dateTimeText = (instant: Temporal.Instant, { locale, zone }: Names, withYear = true): string =>
  new Intl.DateTimeFormat(locale, {
    timeZone: zone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    ...(withYear ? { year: 'numeric' } : {}),
    hour: '2-digit',
    minute: '2-digit',
  }).format(instant.epochMilliseconds);

/** `Mon 26 Apr` in the person's locale and zone. */
export const dayText = (instant: Temporal.Instant, { locale, zone }: Names): string =>
  new Intl.DateTimeFormat(locale, { timeZone: zone, weekday: 'short', day: 'numeric', month: 'short' }).format(instant.epochMilliseconds);

/** `12 June 2027`, for certificates. */
export const longDayText = (instant: Temporal.Instant, { locale, zone }: Names): string =>
  new Intl.DateTimeFormat(locale, { timeZone: zone, day: 'numeric', month: 'long', year: 'numeric' }).format(instant.epochMilliseconds);

/** How long until `then`, in words; null when the moment has come. See `countdownText`. */
export const countdown = (then: Temporal.Instant, now: Temporal.Instant): string | null => countdownText(then.epochMilliseconds - now.epochMilliseconds);
