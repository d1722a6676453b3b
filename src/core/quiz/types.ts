import type { Rational } from '../kernel/exact';
import type { PersonAsks } from './about';
import type { Band } from './bands';
import type { Follow } from './follows';
import type { ForWhom } from './for-whom';
import type { AnswerOf, BodyOf, QuestionKind } from './kinds';
import type { DecimalSign } from './kinds/number/read';
import type { Mark } from './marks';
import type { QuestionMedia } from './question-media';

/** What a question holds; the working copy and an edition add ids and order. */
export type QuestionContent = {
  readonly kind: QuestionKind;
  readonly prompt: string;
  /** The part of a paper it belongs to, in words; empty for none. */
  readonly category: string;
  /** Thousandths of a point. */
  readonly points: number;
  /** What is shown or played with it. */
  readonly media: QuestionMedia | null;
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
  ...{ kind: one.kind, prompt: one.prompt, category: one.category, points: one.points, body: one.body },
  ...{ media: one.media, hint: one.hint },
  ...{ feedbackRight: one.feedbackRight, feedbackPart: one.feedbackPart, feedbackWrong: one.feedbackWrong },
});

/** How hard a question of the bank is, as its maker takes it: 1 easy, 2 middling, 3 hard. */
export const difficulties = [1, 2, 3] as const;
export type Difficulty = (typeof difficulties)[number];

/** What a quiz draws from the bank for each sitting: "4 of Flow, difficulty 2 to 3". */
export type Draw = {
  readonly id: string;
  /** Where it stands among the questions of the paper. */
  readonly order: string;
  /** Null: from all categories. Those below a category belong to it. */
  readonly categoryId: string | null;
  readonly from: Difficulty;
  readonly to: Difficulty;
  /** All of them have to be there. */
  readonly tags: readonly string[];
  readonly count: number;
  /** Thousandths of a point that each is worth, whatever it is worth elsewhere. */
  readonly points: number;
  /** Whether those a learner has not had yet come first. */
  readonly unseen: boolean;
};

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
  /** What becomes of a sitting whose time is up; it is handed in as it is where this does not say. */
  readonly atEnd?: (typeof atEnds)[number];
  /** Hours that have to pass between handing in one sitting and beginning the next; 0 where it does not say. */
  readonly waitHours?: number;
  /** How many questions are shown at once; all where it does not say. */
  readonly pages?: (typeof pagings)[number];
  /** Whether one can go back to a page that was left; so where it does not say. */
  readonly goesBack?: boolean;
  /** Whether every question has to be answered before it is handed in. */
  readonly mustAnswer?: boolean;
  /** Whether the first sitting begins as soon as the lesson is opened, and not on a button. */
  readonly beginsAtOnce?: boolean;
  /** Whether the paper can be looked over, with marks on what to look at again. */
  readonly overview?: boolean;
  /** An instant (ISO 8601) before which nothing of a result is shown; null or left out where it is shown at once. */
  readonly showsFrom?: string | null;
  /** What is said with a result, by how much of the points it is. */
  readonly bands?: readonly Band[];
  /** Whether the result is shown beside the average of others. */
  readonly average?: boolean;
  /** Whether the best results stand on a board, of those who want that and by the names they choose. */
  readonly board?: boolean;
  /** Whether each answer can be judged at once, after which it stays as it is. */
  readonly judges?: boolean;
  /** What follows from a result; nothing where it does not say. */
  readonly follows?: readonly Follow[];
  /** Whom it is for; for everybody where this does not say. */
  readonly forWhom?: ForWhom;
  /** What is asked about the person, before or after, if they agree. */
  readonly asks?: PersonAsks;
  /** Whether whoever passes it gets a certificate for it. */
  readonly certifies?: boolean;
  /** What is shown with a question; its number and points where this does not say. */
  readonly says?: readonly (typeof sayings)[number][];
};

export const atEnds = ['handed-in', 'not-counted'] as const;
export const pagings = ['all', 'single', 'category'] as const;
export const sayings = ['number', 'position', 'points', 'category'] as const;

/** Answers by question id; what an answer is, its question's kind says. */
export type Answer = AnswerOf<QuestionKind>;
export type Answers = { readonly [questionId: string]: Answer };

/** The points an answer is worth, exact, in points. */
export type Scored = {
  readonly points: Rational;
  readonly of: Rational;
  /** `waits`: a person has not marked it yet. `given`: answered, and nothing is right or wrong about it. */
  readonly verdict: 'right' | 'part' | 'wrong' | 'open' | 'waits' | 'given';
  /** What a person has said of it. */
  readonly mark?: Mark;
  /** What it was put right by; of a question that is left out, `points` and `of` are nothing. */
  readonly by?: CorrectionDoes;
};

/**
 * What is done about a question after it was sat: all points for everybody, another answer is right, it is out, or it is
 * worth something else.
 */
export const correctionDoes = ['points-for-all', 'accept', 'leave-out', 'worth'] as const;
export type CorrectionDoes = (typeof correctionDoes)[number];
export type Correction = {
  readonly questionId: string;
  readonly does: CorrectionDoes;
  /** The answer that is right as well; null where none is accepted. */
  readonly accepted: Answer | null;
  /** What it is worth instead, in thousandths of a point; null where that is not what is done. */
  readonly worth?: number | null;
  /** Whether a paper that would be worth less by it is left as it was. */
  readonly nobodyLoses: boolean;
};
