import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { compare, type Rational, rational, toFixed } from '../kernel/exact';
import { parsed } from '../kernel/parse';
import {
  bandOf,
  fractionOf,
  type GradeEntry,
  type GradeItem,
  type GradeScheme,
  gradeInWords,
  gradeSheet,
  gradeWritten,
  packed,
  partWritten,
  type Rounding,
  roundedPercent,
  scalesToBeginWith,
  schemeSchema,
  summing,
  unpacked,
  usualScheme,
  wholeItem,
} from './index';

const idOf = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const [tests, essays] = [idOf(901), idOf(902)];
const item = (n: number, weight = 10, of = 10_000): GradeItem => ({ id: idOf(n), title: `Item ${n}`, weight, of });
const points = (got: number, of = 10): GradeEntry => ({ state: 'points', points: rational(got * 1000), of: of * 1000 });
const scheme = (part: Partial<GradeScheme>): GradeScheme => ({ ...usualScheme, ...part });
const category = (
  id: string,
  weight: number | null,
  keeps: GradeScheme['categories'][number]['keeps'] = { by: 'all' },
) => ({ id, title: id === tests ? 'Tests' : 'Essays', weight, keeps });
const into = (id: string | null, extra = false) => ({ categoryId: id, extra });
const percent = (share: Rational | null) => (share === null ? '–' : toFixed(rational(share.n * 100n, share.d), 3));

const grade = (
  items: readonly GradeItem[],
  got: readonly GradeEntry[],
  own: GradeScheme,
  missing: 'zero' | 'left-out' = 'zero',
) => gradeSheet(items, new Map(got.map((entry, i) => [items[i]?.id ?? '', entry])), missing, own);

describe('grades by a scheme, worked out by hand', () => {
  const three = [item(1), item(2), item(3)];
  test.each<[string, readonly GradeItem[], readonly GradeEntry[], Partial<GradeScheme>, string]>([
    [
      'the lowest of three is left out',
      three,
      [points(4), points(8), points(6)],
      {
        categories: [category(tests, null, { by: 'drop-lowest', count: 1 })],
        placed: Object.fromEntries(three.map(({ id }) => [id, into(tests)])),
      },
      '70.000',
    ],
    [
      'the best one alone counts',
      three,
      [points(4), points(8), points(6)],
      {
        categories: [category(tests, null, { by: 'keep-best', count: 1 })],
        placed: Object.fromEntries(three.map(({ id }) => [id, into(tests)])),
      },
      '80.000',
    ],
    [
      'one always counts',
      [item(1)],
      [points(4)],
      { categories: [category(tests, null, { by: 'drop-lowest', count: 3 })], placed: { [idOf(1)]: into(tests) } },
      '40.000',
    ],
    [
      'a category of 75 and one of 25',
      [item(1), item(2)],
      [points(4), points(8)],
      {
        categories: [category(tests, 75), category(essays, 25)],
        placed: { [idOf(1)]: into(tests), [idOf(2)]: into(essays) },
      },
      '50.000',
    ],
    [
      'a category without results weighs nothing',
      [item(1), item(2)],
      [points(4), { state: 'waiting' }],
      {
        categories: [category(tests, 75), category(essays, 25)],
        placed: { [idOf(1)]: into(tests), [idOf(2)]: into(essays) },
      },
      '40.000',
    ],
    [
      'a category beside an item that stands alone',
      [item(1), item(2, 30)],
      [points(4), points(8)],
      { categories: [category(tests, 10)], placed: { [idOf(1)]: into(tests) } },
      '70.000',
    ],
    [
      'extra is added above the line',
      [item(1), item(2, 2)],
      [points(9), points(5)],
      { placed: { [idOf(2)]: into(null, true) } },
      '100.000',
    ],
    [
      'extra can make more than all',
      [item(1), item(2, 5)],
      [points(10), points(10)],
      { placed: { [idOf(2)]: into(null, true) } },
      '150.000',
    ],
    [
      'extra that is not there takes nothing',
      [item(1), item(2, 5)],
      [points(8), { state: 'missing', isDue: true }],
      { placed: { [idOf(2)]: into(null, true) } },
      '80.000',
    ],
    ['all weights are nothing', [item(1, 0), item(2, 0)], [points(8), points(8)], {}, '–'],
    [
      'a category of weight 0 takes no part',
      [item(1), item(2)],
      [points(4), points(8)],
      { categories: [category(tests, 0)], placed: { [idOf(1)]: into(tests) } },
      '80.000',
    ],
  ])('%s', (_what, items, got, part, expected) => {
    expect(percent(grade(items, got, scheme(part)).grade)).toBe(expected);
  });

  test('what was set by hand stands before the sum, which is told beside it', () => {
    const decided: GradeEntry = { state: 'points', points: rational(91_500), of: 100_000, byHand: 'The board decided' };
    const sheet = gradeSheet(
      [item(1)],
      new Map([
        [idOf(1), points(4)],
        [wholeItem, decided],
      ]),
      'zero',
    );
    expect([sheet.gradeText, sheet.byHand, gradeWritten(sheet)]).toEqual([
      '91.5 %',
      'The board decided',
      '(10 × 4/10) ÷ 10 = 40.0 %',
    ]);
  });
});

