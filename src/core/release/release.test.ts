import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { clockCountdown, longCountdown } from '../kernel/countdown';
import { countdown, Temporal } from '../kernel/time';
import { monthsLater } from '../kernel/zone';
import {
  board,
  instantOf,
  isOpen,
  type OpeningRule,
  openingRuleSchema,
  openings,
  type Rhythm,
  rhythmInstants,
  type TimeRule,
} from './index';

const at = (text: string) => Temporal.Instant.from(text);
const zones = [
  'UTC',
  'Europe/London',
  'America/New_York',
  'Australia/Lord_Howe',
  'Asia/Kolkata',
  'America/St_Johns',
  'Pacific/Apia',
  'Africa/Casablanca',
];

describe('a rule names an instant', () => {
  const cases: [string, TimeRule, string, string, string][] = [
    ['at the start', { when: 'start' }, '2027-04-05T08:00Z', 'Europe/London', '2027-04-05T08:00Z'],
    [
      'hours are elapsed hours over a clock change',
      { when: 'after-start', amount: 24, unit: 'hours', at: null },
      '2027-03-27T12:00Z',
      'Europe/London',
      '2027-03-28T12:00Z',
    ],
    [
      'days are calendar days over a clock change',
      { when: 'after-start', amount: 1, unit: 'days', at: null },
      '2027-03-27T12:00Z',
      'Europe/London',
      '2027-03-28T11:00Z',
    ],
    [
      'a time of day in the learner’s zone',
      { when: 'after-start', amount: 7, unit: 'days', at: '09:00' },
      '2027-04-05T10:30Z',
      'Asia/Kolkata',
      '2027-04-12T03:30Z',
    ],
    ...(
      [
        ['a month is a calendar month', '2027-04-05T08:00Z', 1, '2027-05-05T08:00Z'],
        ['a month after the last of January ends with February', '2027-01-31T08:00Z', 1, '2027-02-28T08:00Z'],
        ['in a leap year with the 29th', '2028-01-30T08:00Z', 1, '2028-02-29T08:00Z'],
        [
          'two months after it end where two months end, not one after February',
          '2027-01-31T08:00Z',
          2,
          '2027-03-31T08:00Z',
        ],
        ['a year after 29 February ends with the 28th', '2028-02-29T08:00Z', 12, '2029-02-28T08:00Z'],
        ['four years after it is the 29th again', '2028-02-29T08:00Z', 48, '2032-02-29T08:00Z'],
        ['over the end of the year', '2027-11-30T08:00Z', 3, '2028-02-29T08:00Z'],
        ['fifty years', '2027-01-31T08:00Z', 600, '2077-01-31T08:00Z'],
        ['no month is the start', '2027-01-31T08:00Z', 0, '2027-01-31T08:00Z'],
      ] as const
    ).map(([name, from, amount, expected]): [string, TimeRule, string, string, string] => [
      name,
      { when: 'after-start', amount, unit: 'months', at: null },
      from,
      'UTC',
      expected,
    ]),
    [
      'months at a time of day over a clock change',
      { when: 'after-start', amount: 1, unit: 'months', at: '09:00' },
      '2027-02-28T12:00Z',
      'Europe/London',
      '2027-03-28T08:00Z',
    ],
    [
      'a month after the day it is there, not in London',
      { when: 'after-start', amount: 1, unit: 'months', at: '09:00' },
      '2027-01-31T20:00Z',
      'Asia/Kolkata',
      '2027-03-01T03:30Z',
    ],
    [
      'never before the start',
      { when: 'after-start', amount: 0, unit: 'days', at: '09:00' },
      '2027-04-05T10:30Z',
      'UTC',
      '2027-04-05T10:30Z',
    ],
    [
      'a wall time that does not exist: the moment clocks jump',
      { when: 'on-date', date: '2027-03-28', at: '01:30', zone: 'Europe/London' },
      '2027-01-01T00:00Z',
      'UTC',
      '2027-03-28T01:00Z',
    ],
    [
      'a wall time that comes twice: the first',
      { when: 'on-date', date: '2027-10-31', at: '01:30', zone: 'Europe/London' },
      '2027-01-01T00:00Z',
      'UTC',
      '2027-10-31T00:30Z',
    ],
    [
      'weeks over a leap day',
      { when: 'after-start', amount: 1, unit: 'weeks', at: null },
      '2028-02-26T10:00Z',
      'UTC',
      '2028-03-04T10:00Z',
    ],
    [
      'a date already past opens at the start',
      { when: 'on-date', date: '2027-01-01', at: '09:00', zone: 'UTC' },
      '2027-06-01T00:00Z',
      'UTC',
      '2027-06-01T00:00Z',
    ],
  ];
  test.each(cases)('%s', (_name, rule, start, zone, expected) => {
    expect(instantOf(rule, { start: at(start), zone }).toString()).toBe(at(expected).toString());
  });
});

