import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parsed } from '@/core/kernel/parse';
import {
  boxOf,
  drawnSchema,
  isHit,
  type OnPage,
  type PageSort,
  type Pressed,
  sortTitles,
  thinned,
  wordsOf,
} from '@/core/marking';
import { type Manner, made, takesWords, tools, usualManner, worded } from './tools';

const file = 'a'.repeat(64);
const signature: Manner['signature'] = {
  strokes: [
    [
      [0, 0, 0.5],
      [0.5, 1, 0.5],
      [1, 0, 0.5],
    ],
  ],
  ratio: 2,
};
const manner: Manner = { ...usualManner, signature };
const way = (points: readonly Pressed[]) => ({ file, page: 2, points });
const click = way([[100, 200, 0.5]]);
const drag = way([
  [100, 200, 0.5],
  [130, 220, 0.5],
  [180, 260, 0.5],
]);
const sorts = Object.keys(sortTitles) as PageSort[];
const takenBySchool = (one: OnPage) => {
  const read = parsed(drawnSchema, JSON.parse(JSON.stringify(one)));
  return read.ok ? 'taken' : read.problem.sentence;
};

test('every sort has a tool of its own, with a key of its own', () => {
  const offered = tools.map(({ tool }) => tool);
  expect(offered).toEqual(expect.arrayContaining(sorts));
  expect(offered).toHaveLength(sorts.length + 2);
  expect(new Set(tools.map(({ key }) => key)).size).toBe(tools.length);
});

describe.each(sorts)('the tool for a %s', (sort) => {
  test.each([
    ['a click', click],
    ['a drag', drag],
  ])('makes by %s what can be kept, on its page, where the pointer was', (_how, given) => {
    const one = made(sort, given, manner);
    if (!one) throw new Error('Nothing was made.');
    const words = takesWords(sort) ? worded(one, 'Why so?') : one;
    expect(parsed(drawnSchema, JSON.parse(JSON.stringify(words)))).toEqual({ ok: true, value: words });
    expect([one.file, one.page, one.sort]).toEqual([file, 2, sort]);
    const { x, y, width, height } = boxOf(words);
    expect(x).toBeLessThan(260);
    expect(x + width).toBeGreaterThan(90);
    expect(y).toBeLessThan(300);
    expect(y + height).toBeGreaterThan(170);
  });

  test('takes its colour from the manner, where it is laid over words from that for veils', () => {
    const own = made(sort, drag, { ...manner, ink: 'lapis', veil: 'plum' });
    expect(own?.ink).toBe(sort === 'highlight' ? 'plum' : 'lapis');
  });

  test('makes nothing of nothing', () => {
    expect(made(sort, way([]), manner)).toBeNull();
  });
});

test.each<[PageSort, readonly [number, number, number, number]]>([
  ['rectangle', [100, 200, 80, 60]],
  ['ellipse', [100, 200, 80, 60]],
  ['highlight', [100, 200, 80, 60]],
  ['tick', [100, 200, 80, 60]],
  ['cross', [100, 200, 80, 60]],
])('a %s that is dragged fills the way from corner to corner, in whatever direction', (sort, expected) => {
  const back = way([...drag.points].reverse());
  for (const given of [drag, back]) {
    const one = made(sort, given, manner);
    const { x, y, width, height } = one ? boxOf(one) : { x: 0, y: 0, width: 0, height: 0 };
    expect([x, y, width, height]).toEqual(expected);
  }
});

test('no signature is put down before there is one', () => {
  expect(made('signature', click, usualManner)).toBeNull();
});

test('a stroke keeps its form and loses what says nothing: both ends stay, and nothing is further off than was drawn', () => {
  const drawn = Array.from({ length: 400 }, (_, i): Pressed => [100 + i / 8, 200 + 20 * Math.sin(i / 40), 0.5]);
  const kept = thinned(drawn);
  expect(kept.length).toBeLessThan(drawn.length / 2);
  expect([kept[0]?.slice(0, 2), kept.at(-1)?.slice(0, 2)]).toEqual([
    [100, 200],
    [149.88, Number((200 + 20 * Math.sin(399 / 40)).toFixed(2))],
  ]);
  const one = made('pen', way(drawn), manner);
  for (const [x, y] of drawn) expect(one && isHit(one, [x, y], 1)).toBe(true);
});

test('a callout becomes as high as its words need, and keeps what it points at', () => {
  const callout = made('callout', drag, manner);
  if (!callout) throw new Error('Nothing was made.');
  const long = worded(callout, 'one two three four five six seven eight nine ten '.repeat(4));
  expect(boxOf(long).height).toBeGreaterThan(boxOf(callout).height * 3);
  expect(wordsOf(long)).toContain('ten');
  expect(long.sort === 'callout' && callout.sort === 'callout' && long.tip).toEqual(
    callout.sort === 'callout' && callout.tip,
  );
});

test('whatever way the pointer takes over a page, what is made is what the school takes', () => {
  const at = fc.double({ min: -200, max: 3000, noNaN: true });
  const points = fc.array(fc.tuple(at, at, fc.double({ min: 0, max: 1, noNaN: true })), {
    minLength: 1,
    maxLength: 40,
  });
  fc.assert(
    fc.property(fc.constantFrom(...sorts), points, fc.string({ maxLength: 300 }), (sort, all, words) => {
      const one = made(sort, way(all as Pressed[]), manner);
      if (!one) throw new Error('Nothing was made.');
      expect(takenBySchool(takesWords(sort) ? worded(one, words) : one)).toBe('taken');
    }),
    { numRuns: 500 },
  );
});

test('a stroke of minutes is kept as well', () => {
  const long = Array.from(
    { length: 60_000 },
    (_, i): Pressed => [300 + 200 * Math.sin(i / 7), 400 + 300 * Math.cos(i / 11), 0.5],
  );
  const one = made('pen', way(long), manner);
  expect(one && takenBySchool(one)).toBe('taken');
  const stroke = one?.sort === 'pen' ? one.stroke : [];
  expect(stroke.length).toBeGreaterThan(2000);
  // It begins and ends where it was begun and ended.
  for (const end of [0, -1]) expect(stroke.at(end)?.[0]).toBeCloseTo(long.at(end)?.[0] ?? 0, 1);
});
