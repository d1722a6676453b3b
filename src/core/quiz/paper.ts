import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';
import { kindOf } from './kinds';
import { nameSum } from './name-sum';
import type { QuestionContent, QuizSettings } from './types';

/**
 * A paper is a function of what a quiz asks for, the questions it can take from, and the seed of a sitting: the
 * same three give the same paper, however often and wherever it is worked out. So a sitting keeps its seed and no
 * paper, and a reload changes nothing. Each question is put in order by its own part of the seed; what another
 * question holds makes no difference to it.
 */
type Asked = QuestionContent & { readonly id: string };

/** Seeds are whole numbers from 0 up to this one. */
export const mostSeed = 2_147_483_647;

/** The questions of a paper in the order in which they are asked, each with its options in theirs. */
export function paperFor<Q extends Asked>(
  quiz: Pick<QuizSettings, 'shuffles'>,
  bank: readonly Q[],
  seed: number,
): readonly Q[] {
  const shuffles = quiz.shuffles ?? 'nothing';
  const questions = shuffles === 'questions' || shuffles === 'both' ? shuffled(bank, seed) : bank;
  if (shuffles !== 'options' && shuffles !== 'both') return questions;
  return questions.map((question) => {
    const { rearranged } = kindOf(question.kind);
    // Each question by a part of the seed of its own.
    const own = nameSum(seed, question.id);
    return rearranged ? { ...question, body: rearranged(question.body, (list) => shuffled(list, own)) } : question;
  });
}

/** The same things in an order of their own for each seed; each order is as likely as any other (Fisher and Yates). */
function shuffled<T>(list: readonly T[], seed: number): readonly T[] {
  const random = xoroshiro128plus(seed);
  const order = [...list];
  for (let last = order.length - 1; last > 0; last -= 1) {
    const taken = unsafeUniformIntDistribution(0, last, random);
    [order[last], order[taken]] = [order[taken] as T, order[last] as T];
  }
  return order;
}
