import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cutEvery, matchScripts, type OnRoll, type ScriptPage, samePages } from './scripts';

const roll: readonly OnRoll[] = [
  ...['Bo Li', 'Þórgunnur Sigríður Hallgrímsdóttir', 'نورة العتيبي', 'Siobhán Ní Dhomhnaill', 'Bo Li Hansen'],
].map((name, i) => ({ enrolmentId: `e${i + 1}`, number: i + 1, name }));

test.each([
  ['Bo Li.pdf', 'e1'],
  ['check_LI_bo_final.PDF', 'e1'],
  ['Bo Li Hansen.pdf', 'e5'],
  ['Siobhan Ni Dhomhnaill scan.pdf', 'e4'],
  ['Siobhán.pdf', null],
  ['نورة العتيبي.pdf', 'e3'],
  ['script-003.pdf', 'e3'],
  ['3.png', 'e3'],
  ['12.pdf', null],
  ['scan 2026-11-28.pdf', null],
  ['Bo Li 3.pdf', 'e1'],
  ['', null],
])('a script called %j is whose', (name, expected) => {
  expect(matchScripts([{ id: 's', name }], roll).get('s') ?? null).toBe(expected);
});

test('two scripts of one learner are left to the eye', () => {
  const scripts = ['Bo Li.pdf', '1.pdf', '2.pdf'].map((name, i) => ({ id: `s${i}`, name }));
  expect([...matchScripts(scripts, roll)]).toEqual([['s2', 'e2']]);
});

test('a pile is cut into scripts, and sorting is what loses no page and doubles none', () => {
  const pages = (count: number) =>
    Array.from({ length: count }, (_, i): ScriptPage => ({ hash: 'a', page: i + 1, turn: 0, out: false }));
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 9 }), (count, every) => {
      const piles = cutEvery(pages(count), every);
      expect(piles.flat()).toEqual(pages(count));
      expect(piles.slice(0, -1).every((pile) => pile.length === every)).toBe(true);
      expect(samePages([pages(count)], piles)).toBe(true);
      expect(samePages([pages(count)], piles.slice(1))).toBe(false);
      expect(samePages([pages(count)], [...piles, piles[0] ?? []])).toBe(false);
    }),
  );
});
