import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';
import { inOrder } from '../kernel/exact';
import { kindOf } from './kinds';
import { nameSum } from './name-sum';
import type { Draw, QuestionContent, QuizSettings } from './types';

/**
 * A paper is a function of what a quiz asks for, the questions it can take from, and the seed of a sitting: the
 * same three give the same paper, however often and wherever it is worked out. So a sitting keeps its seed and no
 * paper, and a reload changes nothing. Each question is put in order by its own part of the seed, and each draw draws
 * by its own; what another one holds makes no difference to it, but that no question stands on a paper twice.
 */
type Asked = QuestionContent & {
  readonly id: string;
  readonly order?: string;
  /** The question of the bank it is, where it is one. */
  readonly bankId?: string | null;
};

/** What each draw of a quiz can take from, by the id of the draw. */
export type Pools<Q> = { readonly [drawId: string]: readonly Q[] };

/** Seeds are whole numbers from 0 up to this one. */
export const mostSeed = 2_147_483_647;

const nothing: ReadonlySet<string> = new Set();

/**
 * The questions of a paper in the order in which they are asked, each with its options in theirs. `avoids`: ids of
 * questions that a draw of what was not seen before takes last.
 */
export function paperFor<Q extends Asked>(
  quiz: Pick<QuizSettings, 'shuffles' | 'draws'>,
  bank: readonly Q[],
  seed: number,
  pools: Pools<Q> = {},
  avoids: ReadonlySet<string> = nothing,
): readonly Q[] {
  const shuffles = quiz.shuffles ?? 'nothing';
  const all = withDrawn(bank, quiz.draws ?? [], seed, pools, avoids);
  const questions = shuffles === 'questions' || shuffles === 'both' ? shuffled(all, seed) : all;
  if (shuffles !== 'options' && shuffles !== 'both') return questions;
  return questions.map((question) => {
    const { rearranged } = kindOf(question.kind);
    // Each question by a part of the seed of its own.
    const own = nameSum(seed, question.id);
    return rearranged ? { ...question, body: rearranged(question.body, (list) => shuffled(list, own)) } : question;
  });
}

/** The fixed questions with those that are drawn, each draw in its place. */
function withDrawn<Q extends Asked>(
  fixed: readonly Q[],
  draws: readonly Draw[],
  seed: number,
  pools: Pools<Q>,
  avoids: ReadonlySet<string>,
): readonly Q[] {
  if (draws.length === 0) return fixed;
  const taken = new Set(fixed.flatMap(({ id, bankId }) => (bankId ? [id, bankId] : [id])));
  const lines: (readonly [order: string, questions: readonly Q[]])[] = fixed.map((one) => [one.order ?? '', [one]]);
  for (const draw of draws.toSorted((a, b) => inOrder(a.order, b.order) || inOrder(a.id, b.id))) {
    const free = (pools[draw.id] ?? []).filter(({ id }) => !taken.has(id));
    const mixed = shuffled(free, nameSum(seed, draw.id));
    const first = draw.unseen ? mixed.filter(({ id }) => !avoids.has(id)) : mixed;
    const rest = draw.unseen ? mixed.filter(({ id }) => avoids.has(id)) : [];
    const drawn = [...first, ...rest].slice(0, draw.count);
    for (const { id } of drawn) taken.add(id);
    lines.push([draw.order, drawn.map((question) => ({ ...question, points: draw.points }))]);
  }
  return lines.toSorted(([a], [b]) => inOrder(a, b)).flatMap(([, questions]) => questions);
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
