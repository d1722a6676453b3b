import fc from 'fast-check';
import { expect, test } from 'vitest';
import { rational } from '../kernel/exact';
import { type Band, bandFaults, bandOf } from './bands';
import { byCategory, scorePaper } from './score';
import { content } from './testing';

const band = (from: number, to: number): Band => ({ id: `${from}`, from, to, text: `${from}` });

test.each<[readonly Band[], string[]]>([
  [[], []],
  [[band(0, 100)], []],
  [[band(50, 100), band(0, 50)], []],
  [[band(0, 40), band(50, 100)], ['From 40 to 50 % nothing is said.']],
  [[band(10, 90)], ['From 0 to 10 % nothing is said.', 'From 90 to 100 % nothing is said.']],
  [[band(0, 60), band(50, 100)], ['From 50 to 60 % two bands speak; the first one does.']],
  [[band(0, 100), band(20, 30)], ['From 20 to 30 % two bands speak; the first one does.']],
  [[band(0, 100), band(50, 50)], ['The band from 50 to 50 % holds nothing.']],
])('bands %j', (bands, faults) => {
  expect(bandFaults(bands)).toEqual(faults);
});

test.each<[bigint, bigint, string | undefined]>([
  [0n, 1n, '0'],
  [1n, 2n, '50'],
  [4_999n, 10_000n, '0'],
  [2n, 3n, '50'],
  [66_666n, 100_000n, '50'],
  [1n, 1n, '66.667'],
])('a share of %i/%i lies in the band from %s', (n, d, from) => {
  const bands = [band(0, 50), band(50, 66.667), { ...band(66.667, 100), from: 66.666, id: 'x', text: '66.667' }];
  expect(bandOf(bands, rational(n, d))?.text).toBe(from);
});

test('without faults every share lies in a band, and in one alone', () => {
  const edges = fc
    .uniqueArray(fc.integer({ min: 1, max: 99 }), { maxLength: 6 })
    .map((list) => list.sort((a, b) => a - b));
  fc.assert(
    fc.property(edges, fc.nat(1000), (inner, thousandths) => {
      const all = [0, ...inner, 100];
      const bands = all.slice(1).map((to, i) => band(all[i] ?? 0, to));
      expect(bandFaults(bands)).toEqual([]);
      const share = rational(BigInt(thousandths), 1000n);
      const holding = bands.filter((one) => bandOf([one], share) !== undefined);
      expect(holding).toHaveLength(1);
      expect(bandOf(bands.toReversed(), share)).toEqual(holding[0]);
    }),
  );
});

test('points by category add up to the points of the paper; what has none stands by itself', () => {
  const question = (id: string, category: string, points: number) => ({
    ...content({ category, points, body: { options: [{ id: 'a', text: 'a', right: true, feedback: '' }] } }),
    id,
  });
  const questions = [question('q1', 'Flow', 1000), question('q2', '', 2000), question('q3', 'Flow', 3000)];
  const score = scorePaper(questions, { q1: { chosen: ['a'] }, q2: { chosen: ['a'] } });
  expect(byCategory(questions, score)).toEqual([
    { category: 'Flow', points: 1000, of: 4000 },
    { category: '', points: 2000, of: 2000 },
  ]);
  expect(byCategory([question('q1', '', 1000)], scorePaper([question('q1', '', 1000)], {}))).toEqual([]);
});
