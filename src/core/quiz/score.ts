import {
  compare,
  divide,
  multiply,
  type Rational,
  rational,
  sum,
  thousandths,
  toThousandths,
  zero,
} from '../kernel/exact';
import { kindOf } from './kinds';
import type { DecimalSign } from './kinds/number/read';
import type { Answer, Answers, CountingRule, QuestionContent, Scored } from './types';

/** Points for one answer, by the rule of its kind; numbers are read with decimals as the quiz writes them. */
export function scoreAnswer(
  { kind, body, points }: QuestionContent,
  answer: Answer | undefined,
  decimals: DecimalSign = 'point',
): Scored {
  const of = thousandths(points);
  const own = kindOf(kind);
  if (answer === undefined || !own.isGiven(answer)) return { points: zero, of, verdict: 'open' };
  const share = own.share(body, answer, decimals);
  return { points: multiply(of, share), of, verdict: verdictOn(share) };
}

function verdictOn(share: Rational): Scored['verdict'] {
  if (compare(share, zero) === 0) return 'wrong';
  return compare(share, rational(1)) === 0 ? 'right' : 'part';
}

export type PaperScore = {
  /** Thousandths of a point, rounded once, at the end. */
  readonly points: number;
  readonly of: number;
  /** 0 to 1, exact: what is compared with a pass mark. */
  readonly share: Rational;
  readonly right: number;
  readonly perQuestion: readonly ({ readonly questionId: string } & Scored)[];
};

/** The score of a whole paper; the order of the questions does not matter. */
export function scorePaper(
  questions: readonly (QuestionContent & { readonly id: string })[],
  answers: Answers,
  decimals: DecimalSign = 'point',
): PaperScore {
  const perQuestion = questions.map((question) => ({
    questionId: question.id,
    ...scoreAnswer(question, answers[question.id], decimals),
  }));
  const points = sum(perQuestion.map((scored) => scored.points));
  const of = questions.reduce((total, question) => total + question.points, 0);
  return {
    points: toThousandths(points),
    of,
    share: of > 0 ? divide(points, thousandths(of)) : zero,
    right: perQuestion.filter((scored) => scored.verdict === 'right').length,
    perQuestion,
  };
}

/**
 * What somebody got, and of how much: in thousandths, as it was when it was marked, and the share before it was rounded
 * to them.
 */
export type Result = {
  readonly points: number;
  readonly of: number;
  readonly share?: Rational;
  /** When it was handed in: an instant, ISO 8601. */
  readonly at?: string | undefined;
};

/** The share of a result, 0 to 1, exact; of a paper that is worth nothing, nothing. */
export const shareOfResult = ({ points, of, share }: Result): Rational =>
  share ?? (of > 0 ? rational(points, of) : zero);

/**
 * Whether a share reaches a pass mark in percent, decided on the exact value; without a pass mark everything passes.
 */
export const passes = (share: Rational, passPercent: number): boolean =>
  passPercent <= 0 || compare(share, rational(passPercent, 100)) >= 0;

/** The share that counts among attempts, exact; null while there is none. Attempts in the order they were begun. */
export function countingShare(attempts: readonly Result[], rule: CountingRule): Rational | null {
  const shares = attempts.map(shareOfResult);
  const [first] = shares;
  const last = shares.at(-1);
  if (first === undefined || last === undefined) return null;
  switch (rule) {
    case 'best':
      return shares.reduce((best, share) => (compare(share, best) > 0 ? share : best));
    case 'first':
      return first;
    case 'last':
      return last;
    case 'mean':
      return divide(sum(shares), rational(shares.length));
  }
}
