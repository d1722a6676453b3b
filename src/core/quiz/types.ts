import type { Rational } from '../kernel/exact';
import type { DecimalSign } from './number';

export const questionKinds = ['one', 'several', 'number'] as const;
export type QuestionKind = (typeof questionKinds)[number];

export type Option = { readonly id: string; readonly text: string; readonly right: boolean; readonly feedback: string };

/** What a question holds; the working copy and an edition add ids and order. */
export type QuestionBody = {
  readonly kind: QuestionKind;
  readonly prompt: string;
  /** Thousandths of a point. */
  readonly points: number;
  /** One choice and several choices. */
  readonly options: readonly Option[];
  /** Number: as written, so that `0.1` stays exactly a tenth. */
  readonly value: string;
  /** Number: how far off an answer may be, in the same unit; a trailing % takes it of the value. */
  readonly tolerance: string;
  readonly unit: string;
  readonly feedbackRight: string;
  readonly feedbackWrong: string;
};

export type CountingRule = 'best' | 'mean' | 'first' | 'last';
export type ShowResults = 'points-and-answers' | 'points' | 'nothing';

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
};

/** Answers by question id: the ids of chosen options, or a number as typed. */
export type Answer = { readonly chosen: readonly string[] } | { readonly typed: string };
export type Answers = { readonly [questionId: string]: Answer };

/** The points an answer is worth, exact, in points. */
export type Scored = { readonly points: Rational; readonly of: Rational; readonly verdict: 'right' | 'part' | 'wrong' | 'open' };
