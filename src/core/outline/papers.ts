import { kindOf } from '../quiz';
import type { Outline, Question } from './types';

/** How much the questions of a lesson ask: how many there are, and the minutes they take. */
export type PaperSize = { readonly count: number; readonly minutes: number };
export const noPaper: PaperSize = { count: 0, minutes: 0 };

const withQuestion = ({ count, minutes }: PaperSize, { kind }: Pick<Question, 'kind'>): PaperSize => ({
  count: count + 1,
  minutes: minutes + kindOf(kind).minutes,
});
export const paperSize = (questions: readonly Pick<Question, 'kind'>[]): PaperSize =>
  questions.reduce(withQuestion, noPaper);

/** The papers of an outline by the ids of their lessons, in one pass. */
export function papersOf(outline: Pick<Outline, 'question'>): ReadonlyMap<string, PaperSize> {
  const found = new Map<string, PaperSize>();
  for (const question of Object.values(outline.question))
    found.set(question.lessonId, withQuestion(found.get(question.lessonId) ?? noPaper, question));
  return found;
}
