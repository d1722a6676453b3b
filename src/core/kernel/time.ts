import { Temporal } from 'temporal-polyfill';
import { countdownText } from './countdown';
import { localeNow, namesIn } from './locale';
import { zoneOf } from './zone';

export { Temporal };

/** A time of day, `"HH:MM"`, and a day, `"YYYY-MM-DD"`, as a person means them in some zone. */
export type TimeOfDay = string;
export type Day = string;

/**
 * Whether a text names a zone of the IANA time zone database. An offset such as `+14:00` is none: it knows no
 * summer time, and other parts of the platform do not take it for a zone.
 */
export const isZone = (zone: string): boolean => {
  if (!/^[A-Za-z][\w+-]*(\/[A-Za-z0-9][\w+-]*)*$/.test(zone) || zone.length > 64) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    Temporal.PlainDate.from('2024-01-01').toZonedDateTime(zone);
    return true;
  } catch {
    return false;
  }
};

/** Whether words name a day there is, as `YYYY-MM-DD` (ISO 8601). */
export const isDay = (day: string): boolean => {
  try {
    return /^\d{4}-\d\d-\d\d$/.test(day) && Temporal.PlainDate.from(day).toString() === day;
  } catch {
    return false;
  }
};

const wallOf = (ms: number) => Temporal.Instant.fromEpochMilliseconds(ms).toZonedDateTimeISO('UTC').toPlainDateTime();

/**
 * The instant at which clocks in `zone` show a wall time, to the millisecond. Where the clocks jump forward
 * over it, the moment of the jump; where they show it twice, the first time. With this rule a later wall time
 * is never an earlier instant.
 */
export function atWallTime(wall: Temporal.PlainDateTime, zone: string): Temporal.Instant {
  return Temporal.Instant.fromEpochMilliseconds(zoneOf(zone).instantAt(wall.toZonedDateTime('UTC').epochMilliseconds));
}

/**
 * What clocks in `zone` show at an instant, to the millisecond. During an hour that is lived twice the second
 * pass counts as the end of that hour, so that a later instant never shows an earlier wall time.
 */
export function wallTime(instant: Temporal.Instant, zone: string): Temporal.PlainDateTime {
  return wallOf(zoneOf(zone).wallAt(instant.epochMilliseconds));
}

export type Names = { locale: string; zone: string };

/**
 * Making a formatter costs a hundred times what using one does, so each is kept; there are as many as locales, zones
 * and forms met.
 */
const formatters = new Map<string, Intl.DateTimeFormat>();
const mostFormatters = 400;

function formatted(
  instant: Temporal.Instant,
  { locale, zone }: Names,
  form: string,
  options: Intl.DateTimeFormatOptions,
) {
  const key = `${locale} ${zone} ${form}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    if (formatters.size >= mostFormatters) formatters.clear();
    formatter = new Intl.DateTimeFormat(locale, { timeZone: zone, ...options });
    // `8:05 AM`, but `08:05`: where a day has twenty-four hours each has two digits.
    if (options.hour && !formatter.resolvedOptions().hour12)
      formatter = new Intl.DateTimeFormat(locale, { timeZone: zone, ...options, hour: '2-digit' });
    formatters.set(key, formatter);
  }
  return formatter.format(instant.epochMilliseconds);
}

const day = { weekday: 'short', day: 'numeric', month: 'short' } as const;
const time = { hour: 'numeric', minute: '2-digit' } as const;

/** `Mon 26 Apr 2027, 09:00` in the person's locale and zone. */
export const dateTimeText = (instant: Temporal.Instant, names: Names, withYear = true): string =>
  withYear
    ? formatted(instant, names, 'moment and year', { ...day, year: 'numeric', ...time })
    : formatted(instant, names, 'moment', { ...day, ...time });

/** `Mon 26 Apr` in the person's locale and zone. */
export const dayText = (instant: Temporal.Instant, names: Names): string => formatted(instant, names, 'day', day);

/** `09:00` in the person's locale and zone. */
export const timeText = (instant: Temporal.Instant, names: Names): string => formatted(instant, names, 'time', time);

/** A time of day, whatever the zone: `09:00`, `9:00 AM`. */
export const timeOfDayText = (at: TimeOfDay): string =>
  timeText(Temporal.Instant.from(`2027-01-01T${at}Z`), namesIn('UTC'));

/** A day of the calendar, whatever the zone: `Mon, 12 Apr 2027`. */
export const calendarDayText = (of: Day, locale = localeNow()): string =>
  formatted(Temporal.Instant.from(`${of}T00:00Z`), { locale, zone: 'UTC' }, 'day and year', {
    ...day,
    year: 'numeric',
  });

/** What a clock shows, `2027-04-12 18:00`, whatever its zone: `Mon, 12 Apr 2027, 18:00`. */
export function wallText(wall: string): string {
  const [day = '', at = ''] = wall.split(' ');
  return `${calendarDayText(day)}, ${timeOfDayText(at)}`;
}

/** `12 June 2027`, for certificates. */
export const longDayText = (instant: Temporal.Instant, names: Names): string =>
  formatted(instant, names, 'long day', { day: 'numeric', month: 'long', year: 'numeric' });

/** How long until `then`, in words; null when the moment has come. See `countdownText`. */
export const countdown = (then: Temporal.Instant, now: Temporal.Instant): string | null =>
  countdownText(then.epochMilliseconds - now.epochMilliseconds);
