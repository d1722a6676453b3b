import fc from 'fast-check';
import { expect, test } from 'vitest';
import { compare, rationalText } from '../kernel/exact';
import { kindOf, type QuestionKind, questionKinds } from './kinds';
import { rescored } from './rescore';
import { scorePaper } from './score';
import { content } from './testing';
import type { Answers, Correction, CorrectionDoes } from './types';

const choice = (id: string, points = 1000) => ({
  ...content({
    points,
    body: { options: ['a', 'b', 'c'].map((name) => ({ id: name, text: name, right: name === 'a', feedback: '' })) },
  }),
  id,
});
const questions = [choice('q0'), choice('q1', 2000), choice('q2', 3000)];
const chose = (picks: string): Answers =>
  Object.fromEntries([...picks].flatMap((pick, i) => (pick === '.' ? [] : [[`q${i}`, { chosen: [pick] }]])));
const put = (questionId: string, does: CorrectionDoes, over: Partial<Correction> = {}): Correction => ({
  ...{ questionId, does, nobodyLoses: false },
  accepted: does === 'accept' ? { chosen: ['b'] } : null,
  ...over,
});

test.each<[string, string, readonly Correction[], number, number]>([
  ['nothing put right', 'aab', [], 3000, 6000],
  ['points for everybody, who had it wrong', 'aab', [put('q2', 'points-for-all')], 6000, 6000],
  ['points for everybody, who left it open', 'aa.', [put('q2', 'points-for-all')], 6000, 6000],
  ['another answer accepted, which was given', 'aab', [put('q2', 'accept')], 6000, 6000],
  ['another answer accepted, which was not', 'aac', [put('q2', 'accept')], 3000, 6000],
  ['another answer accepted, where it was right as it was', 'aaa', [put('q2', 'accept')], 6000, 6000],
  ['another answer accepted, left open', 'aa.', [put('q2', 'accept')], 3000, 6000],
  ['left out, which was wrong', 'aab', [put('q2', 'leave-out')], 3000, 3000],
  ['left out, which was right', 'aba', [put('q2', 'leave-out')], 1000, 3000],
  ['left out, which was right, and nobody loses', 'aba', [put('q2', 'leave-out', { nobodyLoses: true })], 4000, 6000],
  ['left out, which was wrong, and nobody loses', 'aab', [put('q2', 'leave-out', { nobodyLoses: true })], 3000, 3000],
  ['worth more, which was right', 'bba', [put('q2', 'worth', { worth: 6000 })], 6000, 9000],
  ['worth more, which was wrong', 'aab', [put('q2', 'worth', { worth: 6000 })], 3000, 9000],
  ['worth less, which was wrong', 'aab', [put('q2', 'worth', { worth: 1000 })], 3000, 4000],
  ['worth nothing, which was wrong', 'aab', [put('q2', 'worth', { worth: 0 })], 3000, 3000],
  ['worth more, and nobody loses', 'aab', [put('q2', 'worth', { worth: 6000, nobodyLoses: true })], 3000, 6000],
  ['worth more, and left open', 'aa.', [put('q2', 'worth', { worth: 6000 })], 3000, 9000],
  ['all left out', 'aaa', ['q0', 'q1', 'q2'].map((id) => put(id, 'leave-out')), 0, 0],
  [
    'two answers accepted',
    'aac',
    [put('q2', 'accept'), put('q2', 'accept', { accepted: { chosen: ['c'] } })],
    6000,
    6000,
  ],
  ['a question that is not on the paper', 'aab', [put('q9', 'points-for-all')], 3000, 6000],
])('%s', (_what, picks, corrections, points, of) => {
  const score = scorePaper(questions, chose(picks), 'point', corrections);
  expect([score.points, score.of]).toEqual([points, of]);
});

test('what was put right says so at its question, and the others are as they were', () => {
  const score = scorePaper(questions, chose('abb'), 'point', [put('q2', 'accept')]);
  expect(score.perQuestion.map(({ verdict, by }) => [verdict, by])).toEqual([
    ['right', undefined],
    ['wrong', undefined],
    ['right', 'accept'],
  ]);
});

const anyCorrection = fc.record({
  questionId: fc.constantFrom('q0', 'q1', 'q2'),
  does: fc.constantFrom<CorrectionDoes>('points-for-all', 'accept', 'leave-out'),
  accepted: fc.constantFrom({ chosen: ['b'] }, { chosen: ['c'] }),
  nobodyLoses: fc.boolean(),
});

test('nobody loses by what nobody is to lose by; and only by leaving something out can anybody lose', () => {
  fc.assert(
    fc.property(fc.stringMatching(/^[abc.]{3}$/), fc.array(anyCorrection, { maxLength: 4 }), (picks, corrections) => {
      let before = scorePaper(questions, chose(picks)).share;
      for (const [i, last] of corrections.entries()) {
        const { share } = scorePaper(questions, chose(picks), 'point', corrections.slice(0, i + 1));
        if (last.nobodyLoses) expect(compare(share, before)).toBeGreaterThanOrEqual(0);
        before = share;
      }
    }),
  );
});

test('worked out for many at once, each comes to what it comes to alone', () => {
  const sittings = ['aab', 'abb', '..b', 'ccc'].map((picks, i) => ({ id: String(i), picks }));
  const corrections = [put('q2', 'accept'), put('q0', 'leave-out', { nobodyLoses: true })];
  const together = rescored(
    [{ questions, decimals: 'point', corrections }],
    sittings.map(({ id, picks }) => ({
      ...{ id, paper: 0, marks: {} },
      answers: Object.fromEntries(
        Object.entries(chose(picks)).map(([question, one]) => [question, JSON.stringify(one)]),
      ),
    })),
  );
  const alone = sittings.map(({ id, picks }) => {
    const { points, of, share } = scorePaper(questions, chose(picks), 'point', corrections);
    return { id, points, of, share: rationalText(share), categories: [] };
  });
  expect(together).toEqual(alone);
});

test('two answers that go by one key earn the same, of every kind', () => {
  const all = questionKinds.flatMap((kind) => kindOf(kind).examples.map((one) => ({ ...one, kind })));
  const own = (kind: QuestionKind, body: unknown) =>
    all.filter((one) => one.kind === kind && JSON.stringify(one.body) === JSON.stringify(body));
  for (const { kind, body, answer, share } of all) {
    const { key } = kindOf(kind);
    expect(key(body, answer, 'point')).toBe(key(body, structuredClone(answer), 'point'));
    for (const other of own(kind, body))
      if (share !== null && other.share !== null && key(body, other.answer, 'point') === key(body, answer, 'point'))
        expect(other.share).toBe(share);
  }
  const keyOf = (kind: QuestionKind, answer: object) => {
    const example = kindOf(kind).examples[0];
    return example && kindOf(kind).key(example.body, answer as never, 'point');
  };
  expect(keyOf('number', { typed: '0,5' })).toBe(keyOf('number', { typed: ' 0.50 ' }));
  expect(keyOf('short-text', { typed: 'A  b' })).toBe(keyOf('short-text', { typed: ' a b' }));
  expect(keyOf('several', { chosen: ['a', 'b'] })).toBe(keyOf('several', { chosen: ['b', 'a', 'b'] }));
});
