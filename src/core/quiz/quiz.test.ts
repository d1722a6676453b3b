import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { rationalText } from '../kernel/exact';
import { Temporal } from '../kernel/time';
import { countingShare, deadlineFor, isOverdue, mayAnswer, mayBegin, passes, scorePaper, shareOfResult } from './index';
import { content } from './testing';

const options = (rights: string, wrongs: string) =>
  [...rights]
    .map((id) => ({ id, text: id, right: true, feedback: '' }))
    .concat([...wrongs].map((id) => ({ id, text: id, right: false, feedback: '' })));
const several = (rights: string, wrongs: string, points: number) =>
  content({ kind: 'several', points, body: { options: options(rights, wrongs) } });

describe('properties of scoring', () => {
  const paper = fc.array(
    fc.record({
      id: fc.uuid(),
      points: fc.integer({ min: 0, max: 9000 }),
      rights: fc.integer({ min: 1, max: 4 }),
      wrongs: fc.integer({ min: 0, max: 4 }),
      picks: fc.subarray([...'abcdefgh']),
    }),
    { maxLength: 8 },
  );
  test('a score lies between nothing and all, and the order of the questions does not matter', () => {
    fc.assert(
      fc.property(paper, (rows) => {
        const questions = rows.map(({ id, points, rights, wrongs }) => ({
          id,
          ...several('abcd'.slice(0, rights), 'efgh'.slice(0, wrongs), points),
        }));
        const answers = Object.fromEntries(rows.map(({ id, picks }) => [id, { chosen: picks }]));
        const score = scorePaper(questions, answers);
        expect(score.points).toBeGreaterThanOrEqual(0);
        expect(score.points).toBeLessThanOrEqual(score.of);
        expect(scorePaper(questions.toReversed(), answers).points).toBe(score.points);
      }),
    );
  });
});

const results = (...points: number[]) => points.map((one) => ({ points: one, of: 1000 }));
test.each([
  ['best', results(200, 900, 500), '9/10'],
  ['first', results(200, 900, 500), '1/5'],
  ['last', results(200, 900, 500), '1/2'],
  ['mean', results(200, 900, 600), '17/30'],
  ['best, of papers worth more and less', [{ points: 300, of: 400 }, ...results(700)], '3/4'],
  ['mean, of papers worth more and less', [{ points: 1, of: 3 }, ...results(1000)], '2/3'],
] as const)('which attempt counts: %s', (name, attempts, expected) => {
  const rule = name.split(',')[0] as 'best' | 'first' | 'last' | 'mean';
  const share = countingShare(attempts, rule);
  expect(share && rationalText(share)).toBe(expected);
  expect(countingShare([], rule)).toBeNull();
});

test.each([
  [599, 1000, 60, false],
  [600, 1000, 60, true],
  [5997, 10_000, 60, false],
  [0, 0, 60, false],
  [0, 1000, 0, true],
])('%i of %i points at a pass mark of %i %%', (points, of, percent, passed) => {
  expect(passes(shareOfResult({ points, of }), percent)).toBe(passed);
});

test('a share is compared before it is rounded to thousandths', () => {
  const third = { id: 'a', ...several('abc', 'd', 1) };
  const score = scorePaper([third], { a: { chosen: ['a', 'b'] } });
  expect([score.points, rationalText(score.share), passes(score.share, 67), passes(score.share, 66)]).toEqual([
    1,
    '2/3',
    false,
    true,
  ]);
});

test('a sitting has its time and a few seconds of grace, and attempts are counted', () => {
  const settings = { passPercent: 0, attempts: 1, minutes: 10, counts: 'best', shows: 'points' } as const;
  const startedAt = Temporal.Instant.from('2027-03-01T08:00Z');
  const sitting = { startedAt, deadline: deadlineFor(settings, startedAt), handedInAt: null };
  const at = (seconds: number) => startedAt.add({ seconds });
  expect([isOverdue(sitting, at(600)), isOverdue(sitting, at(603)), isOverdue(sitting, at(604))]).toEqual([
    false,
    false,
    true,
  ]);
  expect([
    mayAnswer(sitting, at(602)).ok,
    mayAnswer(sitting, at(604)).ok,
    mayAnswer({ ...sitting, handedInAt: at(5) }, at(6)).ok,
  ]).toEqual([true, false, false]);
  expect([mayBegin(settings, [], at(0)).ok, mayBegin(settings, [sitting], at(0)).ok]).toEqual([true, false]);
});