const rhythm: Rhythm = {
  unit: 'section',
  lessons: 1,
  begins: [],
  every: { by: 'weeks', count: 1, weekdays: [1] },
  at: '09:00',
  firstAtOnce: true,
  gap: 4,
  breaks: [{ from: '2027-05-03', to: '2027-05-09', name: 'spring' }],
};

test('a weekly rhythm starts at once, goes by Mondays and leaves a break out', () => {
  const found = rhythmInstants(rhythm, { start: at('2027-04-05T00:00Z'), zone: 'UTC' }, 6);
  expect(found.map((instant) => instant.toString().slice(0, 16))).toEqual([
    '2027-04-05T00:00',
    '2027-04-12T09:00',
    '2027-04-19T09:00',
    '2027-04-26T09:00',
    '2027-05-10T09:00',
    '2027-05-17T09:00',
  ]);
});

test.each([
  ['the day of the start, later than the start', 0, '2027-04-05T08:00Z', '2027-04-05T09:00'],
  ['the day of the start, at the start', 0, '2027-04-05T09:00Z', '2027-04-12T09:00'],
  ['the day of the start, when the time has passed', 0, '2027-04-05T10:00Z', '2027-04-12T09:00'],
  ['the day after a Sunday', 1, '2027-04-04T23:00Z', '2027-04-05T09:00'],
  ['half a step after a Friday', 4, '2027-04-02T10:00Z', '2027-04-12T09:00'],
  ['half a step after a Thursday', 4, '2027-04-01T10:00Z', '2027-04-05T09:00'],
])('the second part opens no sooner than its gap: %s', (_name, gap, from, second) => {
  const [, found] = rhythmInstants({ ...rhythm, gap }, { start: at(from), zone: 'UTC' }, 2);
  expect(found?.toString().slice(0, 16)).toBe(second);
});

const lesson = (id: string, opens: OpeningRule | null = null) => ({
  id,
  title: id,
  opens,
  closes: null,
  needs: [],
  learnerMinutes: 10,
});
const course = [
  {
    id: 's1',
    opens: null,
    closes: null,
    lessons: [lesson('a'), lesson('b', { when: 'after-start', amount: 3, unit: 'days', at: null })],
  },
  {
    id: 's2',
    opens: { when: 'after-start', amount: 14, unit: 'days', at: '09:00' } as OpeningRule,
    closes: null,
    lessons: [lesson('c', { when: 'start' }), lesson('d')],
  },
];

test('a section bounds its lessons, a rule of its own goes before the rhythm, and the board counts minutes by week', () => {
  const clock = { start: at('2027-04-05T08:00Z'), zone: 'UTC' };
  const opens = openings({ rhythm }, course, clock);
  expect([...opens].map(([id, opening]) => [id, opening.from, opening.at?.toString().slice(0, 10)])).toEqual([
    ['s1', 'rhythm', '2027-04-05'],
    ['a', 'rhythm', '2027-04-05'],
    ['b', 'lesson', '2027-04-08'],
    ['s2', 'section', '2027-04-19'],
    ['c', 'section', '2027-04-19'],
    ['d', 'section', '2027-04-19'],
  ]);
  expect(isOpen(opens.get('b'), at('2027-04-08T07:59Z'))).toBe(false);
  expect(isOpen(opens.get('b'), at('2027-04-08T08:00Z'))).toBe(true);
  const laid = board(
    course.flatMap((section) => section.lessons),
    opens,
    clock,
    { unit: 'weeks', first: 0, show: 3 },
  );
  expect([laid.count, ...laid.periods.map((week) => week.minutes)]).toEqual([3, 20, 0, 20]);
});

test.each([
  [1, '1 minute'],
  [60, '1 minute'],
  [61, '2 minutes'],
  [3540, '59 minutes'],
  [3541, '1 hour'],
  [86_400, '24 hours'],
  [172_801, '3 days'],
  [0, null],
])('a countdown over %i s says %s', (seconds, text) => {
  const now = at('2027-04-05T08:00Z');
  expect(countdown(now.add({ seconds }), now)).toBe(text);
});

test.each([
  [1, '1 minute', '00:00:01'],
  [3600, '1 hour', '01:00:00'],
  [12_001, '3 hours 21 minutes', '03:20:01'],
  [86_400, '1 day', '1 day 00:00:00'],
  [190_801, '2 days 6 hours', '2 days 05:00:01'],
  [0, null, null],
])('of %i seconds a countdown shows %s, or %s as a clock', (seconds, long, clock) => {
  expect([longCountdown(seconds * 1000), clockCountdown(seconds * 1000)]).toEqual([long, clock]);
});

test('a day so many months later is the one the calendar gives', () => {
  fc.assert(
    fc.property(fc.integer({ min: -20_000, max: 40_000 }), fc.integer({ min: 0, max: 600 }), (day, months) => {
      const named = (number: number) => Temporal.PlainDate.from('1970-01-01').add({ days: number });
      expect(named(monthsLater(day, months)).toString()).toBe(named(day).add({ months }).toString());
    }),
  );
});