test('the sum written out names categories that count, and leaves out those of which nothing does', () => {
  const own = scheme({
    categories: [category(tests, 60), category(essays, 40)],
    placed: { [idOf(1)]: into(tests), [idOf(2)]: into(tests), [idOf(3)]: into(essays) },
  });
  const items = [item(1), item(2), item(3)];
  const excused: GradeEntry = { state: 'excused', reason: '' };
  expect(gradeWritten(grade(items, [points(8), points(6), points(5)], own), own)).toBe(
    '(60 × 70.0 % Tests + 40 × 50.0 % Essays) ÷ 100 = 62.0 %',
  );
  expect(gradeWritten(grade(items, [points(8), points(6), excused], own), own)).toBe(
    '(60 × 70.0 % Tests) ÷ 60 = 70.0 %',
  );
  const none = grade(items, [excused, excused, excused], own);
  expect([gradeWritten(none, own), none.parts.map(partWritten)[0] ?? 'Nothing counts yet.']).toEqual([
    'Nothing counts yet.',
    'Nothing counts yet.',
  ]);
});

const rounding = (decimals: 0 | 1 | 2, way: Rounding['way'], before = false): Rounding => ({ decimals, way, before });
test.each<[number, number, Rounding, string]>([
  [845, 1000, rounding(0, 'half-up'), '85'],
  [845, 1000, rounding(0, 'half-even'), '84'],
  [855, 1000, rounding(0, 'half-even'), '86'],
  [8459, 10_000, rounding(0, 'half-even'), '85'],
  [849, 1000, rounding(0, 'down'), '84'],
  [841, 1000, rounding(0, 'up'), '85'],
  [84, 100, rounding(0, 'up'), '84'],
  [2, 3, rounding(2, 'half-up'), '66.67'],
  [2, 3, rounding(2, 'down'), '66.66'],
  [-1, 3, rounding(0, 'down'), '-34'],
])('%i/%i is rounded by its rule %j to %s', (n, d, own, expected) => {
  expect(toFixed(roundedPercent(rational(n, d), own), own.decimals)).toBe(expected);
});

const letters = { by: 'bands', bands: scalesToBeginWith[1]?.bands ?? [] } as const;
test.each<[number, number, Partial<Rounding>, string]>([
  [9, 10, {}, 'A (90.0 %)'],
  [8999, 10_000, {}, 'B (90.0 %)'],
  [8999, 10_000, { before: true }, 'A (90.0 %)'],
  [0, 1, {}, 'F (0.0 %)'],
  [13, 10, {}, 'A (130.0 %)'],
])('%i/%i with %j falls into a band', (n, d, own, expected) => {
  const with_ = scheme({ scale: letters, rounding: { ...usualScheme.rounding, ...own } });
  expect(gradeInWords(rational(n, d), with_)).toBe(expected);
  expect(bandOf(rational(n, d), with_)?.name).toBe(expected.split(' ')[0]);
});

