import { divide, type Rational } from '../../kernel/exact';
import { kindOf } from '../kinds';
import type { DecimalSign } from '../kinds/number/read';
import type { Mark, Marks } from '../marks';
import { scoreAnswer, worthOf } from '../score';
import type { Answer, QuestionContent, Scored } from '../types';
import { remarksOn } from './remarks';
import { alpha, correlation, mean, quantile, variance } from './statistics';
import type { ChoiceFigures, QuestionFigures, QuizFigures, Thirds } from './types';

export type FiguredQuestion = QuestionContent & { readonly id: string };
/** A paper as some sittings had it. */
export type FiguredPaper = {
  readonly questions: readonly FiguredQuestion[];
  readonly decimals: DecimalSign;
};
/** A sitting that was handed in. */
export type FiguredSitting = {
  readonly id: string;
  /** Whose: sittings of one enrolment belong together. */
  readonly learner: string;
  /** Which sitting of that learner: 1, 2, … */
  readonly number: number;
  /** Place of its paper among `papers`. */
  readonly paper: number;
  /** As it was handed in, thousandths of a point. */
  readonly points: number;
  readonly of: number;
  readonly passed: boolean;
  /** From its beginning to when it was handed in. */
  readonly seconds: number;
  /** Whether it was handed in because its time was up. */
  readonly ranOut: boolean;
  /** The JSON of each answer by the id of its question, and the milliseconds spent on it, where that is known. */
  readonly answers: { readonly [questionId: string]: string };
  readonly spent: { readonly [questionId: string]: number };
  /** What people have marked. */
  readonly marks: Marks;
};
export type Figured = { readonly papers: readonly FiguredPaper[]; readonly sittings: readonly FiguredSitting[] };

/** At most so many different answers to a question are listed. */
export const mostAnswers = 200;

type Judged = {
  readonly answer: Answer;
  readonly key: string;
  readonly share: number;
  readonly verdict: Scored['verdict'];
};
type Had = {
  readonly sitting: number;
  readonly judged: Judged | null;
  readonly points: number;
  readonly spent: number | null;
};
type Column = { readonly question: FiguredQuestion; readonly had: Had[] };

/**
 * What the sittings of a quiz say about it and about each of its questions. Questions are told apart by their ids;
 * each answer is judged by the question of its own paper, and a question is shown as the last paper has it. The
 * order of the sittings makes no difference, but for which of equal papers stand in which third.
 */
export function quizFigures({ papers, sittings }: Figured): QuizFigures {
  const columns = columnsOf(papers, sittings);
  const totals = sittings.map(() => 0);
  for (const { had } of columns) for (const one of had) totals[one.sitting] = (totals[one.sitting] ?? 0) + one.points;
  const isWhole = columns.every(({ had }) => had.length === sittings.length);
  const sameOf = new Set(sittings.map(({ of }) => of)).size <= 1;
  const scale = sameOf && sittings[0] && sittings[0].of > 0 ? sittings[0].of / 1000 : 100;
  const shares = sittings.map(({ points, of, id }) => ({ share: of > 0 ? points / of : 0, id }));
  const values = sittings.map(({ points }, i) => (sameOf ? points / 1000 : (shares[i]?.share ?? 0) * 100));
  const thirds = thirdsOf(shares);
  const sorted = values.toSorted((a, b) => a - b);
  const seconds = sittings.map((one) => one.seconds).toSorted((a, b) => a - b);
  const spread = variance(values);
  // What nobody judges says nothing of whether the others measure one thing.
  const judgedOnes = columns.filter(({ question }) => kindOf(question.kind).judgedBy !== 'nobody');
  const reliability = isWhole ? alpha(judgedOnes.map(({ had }) => had.map(({ points }) => points))) : null;
  return {
    sittings: sittings.length,
    learners: new Set(sittings.map(({ learner }) => learner)).size,
    scale: { of: scale, unit: sameOf ? 'points' : 'percent' },
    mean: mean(values),
    spread: spread === null ? null : Math.sqrt(spread),
    middle: { from: quantile(sorted, 0.25), median: quantile(sorted, 0.5), to: quantile(sorted, 0.75) },
    bars: barsOf(values, scale),
    passed: sittings.filter(({ passed }) => passed).length,
    passedLater: sittings.filter(({ passed, number }) => passed && number > 1).length,
    seconds: { median: quantile(seconds, 0.5), from: seconds[0] ?? null, to: seconds.at(-1) ?? null },
    ranOut: sittings.filter(({ ranOut }) => ranOut).length,
    alpha: reliability,
    error: reliability === null || spread === null ? null : Math.sqrt(spread) * Math.sqrt(Math.max(0, 1 - reliability)),
    samePaper: isWhole,
    questions: columns.map((column) => questionFigures(column, totals, thirds)),
  };
}