test.each([
  ['months', 600, true],
  ['months', 601, false],
  ['weeks', 601, true],
  ['years', 1, false],
])('an interval in %s of %i can be set: %j', (unit, amount, valid) => {
  expect(openingRuleSchema.isValidSync({ when: 'after-start', amount, unit, at: null }, { strict: true })).toBe(valid);
});

const timeOfDay = fc
  .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
  .map(([h, m]) => `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`);
const day = fc
  .integer({ min: 0, max: 1400 })
  .map((days) => Temporal.PlainDate.from('2025-12-01').add({ days }).toString());
const rule: fc.Arbitrary<TimeRule> = fc.oneof(
  fc.constant({ when: 'start' } as const),
  fc.record({
    when: fc.constant('after-start' as const),
    amount: fc.integer({ min: 0, max: 60 }),
    unit: fc.constantFrom('hours', 'days', 'weeks'),
    at: fc.option(timeOfDay),
  }),
  // With the hour of the start, the last days of a long month come to the same day at different hours.
  fc.record({
    when: fc.constant('after-start' as const),
    amount: fc.integer({ min: 0, max: 24 }),
    unit: fc.constant('months' as const),
    at: timeOfDay,
  }),
  fc.record({ when: fc.constant('on-date' as const), date: day, at: timeOfDay, zone: fc.constantFrom(...zones) }),
);
const anyRhythm: fc.Arbitrary<Rhythm> = fc.record({
  unit: fc.constantFrom('section', 'lessons'),
  lessons: fc.integer({ min: 1, max: 3 }),
  begins: fc.constant([]),
  every: fc.oneof(
    fc.record({
      by: fc.constant('weeks' as const),
      count: fc.integer({ min: 1, max: 3 }),
      weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 4 }).map((all) => all.sort()),
    }),
    fc.record({ by: fc.constant('days' as const), count: fc.integer({ min: 1, max: 9 }) }),
  ),
  at: timeOfDay,
  firstAtOnce: fc.boolean(),
  gap: fc.integer({ min: 0, max: 12 }),
  breaks: fc.array(
    fc
      .tuple(day, fc.integer({ min: 0, max: 20 }))
      .map(([from, days]) => ({ from, to: Temporal.PlainDate.from(from).add({ days }).toString(), name: '' })),
    { maxLength: 3 },
  ),
});
// Half of the starts lie around the clock changes of a year, where the mistakes live.
const start = fc.oneof(
  fc.integer({ min: 0, max: 3 * 365 * 24 * 60 }).map((minutes) => at('2026-01-01T00:00Z').add({ minutes })),
  fc
    .tuple(
      fc.constantFrom('2027-03-28', '2027-10-31', '2027-03-14', '2027-11-07', '2027-04-04', '2027-10-03'),
      fc.integer({ min: -1500, max: 1500 }),
    )
    .map(([d, minutes]) => at(`${d}T00:30Z`).add({ minutes })),
);

describe('properties of the release engine', () => {
  const sections = fc.array(
    fc.record({
      id: fc.uuid(),
      opens: fc.option(rule),
      closes: fc.constant(null),
      lessons: fc.array(
        fc.record({
          id: fc.uuid(),
          title: fc.constant(''),
          opens: fc.option(rule),
          closes: fc.constant(null),
          needs: fc.constant([]),
        }),
        { maxLength: 3 },
      ),
    }),
    { minLength: 1, maxLength: 4 },
  );
  test('opening times never go back when the start goes forward, and never lie before it', () => {
    fc.assert(
      fc.property(
        sections,
        fc.option(anyRhythm),
        fc.constantFrom(...zones),
        start,
        fc.integer({ min: 0, max: 4000 }),
        (parts, pattern, zone, first, minutes) => {
          const second = first.add({ minutes });
          const before = openings({ rhythm: pattern }, parts, { start: first, zone });
          const after = openings({ rhythm: pattern }, parts, { start: second, zone });
          for (const [id, opening] of before) {
            const moved = after.get(id);
            expect(opening.ms).toBeGreaterThanOrEqual(first.epochMilliseconds);
            if (!moved || moved.ms < opening.ms) throw new Error(`${id} went back from ${opening.at} to ${moved?.at}`);
          }
        },
      ),
      { numRuns: 500 },
    );
  });
  test('a lesson never opens before its section, and rhythm parts never go back', () => {
    fc.assert(
      fc.property(sections, fc.option(anyRhythm), fc.constantFrom(...zones), start, (parts, pattern, zone, first) => {
        const found = openings({ rhythm: pattern }, parts, { start: first, zone });
        for (const section of parts) {
          for (const { id } of section.lessons) {
            const [own, bound] = [found.get(id), found.get(section.id)];
            if (!own || !bound || own.ms < bound.ms) throw new Error(`${id} opens before its section`);
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});
