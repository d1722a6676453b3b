import fc from 'fast-check';
import { expect, test } from 'vitest';
import { dealOut, evenly } from './index';

const work = (...learners: string[]) => learners.map((learnerId, i) => ({ id: `w${i}`, learnerId }));
const wish = (markerId: string, wanted: number, has = 0) => ({ markerId, wanted, has });

test.each([
  ['evenly, in turn', work('a', 'b', 'c', 'd'), [wish('x', 2), wish('y', 2)], ['x', 'y', 'x', 'y']],
  ['by number', work('a', 'b', 'c'), [wish('x', 2), wish('y', 1)], ['x', 'x', 'y']],
  ['never to who handed it in', work('x', 'x', 'a'), [wish('x', 3), wish('y', 1)], ['y', null, 'x']],
  ['what somebody has counts', work('a', 'b'), [wish('x', 2, 2), wish('y', 1)], ['y', null]],
  ['nobody wants any', work('a'), [wish('x', 0)], [null]],
])('work is dealt out: %s', (_name, all, wishes, expected) => {
  const dealt = dealOut(all, wishes);
  expect(all.map(({ id }) => dealt.find((one) => one.id === id)?.markerId ?? null)).toEqual(expected);
});

test('each piece goes to one at most, nobody gets more than wished or their own, and dealing again deals nothing', () => {
  const names = fc.constantFrom('p', 'q', 'r', 's');
  fc.assert(
    fc.property(
      fc.array(names, { maxLength: 40 }),
      fc.uniqueArray(fc.record({ markerId: names, wanted: fc.nat(12), has: fc.nat(6) }), {
        selector: (one) => one.markerId,
      }),
      (learners, wishes) => {
        const all = work(...learners);
        const dealt = dealOut(all, wishes);
        expect(new Set(dealt.map(({ id }) => id)).size).toBe(dealt.length);
        for (const { markerId, wanted, has } of wishes) {
          const got = dealt.filter((one) => one.markerId === markerId);
          expect(got.length).toBeLessThanOrEqual(Math.max(0, wanted - has));
          for (const { id } of got) expect(all.find((one) => one.id === id)?.learnerId).not.toBe(markerId);
        }
        const rest = all.filter(({ id }) => !dealt.some((one) => one.id === id));
        const after = wishes.map((one) => ({
          ...one,
          has: one.has + dealt.filter(({ markerId }) => markerId === one.markerId).length,
        }));
        expect(dealOut(rest, after)).toEqual([]);
      },
    ),
  );
});

test.each([
  [7, 3, [3, 2, 2]],
  [0, 2, [0, 0]],
  [5, 0, []],
])('%i in %i parts', (total, parts, expected) => {
  expect(evenly(total, parts)).toEqual(expected);
});
