import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  type Alignment,
  aligned,
  type Box,
  type Design,
  distances,
  distributed,
  emptyDesign,
  type Handle,
  movedBy,
  newThing,
  type Order,
  onPaper,
  ordered,
  papers,
  sized,
  snapped,
  type Thing,
} from './index';

const box = (x: number, y: number, width = 20, height = 10): Box => ({ x, y, width, height });
const page = (...boxes: Box[]): Design => ({
  ...emptyDesign('a4-across'),
  things: boxes.map((one, i): Thing => ({ ...newThing('rule', 'a4-across', `${i}`), box: one })),
});
const boxes = ({ things }: Design) => things.map((thing) => thing.box);
const all = (design: Design) => new Set(design.things.map(({ id }) => id));
const three = page(box(10, 10), box(50, 30), box(100, 90, 40, 20));

test.each<[Alignment, number[]]>([
  ['left', [10, 10, 10]],
  ['centre', [65, 65, 55]],
  ['right', [120, 120, 100]],
])('several are lined up across: %s', (how, xs) => {
  expect(boxes(aligned(three, all(three), how)).map(({ x }) => x)).toEqual(xs);
});

test('a single one is lined up with the page, and what is locked stays', () => {
  const one = new Set(['0']);
  expect(boxes(aligned(three, one, 'centre'))[0]?.x).toBe((297 - 20) / 2);
  expect(boxes(aligned(three, one, 'bottom'))[0]?.y).toBe(200);
  const locked = { ...three, things: three.things.map((thing) => ({ ...thing, locked: true })) };
  expect(aligned(locked, all(locked), 'left')).toEqual(locked);
  expect(movedBy(locked, all(locked), 5, 5)).toEqual(locked);
});

test('gaps are made the same, the outermost staying where they are', () => {
  const after = boxes(distributed(page(box(0, 0), box(30, 0), box(100, 0)), new Set(['0', '1', '2']), 'across'));
  expect(after.map(({ x }) => x)).toEqual([0, 50, 100]);
  expect(distributed(three, new Set(['0', '1']), 'down')).toEqual(three);
});

test.each<[Order, string[], string]>([
  ['front', ['0'], '120'],
  ['back', ['2'], '201'],
  ['forward', ['0'], '102'],
  ['backward', ['2'], '021'],
  ['forward', ['0', '1'], '201'],
  ['forward', ['2'], '012'],
])('order %s of %j', (how, ids, expected) => {
  expect(
    ordered(three, new Set(ids), how)
      .things.map(({ id }) => id)
      .join(''),
  ).toBe(expected);
});

test.each<[Handle, number, number, boolean, Box]>([
  [[1, 1], 5, 5, false, box(10, 10, 25, 15)],
  [[-1, 0], 5, 9, false, box(15, 10, 15, 10)],
  [[0, -1], 9, -5, false, box(10, 5, 20, 15)],
  [[1, 1], 20, 0, true, box(10, 10, 40, 20)],
  [[-1, -1], 500, 500, false, box(29.5, 19.5, 0.5, 0.5)],
])('sized by %j', (handle, dx, dy, keeps, expected) => {
  expect(sized(box(10, 10), handle, dx, dy, keeps)).toEqual(expected);
});

test('a box snaps no further than it is drawn, and stands in line then', () => {
  const place = fc.double({ min: -20, max: 300, noNaN: true });
  const anyBox = fc
    .tuple(place, place, fc.double({ min: 1, max: 90, noNaN: true }))
    .map(([x, y, side]) => box(x, y, side, side));
  fc.assert(
    fc.property(anyBox, fc.array(anyBox, { maxLength: 6 }), (moving, others) => {
      const { dx, dy, guides } = snapped(moving, others, 'a4-across', 2);
      expect(Math.abs(dx)).toBeLessThanOrEqual(2);
      expect(Math.abs(dy)).toBeLessThanOrEqual(2);
      const at = { ...moving, x: moving.x + dx, y: moving.y + dy };
      for (const guide of guides) {
        const [from, wide] = guide.along === 'down' ? [at.x, at.width] : [at.y, at.height];
        expect([from, from + wide / 2, from + wide].some((line) => Math.abs(line - guide.at) < 0.01)).toBe(true);
      }
      // What stands in line already is drawn nowhere else.
      const again = snapped(at, others, 'a4-across', 0.001);
      if (dx !== 0) expect(Math.abs(again.dx)).toBeLessThan(0.01);
    }),
  );
});

test('distances are told to the nearest things it faces, and to the edges of the page', () => {
  const told = distances(box(50, 50, 20, 20), [box(10, 55), box(90, 0, 10, 10), box(55, 100)], 'a4-across');
  expect(told.map(({ along, long }) => [along, long])).toEqual([
    ['across', 20],
    ['across', 227],
    ['down', 50],
    ['down', 30],
  ]);
});

test('on another paper things keep their share of it, and codes their form', () => {
  const code = { ...newThing('code', 'a4-across', 'c'), box: box(148.5, 105, 20, 20) } as Thing;
  const design = { ...page(box(0, 0, 297, 210)), things: [...page(box(0, 0, 297, 210)).things, code] };
  const [whole, square] = boxes(onPaper(design, 'letter-upright'));
  const { width, height } = papers['letter-upright'];
  expect(whole).toEqual(box(0, 0, width, height));
  expect(square?.width).toBe(square?.height);
  expect([square?.x, square?.y]).toEqual([107.95, 139.7]);
});