/** The answers to each question, in the order of the newest paper and then of those before it. */
function columnsOf(papers: readonly FiguredPaper[], sittings: readonly FiguredSitting[]): readonly Column[] {
  const columns = new Map<string, Column>();
  for (const { questions } of papers.toReversed())
    for (const question of questions) if (!columns.has(question.id)) columns.set(question.id, { question, had: [] });
  // Of many sittings few answers are different: each is judged once.
  const judgedBy = new Map<unknown, Map<string, Judged | null>>();
  for (const [at, sitting] of sittings.entries()) {
    const paper = papers[sitting.paper];
    if (!paper) continue;
    for (const question of paper.questions) {
      const json = sitting.answers[question.id];
      let judged: Judged | null = null;
      if (json !== undefined) {
        // A body that several papers share is one question, whatever it is worth on each.
        const known = onceFor(judgedBy, question.body, () => new Map<string, Judged | null>());
        const mark = sitting.marks[question.id];
        judged = mark
          ? judge(question, json, paper.decimals, mark)
          : onceFor(known, json, () => judge(question, json, paper.decimals));
      }
      columns.get(question.id)?.had.push({
        sitting: at,
        judged,
        points: ((judged?.share ?? 0) * worthOf(question)) / 1000,
        spent: sitting.spent[question.id] ?? null,
      });
    }
  }
  return [...columns.values()].filter(({ had }) => had.length > 0);
}

/** What is known by a name; worked out the first time it is asked for. */
function onceFor<K, T>(known: Map<K, T>, name: K, workOut: () => T): T {
  const found = known.get(name);
  if (found !== undefined) return found;
  const made = workOut();
  known.set(name, made);
  return made;
}

const shareOf = (points: Rational, of: Rational) => (of.n === 0n ? 0 : asNumber(divide(points, of)));
const asNumber = ({ n, d }: Rational) => Number(n) / Number(d);

function judge(question: FiguredQuestion, json: string, decimals: DecimalSign, mark?: Mark): Judged | null {
  const kind = kindOf(question.kind);
  const answer = JSON.parse(json) as Answer;
  if (!kind.isGiven(answer)) return null;
  const { verdict, points, of } = scoreAnswer(question, answer, decimals, mark);
  const share = mark ? shareOf(points, of) : asNumber(kind.share(question.body, answer, decimals));
  return { answer, key: kind.key(question.body, answer, decimals), share, verdict };
}

/** For each paper its third, by its share: 0 the lowest, 2 the highest. Equal ones by their ids. */
export function thirdsOf(papers: readonly { readonly share: number; readonly id: string }[]): readonly (0 | 1 | 2)[] {
  const order = papers
    .map((paper, at) => ({ ...paper, at }))
    .toSorted((a, b) => a.share - b.share || (a.id < b.id ? -1 : 1));
  const size = Math.floor(papers.length / 3);
  const thirds: (0 | 1 | 2)[] = papers.map(() => 1);
  for (const [rank, { at }] of order.entries()) {
    if (rank < size) thirds[at] = 0;
    if (rank >= papers.length - size) thirds[at] = 2;
  }
  return thirds;
}