const band = (name: string, from: number, passes = false) => ({ name, from, passes });
test.each<[string, unknown, string]>([
  ['a gap below', { scale: { by: 'bands', bands: [band('A', 9000, true), band('B', 5000)] } }, 'The scale has a gap'],
  ['two at one border', { scale: { by: 'bands', bands: [band('A', 0), band('B', 0)] } }, 'Two bands begin at 0 %.'],
  [
    'a lower one that passes',
    { scale: { by: 'bands', bands: [band('A', 9000), band('B', 0, true)] } },
    'The band "B" passes and a higher band does not.',
  ],
  [
    'a gap below, in percent',
    { scale: { by: 'bands', bands: [band('A', 9000, true), band('B', 4950)] } },
    'below 49.5 %',
  ],
  ['three nothing is left of', { categories: [category(tests, 1, { by: 'keep-best', count: 101 })] }, ''],
  ['one band', { scale: { by: 'bands', bands: [band('A', 0)] } }, 'A scale has at least two bands.'],
  ['a half weight', { own: [{ id: idOf(1), title: 'Talk', weight: 0.5, of: 1000 }] }, 'A weight is a whole number.'],
  [
    'a column worth nothing',
    { own: [{ id: idOf(1), title: 'Talk', weight: 1, of: 0 }] },
    'A column is worth some points.',
  ],
  [
    'nothing to leave out',
    { categories: [category(tests, 1, { by: 'drop-lowest', count: 0 })] },
    'Leave out or keep at least one.',
  ],
  ['another rounding', { rounding: { decimals: 1, way: 'sideways', before: false } }, ''],
])('a scheme is refused with its reason: %s', (_what, part, sentence) => {
  const read = parsed(schemeSchema, { ...usualScheme, ...(part as object) });
  expect(read.ok).toBe(false);
  if (!read.ok) expect(read.problem.sentence).toContain(sentence);
});

/** Any course: items in up to two categories or alone, some extra, and what somebody has for each. */
const anyCourse = fc
  .record({
    items: fc.array(
      fc.record({
        weight: fc.integer({ min: 0, max: 100 }),
        of: fc.constantFrom(0, 3000, 7000, 10_000, 20_000, 999_983_000),
        place: fc.constantFrom(null, tests, essays),
        extra: fc.boolean(),
      }),
      { minLength: 1, maxLength: 9 },
    ),
    weights: fc.tuple(fc.option(fc.integer({ min: 0, max: 50 })), fc.option(fc.integer({ min: 0, max: 50 }))),
    keeps: fc.constantFrom<GradeScheme['categories'][number]['keeps']>(
      { by: 'all' },
      { by: 'drop-lowest', count: 1 },
      { by: 'drop-lowest', count: 2 },
      { by: 'keep-best', count: 2 },
    ),
    got: fc.array(
      fc.oneof(
        fc.record({ part: fc.integer({ min: 0, max: 1000 }), late: fc.constantFrom(0, 5, 33) }),
        fc.constantFrom('waiting', 'missing', 'due', 'excused', 'hidden'),
      ),
      { minLength: 9, maxLength: 9 },
    ),
    missing: fc.constantFrom<'zero' | 'left-out'>('zero', 'left-out'),
  })
  .map(({ items: made, weights, keeps, got, missing }) => {
    const items = made.map(({ weight, of }, i) => item(i + 1, weight, of));
    const entries = new Map(
      items.map(({ id, of }, i): [string, GradeEntry] => {
        const one = got[i] ?? 'missing';
        if (typeof one === 'object')
          return [
            id,
            {
              state: 'points',
              points: rational(BigInt(Math.floor((of * one.part) / 1000)) * BigInt(100 - one.late), 100n),
              of,
            },
          ];
        if (one === 'missing' || one === 'due') return [id, { state: 'missing', isDue: one === 'due' }];
        return [id, one === 'excused' ? { state: 'excused', reason: 'ill' } : { state: one as 'waiting' | 'hidden' }];
      }),
    );
    const own = scheme({
      categories: [category(tests, weights[0], keeps), category(essays, weights[1])],
      placed: Object.fromEntries(made.map(({ place, extra }, i) => [idOf(i + 1), into(place, extra)])),
    });
    return { items, entries, own, missing };
  });

