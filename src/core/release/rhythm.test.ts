import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import { Temporal } from '../kernel/time';
import { partText, type Rhythm, rhythmText, usualGap } from './rhythm';
import { rhythmInstants } from './rhythm-days';
import { rhythmSchema } from './schema';

const weekly: Rhythm = {
  ...{ unit: 'section', lessons: 1, begins: [], at: '09:00', firstAtOnce: true, gap: 4, breaks: [] },
  every: { by: 'weeks', count: 1, weekdays: [1] },
};
const on = (count: number, ...weekdays: number[]) => ({ by: 'weeks', count, weekdays }) as const;
const days = (count: number) => ({ by: 'days', count }) as const;
const rest = { from: '2027-04-01', to: '2027-04-07', name: 'Spring' };

test.each<[Partial<Rhythm>, string]>([
  [{}, 'One section every Monday 09:00'],
  [{ every: on(1, 2, 5) }, 'One section every Tuesday and Friday 09:00'],
  [{ every: on(2, 1, 3, 7) }, 'One section every 2 weeks on Monday, Wednesday and Sunday 09:00'],
  [{ every: days(1) }, 'One section every day 09:00'],
  [{ every: days(10), at: '18:30' }, 'One section every 10 days 18:30'],
  [{ unit: 'lessons' }, 'One lesson every Monday 09:00'],
  [{ unit: 'lessons', lessons: 3 }, '3 lessons every Monday 09:00'],
  [{ unit: 'laid', begins: ['b', 'c'] }, '3 parts laid out by minutes, one every Monday 09:00'],
  [{ breaks: [rest] }, 'One section every Monday 09:00, skipping 1 break'],
  [{ breaks: [rest, rest] }, 'One section every Monday 09:00, skipping 2 breaks'],
])('a rhythm in words: %j', (part, words) => {
  expect(rhythmText({ ...weekly, ...part })).toBe(words);
});

test.each<[string, Partial<Rhythm>, number, string]>([
  ['the first at once', {}, 0, 'at start'],
  ['the first on its day', { firstAtOnce: false }, 0, 'part 1, Mon 09:00'],
  ['a later one', {}, 4, 'part 5, Mon 09:00'],
  ['on one of several days it is not known which', { every: on(1, 1, 4) }, 2, 'part 3, 09:00'],
  ['by days likewise', { every: days(3) }, 1, 'part 2, 09:00'],
])('when a part opens, where no learner is looked at: %s', (_name, part, index, words) => {
  expect(partText({ ...weekly, ...part }, index)).toBe(words);
});

test.each([
  [1, 4],
  [2, 7],
  [4, 14],
])('the second part usually waits half the way of %i weeks', (weeks, gap) => {
  expect(usualGap(weeks)).toBe(gap);
});

/** The days on which parts open for who starts on a day, at midnight in UTC. */
const opening = (part: Partial<Rhythm>, start: string, count: number): string[] =>
  rhythmInstants(
    { ...weekly, at: '00:00', firstAtOnce: false, ...part },
    { start: Temporal.Instant.from(`${start}T00:00Z`), zone: 'UTC' },
    count,
  ).map((instant) => instant.toString().slice(5, 10));

// 1 March 2027 is a Monday.
test.each<[what: string, Partial<Rhythm>, start: string, days: string]>([
  ['every Monday', {}, '2027-03-01', '03-01 03-08 03-15 03-22'],
  ['twice a week', { every: on(1, 2, 4) }, '2027-03-01', '03-02 03-04 03-09 03-11'],
  ['twice in every second week', { every: on(2, 2, 4) }, '2027-03-01', '03-02 03-04 03-16 03-18'],
  ['the same from its second day', { every: on(2, 2, 4) }, '2027-03-03', '03-04 03-09 03-18 03-23'],
  ['every third Sunday', { every: on(3, 7) }, '2027-03-01', '03-07 03-28 04-18 05-09'],
  ['every ten days', { every: days(10) }, '2027-03-01', '03-01 03-11 03-21 03-31'],
  [
    'around a break',
    { breaks: [{ from: '2027-03-08', to: '2027-03-15', name: '' }] },
    '2027-03-01',
    '03-01 03-22 03-29 04-05',
  ],
  ['at once, then no sooner than the gap', { firstAtOnce: true, gap: 7 }, '2027-03-02', '03-02 03-15 03-22 03-29'],
  [
    'at once, then with a gap that is just kept',
    { firstAtOnce: true, gap: 6 },
    '2027-03-02',
    '03-02 03-08 03-15 03-22',
  ],
])('the days of a rhythm: %s', (_what, part, start, expected) => {
  expect(opening(part, start, 4)).toEqual(expected.split(' '));
});

const weekdaysOf = fc
  .uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 7 })
  .map((all) => all.sort());
test('by weekdays: every part opens on one of them, in turn, and a round takes as many weeks as are named', () => {
  fc.assert(
    fc.property(
      weekdaysOf,
      fc.integer({ min: 1, max: 5 }),
      fc.integer({ min: 0, max: 400 }),
      (weekdays, count, later) => {
        const start = Temporal.PlainDate.from('2027-01-01').add({ days: later });
        const found = rhythmInstants(
          { ...weekly, at: '00:00', firstAtOnce: false, every: { by: 'weeks', count, weekdays } },
          { start: start.toZonedDateTime('UTC').toInstant(), zone: 'UTC' },
          weekdays.length * 3,
        ).map((instant) => instant.toZonedDateTimeISO('UTC').toPlainDate());
        const turns = found.map((day) => weekdays.indexOf(day.dayOfWeek));
        expect(turns).toEqual(turns.map((_, i) => ((turns[0] ?? 0) + i) % weekdays.length));
        found.forEach((day, i) => {
          const next = found[i + weekdays.length];
          if (next) expect(day.until(next).days).toBe(7 * count);
        });
        expect(start.until(found[0] ?? start).days).toBeLessThan(7);
      },
    ),
  );
});

const day = (from: string, to: string) => ({ breaks: [{ from, to, name: '' }] });
test.each<[part: object, refused: RegExp | null]>([
  [day('2027-04-01', '2027-04-01'), null],
  [day('2027-04-02', '2027-04-01'), /ends on or after/],
  [{ every: on(1, 1, 7) }, null],
  [{ every: on(1, 7, 1) }, /once, from Monday on/],
  [{ every: on(1, 3, 3) }, /once, from Monday on/],
  [{ every: on(1) }, /at least one weekday/],
  [{ every: on(52, 1) }, null],
  [{ every: on(53, 1) }, /at most every 52 weeks/i],
  [{ every: days(366) }, null],
  [{ every: days(367) }, /at most every 366 days/i],
  [{ every: days(0) }, /at least every day/i],
  [{ unit: 'lessons', lessons: 0 }, /At least one lesson/],
])('what a rhythm may be: %j', (part, refused) => {
  const found = parsed(rhythmSchema, { ...weekly, ...part });
  if (refused === null) expect(found).toMatchObject({ ok: true });
  else expect(found).toMatchObject({ ok: false, problem: { sentence: expect.stringMatching(refused) } });
});
