import type { QuestionKind } from '../kinds';
import type { Answer, Scored } from '../types';

/** How many of the lower, the middle and the upper third of the papers, by their points. */
export type Thirds = readonly [lower: number, middle: number, upper: number];

export type ChoiceFigures = {
  readonly id: string;
  readonly text: string;
  readonly right: boolean;
  readonly thirds: Thirds;
};
export type AnswerFigures = {
  readonly answer: Answer;
  readonly text: string;
  readonly verdict: Scored['verdict'];
  readonly thirds: Thirds;
};

/** Something about a question that is to be looked at. `wrong`: it earns points for the wrong thing. */
export type Remark = {
  readonly level: 'wrong' | 'look';
  readonly sentence: string;
  /** What it is seen by, beside the answers. */
  readonly because: string;
};

export type QuestionFigures = {
  readonly id: string;
  readonly kind: QuestionKind;
  readonly prompt: string;
  /** Thousandths of a point. */
  readonly points: number;
  /** On how many papers it was, how many left it open, and how many had it wholly right. */
  readonly asked: number;
  readonly open: number;
  readonly right: number;
  /** The mean share of its points, 0 to 1; what was left open earns nothing. */
  readonly share: number;
  /**
   * How it tells those who know from those who do not: the correlation of its points with those of the rest of the
   * paper (corrected point-biserial), -1 to 1. Null where it cannot be said.
   */
  readonly tells: number | null;
  /** The median of the seconds spent on it; null where nobody measured them. */
  readonly seconds: number | null;
  /** How many papers it was on, by thirds. */
  readonly thirds: Thirds;
  readonly openThirds: Thirds;
  readonly choices: readonly ChoiceFigures[] | null;
  readonly answers: { readonly listed: readonly AnswerFigures[]; readonly different: number };
  readonly remarks: readonly Remark[];
};

export type QuizFigures = {
  readonly sittings: number;
  readonly learners: number;
  /** In what mean, spread and bars are: points of so many, or percent where papers were worth different points. */
  readonly scale: { readonly of: number; readonly unit: 'points' | 'percent' };
  readonly mean: number | null;
  /** The standard deviation. */
  readonly spread: number | null;
  /** Between which values the middle half of the papers lies. */
  readonly middle: { readonly from: number | null; readonly median: number | null; readonly to: number | null };
  readonly bars: { readonly to: number; count: number }[];
  readonly passed: number;
  /** Of those, how many not at their first sitting. */
  readonly passedLater: number;
  readonly seconds: { readonly median: number | null; readonly from: number | null; readonly to: number | null };
  readonly ranOut: number;
  /** Cronbach's alpha; null where it says nothing. */
  readonly alpha: number | null;
  /** The standard error of measurement, on the scale. */
  readonly error: number | null;
  /** Whether all had the same questions, without which alpha is not worked out. */
  readonly samePaper: boolean;
  readonly questions: readonly QuestionFigures[];
};
