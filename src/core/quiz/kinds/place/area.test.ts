import fc from 'fast-check';
import { expect, test } from 'vitest';
import { type Area, holds } from './area';

const area = (shape: Area['shape'], x: number, y: number, width: number, height: number): Area => ({
  ...{ id: 'a', name: 'A', right: true, shape },
  ...{ x, y, width, height },
});

test.each([
  ['inside a box', area('box', 100, 100, 200, 100), 150, 150, true],
  ['on its corner', area('box', 100, 100, 200, 100), 300, 200, true],
  ['just beside it', area('box', 100, 100, 200, 100), 301, 200, false],
  ['the middle of an ellipse', area('ellipse', 100, 100, 200, 100), 200, 150, true],
  ['its outermost point', area('ellipse', 100, 100, 200, 100), 300, 150, true],
  ['the corner of its box', area('ellipse', 100, 100, 200, 100), 300, 200, false],
  // (60/100)² + (40/50)² = 1.
  ['exactly on its edge', area('ellipse', 100, 100, 200, 100), 260, 190, true],
  ['just outside of its edge', area('ellipse', 100, 100, 200, 100), 261, 190, false],
  ['an ellipse of no width', area('ellipse', 100, 100, 0, 100), 100, 150, true],
  ['beside an ellipse of no width', area('ellipse', 100, 100, 0, 100), 100, 151, false],
])('a point lies in an area or not, edges included: %s', (_what, one, x, y, expected) => {
  expect(holds(one, { x, y })).toBe(expected);
});

test('an ellipse holds nothing its box does not, and the same on both sides of its middle', () => {
  const side = fc.integer({ min: 0, max: 1000 });
  fc.assert(
    fc.property(side, side, side, side, side, side, (x, y, width, height, px, py) => {
      const own = area('ellipse', x, y, width, height);
      const inside = holds(own, { x: px, y: py });
      if (inside) expect(holds({ ...own, shape: 'box' }, { x: px, y: py })).toBe(true);
      expect(holds(own, { x: 2 * x + width - px, y: py })).toBe(inside);
    }),
  );
});
