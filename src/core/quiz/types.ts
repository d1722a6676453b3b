import type { Rational } from '../kernel/exact';
import type { Draw } from './bank';
import type { AnswerOf, BodyOf, QuestionKind } from './kinds';
import type { DecimalSign } from './kinds/number/read';

/** What a question holds; the working copy and an edition add ids and order. */
export type QuestionContent = {
  readonly kind: QuestionKind;
  readonly prompt: string;
  /** Thousandths of a point. */
  readonly points: number;
  /** What a question of its kind holds beyond that, see `kinds`. */
  readonly body: BodyOf<QuestionKind>;
  /** Said on request while it is answered; empty for none. */
  readonly hint: string;
  /** Said with the result, by what came of it. */
  readonly feedbackRight: string;
  readonly feedbackPart: string;
  readonly feedbackWrong: string;
};

/** What a question holds, of a record that holds more. */
export const contentOf = (one: QuestionContent): QuestionContent => ({
  ...{ kind: one.kind, prompt: one.prompt, points: one.points, body: one.body, hint: one.hint },
  ...{ feedbackRight: one.feedbackRight, feedbackPart: one.feedbackPart, feedbackWrong: one.feedbackWrong },
});

export type CountingRule = 'best' | 'mean' | 'first' | 'last';
export type ShowResults = 'points-and-answers' | 'points' | 'nothing';

export type Shuffles = 'nothing' | 'questions' | 'options' | 'both';

export type QuizSettings = {
  /** 0: no pass mark. */
  readonly passPercent: number;
  /** Null: as often as wished. */
  readonly attempts: number | null;
  /** Null: no limit. */
  readonly minutes: number | null;
  readonly counts: CountingRule;
  readonly shows: ShowResults;
  /** How its numbers write decimals; with a point where it does not say. */
  readonly decimals?: DecimalSign;
  /** What stands in another order in each sitting, see `paperFor`; nothing where it does not say. */
  readonly shuffles?: Shuffles;
  /** What is drawn from the bank for each sitting; nothing where it does not say. */
  readonly draws?: readonly Draw[];
};

/** Answers by question id; what an answer is, its question's kind says. */
export type Answer = AnswerOf<QuestionKind>;
export type Answers = { readonly [questionId: string]: Answer };

/** The points an answer is worth, exact, in points. */
export type Scored = {
  readonly points: Rational;
  readonly of: Rational;
  readonly verdict: 'right' | 'part' | 'wrong' | 'open';
  /** What it was put right by; of a question that is left out, `points` and `of` are nothing. */
  readonly by?: CorrectionDoes;
};

/** What is done about a question that was found wrong: all points for everybody, another answer is right, or it is out. */
export const correctionDoes = ['points-for-all', 'accept', 'leave-out'] as const;
export type CorrectionDoes = (typeof correctionDoes)[number];
export type Correction = {
  readonly questionId: string;
  readonly does: CorrectionDoes;
  /** The answer that is right as well; null where none is accepted. */
  readonly accepted: Answer | null;
  /** Whether a paper that would be worth less by it is left as it was. */
  readonly nobodyLoses: boolean;
};
