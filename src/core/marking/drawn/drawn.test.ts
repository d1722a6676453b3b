import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parsed } from '../../kernel/parse';
import {
  boxOf,
  calloutRoot,
  type Drawn,
  drawnSchema,
  fitsOn,
  isHit,
  moved,
  type OnPage,
  type OnPageOf,
  type OnText,
  resized,
  reversed,
  type Step,
  shapesOf,
  stepped,
  stretches,
  thinned,
  undoable,
  wrapped,
} from './index';

const file = 'a'.repeat(64);
const idOf = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const at = { ink: 'brick', file, page: 1 } as const;
const box = { x: 100, y: 200, width: 60, height: 40 };
const measure = (words: string, size: number) => words.length * size * 0.5;

/** One thing of each sort. */
const things: readonly OnPage[] = [
  {
    ...at,
    id: idOf(1),
    sort: 'pen',
    width: 2,
    stroke: [
      [10, 10, 0.5],
      [30, 20, 0.5],
      [60, 15, 0.5],
    ],
  },
  { ...at, id: idOf(2), sort: 'tick', box },
  { ...at, id: idOf(3), sort: 'cross', box },
  { ...at, id: idOf(4), sort: 'line', from: [10, 10], to: [90, 40], width: 2 },
  { ...at, id: idOf(5), sort: 'arrow', from: [90, 40], to: [10, 10], width: 3 },
  { ...at, id: idOf(6), sort: 'rectangle', box, width: 1 },
  { ...at, id: idOf(7), sort: 'ellipse', box, width: 1 },
  { ...at, id: idOf(8), sort: 'text', at: [20, 30], words: 'Why\nso?', size: 12, bold: true },
  { ...at, id: idOf(9), sort: 'note', at: [20, 30], words: 'See 6:10' },
  { ...at, id: idOf(10), sort: 'callout', box, tip: [20, 20], words: 'multiply by 0.85', size: 11 },
  { ...at, id: idOf(11), sort: 'highlight', box },
  { ...at, id: idOf(12), sort: 'stamp', at: [20, 30], words: 'Seen', size: 14 },
  {
    ...at,
    id: idOf(13),
    sort: 'signature',
    box,
    strokes: [
      [
        [0, 0, 0.5],
        [1, 1, 0.5],
      ],
    ],
  },
];
const onText: OnText = { id: idOf(20), sort: 'highlight', ink: 'saffron', from: 2, to: 5, words: '' };

describe.each(things.map((one) => [one.sort, one] as const))('a thing drawn on a page: %s', (_sort, one) => {
  test('is what the schema says it is, through JSON', () => {
    expect(parsed(drawnSchema, JSON.parse(JSON.stringify(one)))).toEqual({ ok: true, value: one });
  });

  test('moved there and back is where it was, and its box goes with it', () => {
    fc.assert(
      fc.property(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }), (x, y) => {
        const there = moved(one, x, y);
        expect(boxOf(there).x).toBeCloseTo(boxOf(one).x + x, 1);
        expect(boxOf(there).y).toBeCloseTo(boxOf(one).y + y, 1);
        expect(moved(there, -x, -y)).toEqual(one);
      }),
    );
  });

  test('has shapes within reach of its box, and is hit where it is drawn', () => {
    const shapes = shapesOf(one, measure);
    expect(shapes.length).toBeGreaterThan(0);
    for (const shape of shapes)
      if (shape.draw === 'outline') {
        expect(shape.path).toMatch(/^M/);
        expect(shape.path).not.toMatch(/NaN|Infinity/);
      }
    const { x, y, width } = boxOf(one);
    const middle: readonly [number, number] = one.sort === 'pen' ? [30, 20] : [x + width / 2, y];
    const edge = 'from' in one ? one.from : middle;
    expect(isHit(one, edge, 5)).toBe(true);
    expect(isHit(one, [400, 700], 5)).toBe(false);
  });

  test('fills another box when it is drawn larger, but for a note, which has one size', () => {
    const to = { x: 10, y: 20, width: boxOf(one).width * 2, height: boxOf(one).height * 2 };
    const larger = boxOf(resized(one, to));
    expect(larger.x).toBeCloseTo(to.x, -1);
    expect(larger.width / boxOf(one).width).toBeCloseTo(one.sort === 'note' ? 1 : 2, 0);
  });
});

const wide = fc.record({
  x: fc.integer({ min: 0, max: 300 }),
  y: fc.integer({ min: 0, max: 300 }),
  width: fc.integer({ min: 60, max: 400 }),
  height: fc.integer({ min: 60, max: 400 }),
});
/** The place on an ellipse in a box, so many radians round. */
const onEllipse = (own: typeof box, round: number): [number, number] => [
  own.x + (own.width / 2) * (1 + Math.cos(round)),
  own.y + (own.height / 2) * (1 + Math.sin(round)),
];

