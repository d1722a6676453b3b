import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { add, divide, multiply, parseDecimal, type Rational, rational, toFixed } from '../kernel/exact';
import { completion, type GradeEntry, type GradeItem, gradeSheet, gradeWritten, percentText, reaches } from './index';

const item = (id: string, weight: number, of: number): GradeItem => ({ id, title: id, weight, of });
const points = (thousandths: number, of: number): GradeEntry => ({
  state: 'points',
  points: rational(thousandths),
  of,
});

test.each<[string, GradeItem[], Record<string, GradeEntry>, 'zero' | 'left-out', string]>([
  [
    'by weight',
    [item('quiz', 30, 20_000), item('report', 70, 50_000)],
    { quiz: points(18_000, 20_000), report: points(31_000, 50_000) },
    'left-out',
    '(30 × 18/20 + 70 × 31/50) ÷ 100 = 70.4 %',
  ],
  [
    'excused is left out',
    [item('quiz', 30, 20_000), item('report', 70, 50_000)],
    { quiz: { state: 'excused', reason: 'ill' }, report: points(31_000, 50_000) },
    'zero',
    '(70 × 31/50) ÷ 70 = 62.0 %',
  ],
  [
    'missing as nothing',
    [item('quiz', 1, 1000), item('report', 1, 1000)],
    { quiz: points(1000, 1000) },
    'left-out',
    '(1 × 1/1) ÷ 1 = 100.0 %',
  ],
  [
    'missing as zero once it is due',
    [item('quiz', 1, 1000), item('report', 1, 1000)],
    { quiz: points(1000, 1000), report: { state: 'missing', isDue: true } },
    'zero',
    '(1 × 1/1 + 1 × 0/1) ÷ 2 = 50.0 %',
  ],
  [
    'missing and not due yet',
    [item('quiz', 1, 1000), item('report', 1, 1000)],
    { quiz: points(1000, 1000) },
    'zero',
    '(1 × 1/1) ÷ 1 = 100.0 %',
  ],
  [
    'marked out of another total',
    [item('report', 1, 50_000)],
    { report: points(18_000, 20_000) },
    'zero',
    '(1 × 18/20) ÷ 1 = 90.0 %',
  ],
  ['a result that is not shown', [item('quiz', 1, 1000)], { quiz: { state: 'hidden' } }, 'zero', 'Nothing counts yet.'],
  ['waiting is not missing', [item('quiz', 1, 1000)], { quiz: { state: 'waiting' } }, 'zero', 'Nothing counts yet.'],
  [
    'weight and points of zero',
    [item('a', 0, 1000), item('b', 5, 0)],
    { a: points(500, 1000), b: points(0, 0) },
    'zero',
    'Nothing counts yet.',
  ],
  [
    'thirds stay exact',
    [item('a', 1, 3000), item('b', 2, 3000)],
    { a: points(1000, 3000), b: points(2000, 3000) },
    'zero',
    '(1 × 1/3 + 2 × 2/3) ÷ 3 = 55.6 %',
  ],
])('the sum written out: %s', (_name, items, entries, missing, expected) => {
  expect(gradeWritten(gradeSheet(items, new Map(Object.entries(entries)), missing))).toBe(expected);
});

/** Reckons a written sum again from its characters alone. */
function reckon(text: string): Rational {
  const [, terms = '', weights = ''] = /^\((.*)\) ÷ (\d+) = /.exec(text) ?? [];
  const number = (part: string): Rational => {
    const [n, d] = part.replace(/[()]/g, '').split('/');
    return d === undefined ? (parseDecimal(n ?? '') ?? rational(0)) : divide(number(n ?? ''), number(d));
  };
  const total = terms.split(' + ').map((term) => {
    const [weight = '', share = ''] = term.split(' × ');
    const [, given = '', of = ''] = /^(\([^)]*\)|[^/]+)\/(.+)$/.exec(share) ?? [];
    return multiply(number(weight), divide(number(given), number(of)));
  });
  return divide(total.reduce(add, rational(0)), number(weights));
}

