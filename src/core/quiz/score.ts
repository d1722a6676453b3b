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
import { kindOf, type QuestionKind } from './kinds';
import type { DecimalSign } from './kinds/number/read';
import type { Mark, Marks } from './marks';
import type { Answer, Answers, Correction, CountingRule, QuestionContent, Scored } from './types';

/** What a question is worth on its paper, thousandths of a point: nothing where nobody judges it. */
export const worthOf = ({ kind, points }: Pick<QuestionContent, 'kind' | 'points'>): number =>
  kindOf(kind).judgedBy === 'nobody' ? 0 : points;

/**
 * Points for one answer, by the rule of its kind or by the mark of a person; numbers are read with decimals as the
 * quiz writes them.
 */
export function scoreAnswer(
  { kind, body, points }: QuestionContent,
  answer: Answer | undefined,
  decimals: DecimalSign = 'point',
  mark?: Mark,
): Scored {
  const of = thousandths(worthOf({ kind, points }));
  const own = kindOf(kind);
  if (answer === undefined || !own.isGiven(answer)) return { points: zero, of, verdict: 'open' };
  if (own.judgedBy === 'nobody') return { points: zero, of, verdict: 'given' };
  if (own.judgedBy === 'person') return mark ? marked(mark, of) : { points: zero, of, verdict: 'waits' };
  const share = own.share(body, answer, decimals);
  return { points: multiply(of, share), of, verdict: verdictOn(share, rational(1)) };
}

/** A mark is never above what the question is worth, whatever it is worth since. */
function marked(mark: Mark, of: Rational): Scored {
  const given = thousandths(mark.points);
  const points = compare(given, of) > 0 ? of : given;
  return { points, of, verdict: verdictOn(points, of), mark };
}

function verdictOn(earned: Rational, of: Rational): Scored['verdict'] {
  if (compare(earned, of) === 0) return 'right';
  return compare(earned, zero) === 0 ? 'wrong' : 'part';
}

/** Whether a question is answered at all; what says nothing is open. */
export const isAnswered = (kind: QuestionKind, answer: Answer | undefined): boolean =>
  answer !== undefined && kindOf(kind).isGiven(answer);

/** What came of an answer, in a word or two. */
export const verdictWords: Record<Scored['verdict'], string> = {
  right: 'right',
  part: 'partly right',
  wrong: 'not right',
  open: 'left open',
  waits: 'waits for its mark',
  given: 'answered',
};

/** What a question says with the result; where nothing is said for a part of it, what is said for less than all. */
export function feedbackOn(question: QuestionContent, verdict: Scored['verdict']): string {
  if (verdict === 'waits' || verdict === 'given') return '';
  if (verdict === 'right') return question.feedbackRight;
  return (verdict === 'part' && question.feedbackPart) || question.feedbackWrong;
}

export type PaperScore = {
  /** Thousandths of a point, rounded once, at the end. */
  readonly points: number;
  readonly of: number;
  /** 0 to 1, exact: what is compared with a pass mark. */
  readonly share: Rational;
  readonly right: number;
  /** How many answers a person still has to mark. */
  readonly waiting: number;
  readonly perQuestion: readonly ({ readonly questionId: string } & Scored)[];
};

/**
 * The score of a whole paper; the order of the questions does not matter. What has been put right is applied one
 * correction after the other, in the order in which they were made; by one that nobody loses by, a paper that would
 * be worth less is left as it was.
 */
export function scorePaper(
  questions: readonly Asked[],
  answers: Answers,
  decimals: DecimalSign = 'point',
  corrections: readonly Correction[] = [],
  marks: Marks = {},
): PaperScore {
  const plain = questions.map((question) => ({
    questionId: question.id,
    ...scoreAnswer(question, answers[question.id], decimals, marks[question.id]),
  }));
  return corrections.reduce((score, correction) => {
    const put = totalOf(
      score.perQuestion.map((scored, i) => {
        const question = questions[i];
        return question?.id === correction.questionId
          ? { ...scored, ...corrected(question, answers[question.id], scored, correction, decimals) }
          : scored;
      }),
    );
    return correction.nobodyLoses && compare(put.share, score.share) < 0 ? score : put;
  }, totalOf(plain));
}

type Asked = QuestionContent & { readonly id: string };

function totalOf(perQuestion: PaperScore['perQuestion']): PaperScore {
  const points = sum(perQuestion.map((scored) => scored.points));
  const of = sum(perQuestion.map((scored) => scored.of));
  return {
    points: toThousandths(points),
    of: toThousandths(of),
    share: compare(of, zero) > 0 ? divide(points, of) : zero,
    right: perQuestion.filter((scored) => scored.verdict === 'right').length,
    waiting: perQuestion.filter((scored) => scored.verdict === 'waits').length,
    perQuestion,
  };
}

/**
 * The points of a paper by the categories of its questions, in the order in which they come first: thousandths, each
 * rounded by itself. None where no question has a category.
 */
export function byCategory(questions: readonly Asked[], { perQuestion }: PaperScore) {
  const names = [...new Set(questions.map(({ category }) => category))];
  if (names.every((name) => name === '')) return [];
  return names.map((category) => {
    const own = perQuestion.filter((_, i) => questions[i]?.category === category);
    return {
      category,
      points: toThousandths(sum(own.map(({ points }) => points))),
      of: toThousandths(sum(own.map(({ of }) => of))),
    };
  });
}

/** What an answer is worth once its question has been put right. */
function corrected(
  question: Asked,
  answer: Answer | undefined,
  scored: Scored,
  { does, accepted, worth }: Correction,
  decimals: DecimalSign,
): Scored {
  const all: Scored = {
    points: thousandths(worthOf(question)),
    of: thousandths(worthOf(question)),
    verdict: 'right',
    by: does,
  };
  switch (does) {
    case 'points-for-all':
      return all;
    case 'leave-out':
      return { ...scored, points: zero, of: zero, by: does };
    case 'worth': {
      // The share that was earned is earned of what it is worth now.
      if (worth == null || compare(scored.of, zero) === 0) return scored;
      const of = thousandths(worth);
      return { ...scored, points: divide(multiply(scored.points, of), scored.of), of, by: does };
    }
    case 'accept': {
      if (answer === undefined || accepted === null) return scored;
      const { key } = kindOf(question.kind);
      return key(question.body, answer, decimals) === key(question.body, accepted, decimals) ? all : scored;
    }
  }
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
  /** Whether answers still wait to be marked, so that it is not known what it is worth. */
  readonly waits?: boolean;
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
