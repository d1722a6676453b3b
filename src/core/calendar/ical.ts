import { Temporal } from '../kernel/time';
import { zoneOf } from '../kernel/zone';

/** Something in a calendar file. Times in milliseconds since 1970. */
export type CalendarEvent = {
  /** Stays the same for the same thing, however often it is moved. */
  readonly uid: string;
  /** Grows whenever something may have changed. */
  readonly sequence: number;
  readonly summary: string;
  readonly description: string;
  readonly url: string;
  readonly starts: number;
  readonly ends: number;
};

const pad = (count: number, width = 2) => String(Math.abs(count)).padStart(width, '0');
const utc = (ms: number): string => `${new Date(ms).toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
/** A wall time counted as if it were UTC, without a zone. */
const floating = (wall: number): string => utc(wall).slice(0, -1);
const offsetText = (ms: number): string => {
  const seconds = Math.round(ms / 1000);
  const [hours, minutes, rest] = [Math.trunc(seconds / 3600), Math.trunc(seconds / 60) % 60, seconds % 60];
  return `${seconds < 0 ? '-' : '+'}${pad(hours)}${pad(minutes)}${rest === 0 ? '' : pad(rest)}`;
};

/** A text as a value: with what would end it escaped (RFC 5545, 3.3.11). */
const escaped = (text: string) =>
  text
    .replace(/[\\;,]/g, (sign) => `\\${sign}`)
    .replace(/\r\n?|\n/g, '\\n')
    // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters have no place in a calendar
    .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '');

const bytes = (text: string) => new TextEncoder().encode(text).length;

/** A line folded so that none is longer than 75 octets, never within a character (RFC 5545, 3.1). */
function folded(line: string): string {
  const lines: string[] = [];
  let open = '';
  for (const sign of line) {
    // Those that go on begin with a blank, which counts.
    if (bytes(open) + bytes(sign) > (lines.length === 0 ? 75 : 74)) {
      lines.push(open);
      open = '';
    }
    open += sign;
  }
  return [...lines, open].join('\r\n ');
}

/**
 * The changes of offset of a zone over some time, as a VTIMEZONE; each is told by itself, so nothing has to be guessed.
 */
function timezone(name: string, from: number, to: number): string[] {
  const zone = zoneOf(name);
  const start = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(name);
  const lines: string[] = [];
  const tell = (at: number, before: number, after: number) => {
    const kind = after > before ? 'DAYLIGHT' : 'STANDARD';
    lines.push(
      `BEGIN:${kind}`,
      `DTSTART:${floating(at + before)}`,
      `TZOFFSETFROM:${offsetText(before)}`,
      `TZOFFSETTO:${offsetText(after)}`,
      `END:${kind}`,
    );
  };
  const first = zone.offsetAt(from);
  tell(from - 1000, first, first);
  for (
    let change = start.getTimeZoneTransition('next');
    change && change.epochMilliseconds <= to;
    change = change.getTimeZoneTransition('next')
  ) {
    const at = change.epochMilliseconds;
    tell(at, zone.offsetAt(at - 1), zone.offsetAt(at));
  }
  return ['BEGIN:VTIMEZONE', `TZID:${name}`, ...lines, 'END:VTIMEZONE'];
}

const dayMs = 86_400_000;

/** Whether clocks show what they show at an instant a second time, before or after it. */
function isDoubled(ms: number, zone: string): boolean {
  const { offsetAt } = zoneOf(zone);
  const [before, after] = [offsetAt(ms - dayMs), offsetAt(ms + dayMs)];
  const wall = ms + offsetAt(ms);
  return before !== after && offsetAt(wall - before) === before && offsetAt(wall - after) === after;
}

/**
 * A calendar as a file of iCalendar (RFC 5545), its times in a zone that the file brings with it. `now`, in
 * milliseconds, is when it was written.
 */
export function calendarFile(name: string, zone: string, events: readonly CalendarEvent[], now: number): string {
  const times = events.flatMap(({ starts, ends }) => [starts, ends]);
  const span = [Math.min(now, ...times) - 400 * dayMs, Math.max(now, ...times) + 400 * dayMs] as const;
  // A wall time that clocks show twice says nothing: such a moment is told in UTC.
  const time = (field: string, ms: number) =>
    isDoubled(ms, zone) ? `${field}:${utc(ms)}` : `${field};TZID=${zone}:${floating(ms + zoneOf(zone).offsetAt(ms))}`;
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Mosaik//Calendar//EN',
    'CALSCALE:GREGORIAN',
    'METHOD:PUBLISH',
    `NAME:${escaped(name)}`,
    `X-WR-CALNAME:${escaped(name)}`,
    ...timezone(zone, ...span),
    ...events.flatMap((event) => [
      'BEGIN:VEVENT',
      `UID:${event.uid}`,
      `SEQUENCE:${event.sequence}`,
      `DTSTAMP:${utc(now)}`,
      time('DTSTART', event.starts),
      ...(event.ends > event.starts ? [time('DTEND', event.ends)] : []),
      `SUMMARY:${escaped(event.summary)}`,
      ...(event.description ? [`DESCRIPTION:${escaped(event.description)}`] : []),
      `URL:${event.url}`,
      'TRANSP:TRANSPARENT',
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ];
  return `${lines.map(folded).join('\r\n')}\r\n`;
}
