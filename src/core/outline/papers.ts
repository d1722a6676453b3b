import { kindOf } from '../quiz';
import type { Lesson, Outline, Question } from './types';

/**
 * How much the questions of a lesson ask: how many there are, how many of them stop its film, and the minutes they
 * take.
 */
export type PaperSize = { readonly count: number; readonly stops: number; readonly minutes: number };
export const noPaper: PaperSize = { count: 0, stops: 0, minutes: 0 };

type Asked = Pick<Question, 'kind' | 'moment'>;

const withQuestion = ({ count, stops, minutes }: PaperSize, { kind, moment }: Asked): PaperSize => ({
  count: count + 1,
  stops: stops + (moment ? 1 : 0),
  minutes: minutes + kindOf(kind).minutes,
});
/** How much some questions ask together. */
export const paperSize = (questions: readonly Asked[]): PaperSize => questions.reduce(withQuestion, noPaper);

/** The papers of an outline by the ids of their lessons, in one pass. */
export function papersOf(outline: Pick<Outline, 'question'>): ReadonlyMap<string, PaperSize> {
  const found = new Map<string, PaperSize>();
  for (const question of Object.values(outline.question))
    found.set(question.lessonId, withQuestion(found.get(question.lessonId) ?? noPaper, question));
  return found;
}

/** How many questions a quiz draws for each sitting. */
export const drawnIn = ({ quiz }: Pick<Lesson, 'quiz'>): number =>
  (quiz?.draws ?? []).reduce((total, { count }) => total + count, 0);