test('an ellipse is hit all along its line, and neither in the corners of its box nor in its empty middle', () => {
  fc.assert(
    fc.property(wide, fc.double({ min: 0, max: 7, noNaN: true }), (own, round) => {
      const one: OnPage = { ...at, id: idOf(7), sort: 'ellipse', box: own, width: 1 };
      expect(isHit(one, onEllipse(own, round), 1)).toBe(true);
      for (const corner of [[own.x, own.y] as const, [own.x + own.width, own.y + own.height] as const])
        expect(isHit(one, corner, 5)).toBe(false);
      expect(isHit(one, [own.x + own.width / 2, own.y + own.height / 2], 5)).toBe(false);
    }),
  );
});

test('the four curves of an ellipse lie on it', () => {
  fc.assert(
    fc.property(wide, (own) => {
      const [shape] = shapesOf({ ...at, id: idOf(7), sort: 'ellipse', box: own, width: 1 }, measure);
      const numbers = (shape?.draw === 'outline' ? shape.path : '').match(/-?[\d.]+/g)?.map(Number) ?? [];
      expect(numbers.length).toBe(26);
      const [a, b] = [own.width / 2, own.height / 2];
      const off = (x: number, y: number) => Math.hypot((x - own.x - a) / a, (y - own.y - b) / b) - 1;
      for (let i = 0; i < 24; i += 6) {
        const [x0, y0, x1, y1, x2, y2, x3, y3] = numbers.slice(i, i + 8) as [
          number,
          number,
          number,
          number,
          number,
          number,
          number,
          number,
        ];
        expect(Math.abs(off(x0, y0))).toBeLessThan(0.001);
        // A curve of the third degree, half way.
        expect(Math.abs(off((x0 + 3 * x1 + 3 * x2 + x3) / 8, (y0 + 3 * y1 + 3 * y2 + y3) / 8))).toBeLessThan(0.001);
      }
    }),
  );
});

test('a stroke is thinned to what can be seen apart, from its first point to its last', () => {
  const point = fc.tuple(
    fc.double({ min: 0, max: 20, noNaN: true }),
    fc.double({ min: 0, max: 20, noNaN: true }),
    fc.constant(0.5),
  );
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 60 }), (points) => {
      const kept = thinned(points);
      const fine = ([x, y]: readonly [number, number, number]) => [x, y].map((one) => Math.round(one * 100) / 100);
      expect(kept[0]?.slice(0, 2)).toEqual(fine(points[0] as [number, number, number]));
      expect(kept.at(-1)?.slice(0, 2)).toEqual(fine(points.at(-1) as [number, number, number]));
      const apart = kept.slice(1, -1).map(([x, y], i) => Math.hypot(x - (kept[i]?.[0] ?? 0), y - (kept[i]?.[1] ?? 0)));
      // Kept to the hundredth of a point.
      expect(apart.every((far) => far > 0.6 - 0.02)).toBe(true);
    }),
  );
  const long = Array.from({ length: 20_000 }, (_, i) => [i, 0, 0.5] as const);
  expect(thinned(long).length).toBeLessThanOrEqual(5000);
});

test.each<[tip: [number, number], root: [number, number]]>([
  [
    [130, 0],
    [130, 200],
  ],
  [
    [130, 900],
    [130, 240],
  ],
  [
    [0, 220],
    [100, 220],
  ],
  [
    [900, 220],
    [160, 220],
  ],
])('the pointer of a callout to %j leaves its box in the middle of the nearest side', (tip, root) => {
  expect(calloutRoot({ ...(things[9] as OnPageOf<'callout'>), tip })).toEqual(root);
});

test.each<[what: string, part: object, isTaken: boolean]>([
  ['the thinnest line', { width: 0.25 }, true],
  ['a thinner one', { width: 0.24 }, false],
  ['the thickest', { width: 40 }, true],
  ['a thicker one', { width: 41 }, false],
  ['a box of no height', { box: { ...box, height: 0 } }, true],
  ['a box as far away as one may be', { box: { ...box, x: -20_000 } }, true],
  ['one further away', { box: { ...box, x: -20_001 } }, false],
  ['the last page', { page: 5000 }, true],
  ['one behind it', { page: 5001 }, false],
  ['half a page', { page: 1.5 }, false],
])('a rectangle with %s', (_what, part, isTaken) => {
  expect(parsed(drawnSchema, { ...things[5], ...part }).ok).toBe(isTaken);
});