/**
 * The same, written another way: all results as fractions of one common denominator, the rule applied by trying every
 * choice of what stays where few do.
 */
function otherwise({
  items,
  entries,
  own,
  missing,
}: typeof anyCourse extends fc.Arbitrary<infer T> ? T : never): Rational | null {
  type R = { n: bigint; d: bigint };
  const plus = (a: R, b: R): R => ({ n: a.n * b.d + b.n * a.d, d: a.d * b.d });
  let [above, below]: [R, bigint] = [{ n: 0n, d: 1n }, 0n];
  for (const place of [tests, essays, null]) {
    const part = own.categories.find(({ id }) => id === place);
    const here = items.flatMap((one, at) => {
      const { categoryId, extra } = own.placed[one.id] ?? into(null);
      const entry = entries.get(one.id);
      if (categoryId !== place || one.weight === 0 || one.of === 0 || !entry) return [];
      if (entry.state === 'points')
        return entry.of > 0
          ? [{ at, extra, weight: BigInt(one.weight), n: entry.points.n, d: entry.points.d * BigInt(entry.of) }]
          : [];
      return entry.state === 'missing' && entry.isDue && missing === 'zero' && !extra
        ? [{ at, extra, weight: BigInt(one.weight), n: 0n, d: 1n }]
        : [];
    });
    const regular = here.filter(({ extra }) => !extra);
    let stay = regular;
    if (part && part.keeps.by !== 'all') {
      const wanted = part.keeps.by === 'keep-best' ? part.keeps.count : regular.length - part.keeps.count;
      // Taken away one by one: the worst that is left, of equal ones the last.
      while (stay.length > Math.max(1, wanted)) {
        const worst = stay.reduce((low, one) => (one.n * low.d <= low.n * one.d ? one : low));
        stay = stay.filter((one) => one !== worst);
      }
    }
    const all = [...stay, ...here.filter(({ extra }) => extra)];
    const inside = stay.reduce((total, { weight }) => total + weight, 0n);
    const sum = all.reduce<R>((total, { weight, n, d }) => plus(total, { n: weight * n, d }), { n: 0n, d: 1n });
    if (!part) {
      above = plus(above, sum);
      below += inside;
    } else if (inside > 0n) {
      const weight = part.weight === null ? inside : BigInt(part.weight);
      above = plus(above, { n: sum.n * weight, d: sum.d * inside });
      below += weight;
    }
  }
  return below === 0n ? null : rational(above.n, above.d * below);
}

test('a grade is what another way of reckoning gives, and what the quick way gives for many', () => {
  fc.assert(
    fc.property(anyCourse, (course) => {
      const { items, entries, own, missing } = course;
      const sheet = gradeSheet(items, entries, missing, own);
      const other = otherwise(course);
      expect(sheet.grade === null ? null : [sheet.grade.n, sheet.grade.d]).toEqual(
        other === null ? null : [other.n, other.d],
      );
      const row = packed(items, entries);
      const quickly = summing(items, missing, own)(row);
      const quick = quickly && fractionOf(quickly);
      expect(quick === null ? null : [quick.n, quick.d]).toEqual(other === null ? null : [other.n, other.d]);
      const again = gradeSheet(items, unpacked(items, row), missing, own).grade;
      expect(again === null || other === null ? again === other : compare(again, other) === 0).toBe(true);
    }),
    { numRuns: 1500 },
  );
});
