import { rationalText } from '../kernel/exact';
import type { DecimalSign } from './kinds/number/read';
import type { Marks } from './marks';
import { readAnswers } from './schema';
import { byCategory, scorePaper } from './score';
import type { Correction, QuestionContent } from './types';

export type RescoredPaper = {
  readonly questions: readonly (QuestionContent & { readonly id: string })[];
  readonly decimals: DecimalSign;
  readonly corrections: readonly Correction[];
};
/** `paper`: the place of its paper; `answers`: the JSON of each answer by the id of its question. */
export type RescoredSitting = {
  readonly id: string;
  readonly paper: number;
  readonly answers: { readonly [questionId: string]: string };
  readonly marks: Marks;
};
/** What a sitting is worth: thousandths of a point, and the exact share as a fraction. */
export type Worth = {
  readonly id: string;
  readonly points: number;
  readonly of: number;
  readonly share: string;
  /** Points by category, thousandths. */
  readonly categories: ReturnType<typeof byCategory>;
};

/** What sittings are worth with what has been put right in their papers. */
export const rescored = (papers: readonly RescoredPaper[], sittings: readonly RescoredSitting[]): Worth[] =>
  sittings.flatMap(({ id, paper: at, answers, marks }) => {
    const paper = papers[at];
    if (!paper) return [];
    const given = Object.fromEntries(Object.entries(answers).map(([question, json]) => [question, JSON.parse(json)]));
    const read = readAnswers(paper.questions, given);
    const score = scorePaper(paper.questions, read, paper.decimals, paper.corrections, marks);
    const { points, of, share } = score;
    return [{ id, points, of, share: rationalText(share), categories: byCategory(paper.questions, score) }];
  });