describe('properties of the grade engine', () => {
  const parts = fc.uniqueArray(
    fc.record({
      id: fc.uuid(),
      weight: fc.integer({ min: 0, max: 100 }),
      of: fc.integer({ min: 0, max: 60_000 }),
      got: fc.integer({ min: 0, max: 60_000 }),
      attempts: fc.integer({ min: 1, max: 7 }),
      state: fc.constantFrom('points', 'points', 'points', 'missing', 'waiting', 'excused'),
    }),
    { selector: (part) => part.id, maxLength: 12 },
  );
  const build = (rows: typeof parts extends fc.Arbitrary<infer T> ? T : never) => ({
    items: rows.map(({ id, weight, of }) => item(id, weight, of)),
    entries: new Map<string, GradeEntry>(
      rows.map(({ id, state, got, attempts, of }) => [
        id,
        {
          points: { state: 'points', points: rational(got, attempts), of },
          excused: { state: 'excused', reason: '' },
          missing: { state: 'missing', isDue: true },
          waiting: { state: 'waiting' },
        }[state] as GradeEntry,
      ]),
    ),
  });
  test('the sum written out equals the grade', () => {
    fc.assert(
      fc.property(parts, fc.constantFrom('zero' as const, 'left-out' as const), (rows, missing) => {
        const { items, entries } = build(rows);
        const sheet = gradeSheet(items, entries, missing);
        if (sheet.grade === null) return;
        expect(reckon(gradeWritten(sheet))).toEqual(sheet.grade);
        expect(gradeWritten(sheet).endsWith(sheet.gradeText)).toBe(true);
      }),
    );
  });
  test('the order of the items does not matter', () => {
    fc.assert(
      fc.property(parts, fc.infiniteStream(fc.nat()), (rows, keys) => {
        const { items, entries } = build(rows);
        const shuffled = [...items]
          .map((one) => ({ one, key: keys.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ one }) => one);
        expect(gradeSheet(shuffled, entries, 'zero').grade).toEqual(gradeSheet(items, entries, 'zero').grade);
      }),
    );
  });
  test('more points never lower a grade', () => {
    fc.assert(
      fc.property(parts, fc.integer({ min: 1, max: 5000 }), (rows, more) => {
        const { items, entries } = build(rows);
        const raised = new Map(
          [...entries].map(([id, entry]) => [
            id,
            entry.state === 'points' ? { ...entry, points: add(entry.points, rational(more)) } : entry,
          ]),
        );
        const [low, high] = [gradeSheet(items, entries, 'zero').grade, gradeSheet(items, raised, 'zero').grade];
        if (low && high) expect(low.n * high.d <= high.n * low.d).toBe(true);
      }),
    );
  });
});

test.each([
  ['59.95 % is not 60 % though it reads so', rational(5995, 10_000), 60, false, '60.0 %'],
  ['60 % is', rational(6, 10), 60, true, '60.0 %'],
  ['no grade reaches nothing', null, 0, false, '–'],
])('%s', (_name, grade, percent, reached, text) => {
  expect([reaches(grade, percent), percentText(grade)]).toEqual([reached, text]);
});

const lessons = [
  { lesson: { title: 'A', required: true }, done: true, passed: null },
  { lesson: { title: 'B', required: true }, done: true, passed: false },
  { lesson: { title: 'C', required: false }, done: false, passed: false },
  { lesson: { title: 'D', required: true }, done: false, passed: null },
];
test.each([
  ['strict', { mode: 'strict' as const }, false, false, ['B: not passed yet', 'D: not done yet']],
  ['share met', { mode: 'share' as const, percent: 60 }, false, true, []],
  ['share not met', { mode: 'share' as const, percent: 70 }, false, false, ['1 more of 3 required lessons']],
  ['free, not finished', { mode: 'free' as const }, false, false, []],
  ['free, finished', { mode: 'free' as const }, true, true, []],
])('completion: %s', (_name, rule, finished, complete, missing) => {
  const found = completion(rule, lessons, finished);
  expect([found.complete, found.missing]).toEqual([complete, missing]);
  // Only where it is free to choose, and not chosen yet.
  expect(found.mayFinish).toBe(rule.mode === 'free' && !finished);
});

test.each([
  ['0,45', '0.45'],
  ['-.5', '-0.50'],
  ['1.2e3', '1200.00'],
  ['12abc', null],
  ['', null],
  ['1.005', '1.01'],
  ['-1.005', '-1.01'],
])('a decimal %s reads as %s', (text, expected) => {
  const value = parseDecimal(text);
  expect(value && toFixed(value, 2)).toBe(expected);
});