test.each([
  ['of no sort', { ...things[1], sort: 'cloud' }],
  ['a sort of every object', { ...things[1], sort: 'constructor' }],
  ['too far away', { ...things[1], box: { ...box, x: 1e6 } }],
  ['a box turned inside out', { ...things[1], box: { ...box, width: -3 } }],
  ['a stroke without points', { ...things[0], stroke: [] }],
  ['a stroke of 5,001 points', { ...things[0], stroke: Array(5001).fill([1, 1, 0.5]) }],
  ['a stroke to nowhere', { ...things[0], stroke: [[1, Number.NaN, 0.5]] }],
  ['words of 2,001 letters', { ...things[7], words: 'x'.repeat(2001) }],
  ['on page 0', { ...things[1], page: 0 }],
  ['in no ink', { ...things[1], ink: 'gold' }],
  ['with something more', { ...things[1], script: 'x' }],
  ['on an empty range', { ...onText, to: 2 }],
  ['nothing', null],
])('what cannot be drawn is refused: %s', (_what, raw) => {
  expect(parsed(drawnSchema, raw).ok).toBe(false);
});

const same = (a: Drawn, b: Drawn) => JSON.stringify(a) === JSON.stringify(b);

test('whatever was drawn, changed and removed is taken back to the beginning, and done again to the end', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 2 }), fc.nat(30)), { maxLength: 25 }), (deeds) => {
      let drawn: readonly Drawn[] = [];
      const steps: Step[] = [];
      let n = 100;
      const make = (step: Omit<Step, 'id'>) => {
        const whole = { ...step, id: idOf(n++) };
        expect(fitsOn(drawn, whole, same).ok).toBe(true);
        drawn = stepped(drawn, whole);
        steps.push(whole);
      };
      for (const [deed, pick] of deeds) {
        const one = drawn[pick % Math.max(1, drawn.length)] as OnPage | undefined;
        if (deed === 0 || !one) make({ kind: 'do', before: [], after: [{ ...things[1], id: idOf(n++) } as OnPage] });
        else make({ kind: 'do', before: [one], after: deed === 1 ? [moved(one, pick, 1)] : [] });
      }
      const end = new Set(drawn.map((one) => JSON.stringify(one)));
      for (let back = undoable(steps).done.at(-1); back; back = undoable(steps).done.at(-1))
        make({ ...reversed(back, ''), kind: 'undo' });
      expect(drawn).toEqual([]);
      for (let again = undoable(steps).undone.at(-1); again; again = undoable(steps).undone.at(-1))
        make({ kind: 'redo', before: again.before, after: again.after });
      expect(new Set(drawn.map((one) => JSON.stringify(one)))).toEqual(end);
    }),
  );
});

test('what is taken back is what was done, also where another step came in between', () => {
  const [tick, cross] = [things[1] as OnPage, things[2] as OnPage];
  const step = (n: number, kind: Step['kind'], before: Drawn[], after: Drawn[]): Step => ({
    ...{ id: idOf(n), kind, before, after },
  });
  const [one, two] = [step(1, 'do', [], [tick]), step(2, 'do', [], [cross])];
  const steps = [one, two, step(3, 'undo', [tick], [])];
  expect(undoable(steps)).toEqual({ done: [two], undone: [one] });
  expect(undoable([...steps, step(4, 'redo', [], [tick])])).toEqual({ done: [two, one], undone: [] });
});

test('a step on what somebody else has changed or put there fits no more', () => {
  const [tick] = [things[1] as OnPage];
  const step = (before: Drawn[], after: Drawn[]): Step => ({ id: idOf(99), kind: 'do', before, after });
  const fits = (drawn: Drawn[], own: Step) => fitsOn(drawn, own, same).ok;
  expect(fits([moved(tick, 1, 1)], step([tick], []))).toBe(false);
  expect(fits([], step([tick], []))).toBe(false);
  expect(fits([tick], step([], [tick]))).toBe(false);
  expect(fits([tick], step([tick], [moved(tick, 1, 1)]))).toBe(true);
});

test('a text is cut where what is drawn on it begins and ends, and nothing of it is lost', () => {
  fc.assert(
    fc.property(
      fc.string({ maxLength: 40, unit: 'binary' }),
      fc.array(fc.tuple(fc.nat(45), fc.nat(45)), { maxLength: 6 }),
      (text, ranges) => {
        const drawn = ranges
          .filter(([from, to]) => from < to)
          .map(([from, to], i): OnText => ({ ...onText, id: idOf(i), from, to }));
        const cut = stretches(text, drawn);
        expect(cut.map(({ words }) => words).join('')).toBe(text);
        for (const { from, words, on } of cut)
          for (let i = from; i < from + words.length; i += 1)
            expect(on.map(({ id }) => id)).toEqual(
              drawn.filter((one) => one.from <= i && i < one.to).map(({ id }) => id),
            );
      },
    ),
  );
});

test('words are wrapped between words, and one that is too wide stands alone', () => {
  expect(wrapped('surface speed is not mean', 60, 10, measure)).toBe('surface\nspeed is not\nmean');
  expect(wrapped('a Donaudampfschifffahrt b', 50, 10, measure)).toBe('a\nDonaudampfschifffahrt\nb');
  expect(wrapped('one\n\ntwo', 50, 10, measure)).toBe('one\n\ntwo');
});
