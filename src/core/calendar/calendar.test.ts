import fc from 'fast-check';
import ICAL from 'ical.js';
import ical from 'node-ical';
import { describe, expect, test } from 'vitest';
import { Temporal } from '../kernel/time';
import { type CourseDocument, newCourse } from '../outline';
import { noCohortPlan, nothingYet, releaseState } from '../release';
import { type CalendarEvent, calendarFile, entriesOf, weeksOfMonth } from './index';

const now = Date.parse('2027-03-01T08:00:00Z');
const event = (part: Partial<CalendarEvent>): CalendarEvent => ({
  ...{
    uid: 'a@school.example',
    sequence: 3,
    summary: 'Field clinic',
    description: '',
    url: 'https://school.example/a',
  },
  ...{ starts: now, ends: now },
  ...part,
});

/** A file as one reader reads it, by the definitions of zones that stand in it. */
function byFirst(file: string) {
  const calendar = new ICAL.Component(ICAL.parse(file));
  const zones = new Map(
    calendar
      .getAllSubcomponents('vtimezone')
      .map((zone) => [String(zone.getFirstPropertyValue('tzid')), new ICAL.Timezone(zone)]),
  );
  return calendar.getAllSubcomponents('vevent').map((one) => {
    const ms = (name: string) => {
      const property = one.getFirstProperty(name);
      const time = property?.getFirstValue() as ICAL.Time | undefined;
      if (!property || !time) return null;
      const zone = zones.get(String(property.getParameter('tzid') ?? ''));
      if (zone) time.zone = zone;
      return time.toUnixTime() * 1000;
    };
    return {
      uid: String(one.getFirstPropertyValue('uid')),
      sequence: Number(one.getFirstPropertyValue('sequence')),
      summary: String(one.getFirstPropertyValue('summary')),
      starts: ms('dtstart'),
      ends: ms('dtend'),
    };
  });
}

/** And as another reader does, by the zones it knows itself. */
const bySecond = (file: string) =>
  Object.values(ical.sync.parseICS(file)).flatMap((one) =>
    one?.type === 'VEVENT'
      ? [
          {
            uid: one.uid,
            sequence: Number(one.sequence),
            summary: typeof one.summary === 'string' ? one.summary : one.summary.val,
            starts: one.start.getTime(),
          },
        ]
      : [],
  );

const zones = [
  'UTC',
  'Europe/London',
  'America/New_York',
  'Australia/Lord_Howe',
  'Asia/Kolkata',
  'America/St_Johns',
  'Pacific/Auckland',
];

describe('a calendar file', () => {
  test('is read by two readers as it was meant, in every zone, over changes of clocks', () => {
    const minute = fc.integer({ min: 0, max: 700 * 24 * 60 }).map((count) => now - 86_400_000 * 30 + count * 60_000);
    const near = fc
      .tuple(
        fc.constantFrom('2027-03-28T01:00Z', '2027-10-31T01:00Z', '2027-11-07T06:00Z', '2027-04-03T15:00Z'),
        fc.integer({ min: -180, max: 180 }),
      )
      .map(([at, minutes]) => Temporal.Instant.from(at).epochMilliseconds + minutes * 60_000);
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.array(fc.oneof(minute, near), { minLength: 1, maxLength: 4 }),
        (zone, moments) => {
          const events = moments.map((starts, i) =>
            event({ uid: `${i}@school.example`, sequence: i, starts, ends: starts + 3_600_000 }),
          );
          const file = calendarFile('Mine', zone, events, now);
          const told = events.map(({ uid, sequence, summary, starts, ends }) => ({
            uid,
            sequence,
            summary,
            starts,
            ends,
          }));
          expect(byFirst(file)).toEqual(told);
          expect(bySecond(file)).toEqual(told.map(({ ends: _ends, ...one }) => one));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('has no line of more than 75 octets, and gives back what was written, in any script', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string({ maxLength: 200 }), fc.string({ unit: 'grapheme', maxLength: 120 })), (words) => {
        const summary = `x${words.replace(/[\p{Cc}\u2028\u2029]/gu, ' ')}x`;
        const file = calendarFile('Mine', 'UTC', [event({ summary })], now);
        for (const line of file.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
        expect(byFirst(file)[0]?.summary).toBe(summary);
      }),
    );
  });

  test('cannot be broken by what is written in it', () => {
    const summary = 'One\r\nEND:VEVENT\nBEGIN:VALARM;a,b\\n';
    const [read, ...others] = byFirst(calendarFile('A;B\nC', 'UTC', [event({ summary })], now));
    expect([read?.summary, others]).toEqual(['One\nEND:VEVENT\nBEGIN:VALARM;a,b\\n', []]);
  });

  test('without anything in it is one all the same', () => {
    expect(byFirst(calendarFile('Mine', 'Europe/London', [], now))).toEqual([]);
  });
});

test.each([
  ['2027-02', 1, 4, '2027-02-01', '2027-02-28'],
  ['2027-03', 1, 5, '2027-03-01', '2027-04-04'],
  ['2027-08', 1, 6, '2027-07-26', '2027-09-05'],
  ['2028-02', 1, 5, '2028-01-31', '2028-03-05'],
  ['2027-02', 7, 5, '2027-01-31', '2027-03-06'],
  ['2026-02', 7, 4, '2026-02-01', '2026-02-28'],
  ['2027-08', 6, 5, '2027-07-31', '2027-09-03'],
])('the month %s, its weeks from weekday %i, is %i whole weeks', (month, weekday, count, first, last) => {
  const weeks = weeksOfMonth(month, weekday);
  expect([weeks.length, weeks[0]?.[0], weeks.at(-1)?.at(-1)]).toEqual([count, first, last]);
  expect(weeks.every((week) => week.length === 7)).toBe(true);
});

test.each([
  ['Europe/London', '2027-10-30', '2027-10-31', '2027-10-29T23:00Z', '2027-11-01T00:00Z'],
  ['Pacific/Auckland', '2027-04-01', '2027-04-01', '2027-03-31T11:00Z', '2027-04-01T11:00Z'],
])(
  'a break in %s lasts from the first moment of its first day to the end of its last',
  (zone, from, to, begins, ends) => {
    const course: CourseDocument = {
      ...{ format: 'mosaik-course', version: 6, outcomes: [], sections: [] },
      course: newCourse('c', 'c', 'Course', 'UTC'),
    };
    const plan = { ...noCohortPlan, breaks: [{ from, to, name: 'high water' }] };
    const clock = { start: Temporal.Instant.from('2027-03-01T08:00Z'), zone, cohort: plan };
    const state = releaseState(course.course, [], { clock, standing: nothingYet, accessUntil: null }, 0);
    expect(entriesOf(course, clock, state)).toMatchObject([
      {
        sort: 'break',
        at: Date.parse(begins),
        until: Date.parse(ends),
        title: expect.stringMatching(/^high water, until /),
      },
    ]);
  },
);
