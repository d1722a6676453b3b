import fc from 'fast-check';
import { expect, test } from 'vitest';
import { kindOf, questionKinds } from './kinds';
import { mostSeed, paperFor } from './paper';
import { scoreAnswer } from './score';
import { content } from './testing';
import type { QuestionContent, Shuffles } from './types';

type Asked = QuestionContent & { readonly id: string };
const question = (id: string, over: Partial<Asked> = {}): Asked => ({
  ...content({
    prompt: id,
    body: {
      options: ['p', 'q', 'r', 's'].map((name) => ({ id: name, text: name, right: name === 'q', feedback: '' })),
    },
  }),
  id,
  ...over,
});
const bankOf = (count: number) => Array.from({ length: count }, (_, i) => question(`question-${i}`));
const optionsOf = ({ body }: Asked) => ('options' in body ? body.options.map(({ id }) => id) : []);
const seeds = fc.integer({ min: 0, max: mostSeed - 1 });

test.each<[Shuffles | undefined, { questions: boolean; options: boolean }]>([
  [undefined, { questions: false, options: false }],
  ['nothing', { questions: false, options: false }],
  ['questions', { questions: true, options: false }],
  ['options', { questions: false, options: true }],
  ['both', { questions: true, options: true }],
])('shuffling %s changes just that, and loses nothing', (shuffles, changes) => {
  const quiz = shuffles === undefined ? {} : { shuffles };
  const bank = bankOf(8);
  let [moved, turned] = [false, false];
  fc.assert(
    fc.property(seeds, (seed) => {
      const paper = paperFor(quiz, bank, seed);
      expect(paperFor(quiz, bank, seed)).toEqual(paper);
      expect(paper.map(({ id }) => id).sort()).toEqual(bank.map(({ id }) => id).sort());
      for (const one of paper) expect([...optionsOf(one)].sort()).toEqual(['p', 'q', 'r', 's']);
      moved ||= paper.some(({ id }, i) => id !== bank[i]?.id);
      turned ||= paper.some((one) => optionsOf(one).join('') !== 'pqrs');
    }),
  );
  expect({ questions: moved, options: turned }).toEqual(changes);
});

test('every order is as likely as any other', () => {
  const [runs, orders] = [6000, new Map<string, number>()];
  for (let seed = 0; seed < runs; seed += 1) {
    const order = paperFor({ shuffles: 'questions' }, bankOf(3), seed)
      .map(({ id }) => id.slice(-1))
      .join('');
    orders.set(order, (orders.get(order) ?? 0) + 1);
  }
  expect(orders.size).toBe(6);
  // A thousand each, give or take five standard deviations.
  for (const count of orders.values()) expect(Math.abs(count - runs / 6)).toBeLessThan(145);
});

test('the order of a question’s options does not hang on what else is asked', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const [long, short] = [bankOf(6), bankOf(3)].map((bank) => paperFor({ shuffles: 'options' }, bank, seed));
      expect(short?.map(optionsOf)).toEqual(long?.slice(0, 3).map(optionsOf));
    }),
  );
});

test.each(questionKinds)('an answer is worth the same in every order: %s', (kind) => {
  for (const { body, answer } of kindOf(kind).examples) {
    const own = question('q', { kind, body });
    for (let seed = 0; seed < 20; seed += 1) {
      const [asked] = paperFor({ shuffles: 'both' }, [own], seed);
      expect(asked && scoreAnswer(asked, answer)).toEqual(scoreAnswer(own, answer));
    }
  }
});
