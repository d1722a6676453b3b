import fc from 'fast-check';
import { expect, test } from 'vitest';
import { compare, rational } from '../kernel/exact';
import { kindOf, questionKinds } from './kinds';
import { type Marks, marksFrom } from './marks';
import { scoreAnswer, scorePaper } from './score';
import { content } from './testing';

const essay = (id: string, points = 4000) => ({
  ...content({ kind: 'essay', points, body: { fromWords: null, toWords: null, guide: '' } }),
  id,
});
const choice = (id: string) => ({
  ...content({ body: { options: [{ id: 'a', text: 'a', right: true, feedback: '' }] } }),
  id,
});
const opinion = { ...content({ kind: 'opinion', points: 5000, body: { steps: ['no', 'yes'] } }), id: 'o' };
const text = { text: 'Slow water drops silt.' };

test.each([
  ['not marked yet', 4000, undefined, [0, 'waits']],
  ['none of its points', 4000, 0, [0, 'wrong']],
  ['some of its points', 4000, 1500, [1500, 'part']],
  ['all of its points', 4000, 4000, [4000, 'right']],
  ['more than it is worth since', 4000, 9000, [4000, 'right']],
  ['of nothing', 0, 0, [0, 'right']],
])('an answer a person marks earns what they say: %s', (_what, of, points, [earned, verdict]) => {
  const mark = points === undefined ? undefined : { points, remark: '' };
  const scored = scoreAnswer(essay('e', of), text, 'point', mark);
  expect([scored.verdict, compare(scored.points, rational(Number(earned), 1000))]).toEqual([verdict, 0]);
  // What was left open is nothing, whatever was marked.
  expect(scoreAnswer(essay('e', of), { text: ' ' }, 'point', mark).verdict).toBe('open');
});

test('a paper tells how many answers wait; an opinion is worth nothing and never wrong', () => {
  const questions = [choice('c'), essay('e'), essay('f'), essay('g'), opinion];
  const answers = { c: { chosen: ['a'] }, e: text, f: { text: '' }, g: text, o: { step: 1 } };
  const score = (marks: Marks) => {
    const { points, of, right, waiting, perQuestion } = scorePaper(questions, answers, 'point', [], marks);
    return [points, of, right, waiting, perQuestion.map(({ verdict }) => verdict).join(' ')];
  };
  expect(score({})).toEqual([1000, 13_000, 1, 2, 'right waits open waits given']);
  expect(score({ e: { points: 4000, remark: '' } })).toEqual([5000, 13_000, 2, 1, 'right right open waits given']);
  const all = { e: { points: 4000, remark: '' }, g: { points: 1, remark: 'Thin' } };
  expect(score(all)).toEqual([5001, 13_000, 2, 0, 'right right open part given']);
});

test('everybody’s points for a question leave nothing of it to be marked', () => {
  const put = { questionId: 'e', does: 'points-for-all', accepted: null, nobodyLoses: true } as const;
  const { points, waiting } = scorePaper([essay('e')], { e: text }, 'point', [put]);
  expect([points, waiting]).toEqual([4000, 0]);
});

test('marks without points are not finished ones, and marks change nothing that a rule judges', () => {
  expect(marksFrom([{ questionId: 'e', points: null, remark: 'Later' }])).toEqual({});
  const ruled = questionKinds.filter((name) => kindOf(name).judgedBy === undefined);
  fc.assert(
    fc.property(fc.constantFrom(...ruled), fc.nat(5000), (kind, points) => {
      for (const { body, answer } of kindOf(kind).examples) {
        const question = { ...content({ kind, body }), id: 'q' };
        const plain = scorePaper([question], { q: answer });
        expect(scorePaper([question], { q: answer }, 'point', [], { q: { points, remark: '' } })).toEqual(plain);
      }
    }),
  );
});