/** How many stand in each of up to twelve equal parts of a scale; one on the edge of two belongs to the lower. */
function barsOf(values: readonly number[], scale: number): QuizFigures['bars'] {
  const isShort = Number.isInteger(scale) && scale >= 1 && scale <= 12;
  const parts = isShort ? scale : 10;
  const counts = Array.from({ length: parts }, (_, i) => ({ to: (scale * (i + 1)) / parts, count: 0 }));
  for (const value of values) {
    const bar = counts.find(({ to }) => value <= to + 1e-9) ?? counts.at(-1);
    if (bar) bar.count += 1;
  }
  return counts;
}

function questionFigures({ question, had }: Column, totals: readonly number[], thirds: readonly (0 | 1 | 2)[]) {
  const points = had.map((one) => one.points);
  const rest = had.map((one) => (totals[one.sitting] ?? 0) - one.points);
  const spent = had.flatMap((one) => one.spent ?? []).toSorted((a, b) => a - b);
  const inThirds = (list: readonly Had[]): Thirds => {
    const counts: [number, number, number] = [0, 0, 0];
    for (const { sitting } of list) counts[thirds[sitting] ?? 1] += 1;
    return counts;
  };
  const own: Omit<QuestionFigures, 'remarks'> = {
    id: question.id,
    kind: question.kind,
    prompt: question.prompt,
    points: worthOf(question),
    asked: had.length,
    open: had.filter(({ judged }) => judged === null).length,
    right: had.filter(({ judged }) => judged?.verdict === 'right').length,
    share: mean(had.map(({ judged }) => judged?.share ?? 0)) ?? 0,
    tells: correlation(points, rest),
    seconds: spent.length === 0 ? null : (quantile(spent, 0.5) ?? 0) / 1000,
    thirds: inThirds(had),
    openThirds: inThirds(had.filter(({ judged }) => judged === null)),
    choices: choicesOf(question, had, inThirds),
    answers: answersOf(question, had, inThirds),
  };
  return { ...own, remarks: kindOf(question.kind).judgedBy ? [] : remarksOn(own) };
}

/** What could be chosen, and who chose it; null for a kind of which not all that could be chosen is shown. */
function choicesOf(
  { kind, body }: FiguredQuestion,
  had: readonly Had[],
  inThirds: (list: readonly Had[]) => Thirds,
): readonly ChoiceFigures[] | null {
  const { choices } = kindOf(kind);
  if (!choices) return null;
  // What each answer chose is asked once for each different answer.
  const chosenBy = new Map<string, ReadonlySet<string>>();
  const chosen = ({ answer, key }: Judged) =>
    onceFor(chosenBy, key, () => new Set(choices(body, answer).flatMap((one) => (one.chosen ? [one.id] : []))));
  return choices(body, undefined).map(({ id, text, right }) => {
    const list = had.filter(({ judged }) => judged !== null && chosen(judged).has(id));
    return { id, text, right, thirds: inThirds(list) };
  });
}

/** The different answers that were given, the most frequent first. */
function answersOf(
  { kind, body }: FiguredQuestion,
  had: readonly Had[],
  inThirds: (list: readonly Had[]) => Thirds,
): QuestionFigures['answers'] {
  const alike = new Map<string, Had[]>();
  for (const one of had) {
    if (!one.judged) continue;
    const list = alike.get(one.judged.key);
    if (list) list.push(one);
    else alike.set(one.judged.key, [one]);
  }
  const listed = [...alike.entries()]
    .toSorted(([a, x], [b, y]) => y.length - x.length || (a < b ? -1 : 1))
    .slice(0, mostAnswers)
    .flatMap(([, list]) => {
      const judged = list[0]?.judged;
      return judged
        ? [
            {
              answer: judged.answer,
              text: kindOf(kind).answerText(body, judged.answer),
              verdict: judged.verdict,
              thirds: inThirds(list),
            },
          ]
        : [];
    });
  return { listed, different: alike.size };
}
