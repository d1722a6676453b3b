import { keysBefore, type Lesson, type Outline, type Question, questionsOf } from '@/core/outline';
import type { Draw } from '@/core/quiz';

/** A line of a paper in the making: a question, or what is drawn from the bank. */
export type PaperLine =
  | { readonly id: string; readonly order: string; readonly question: Question }
  | { readonly id: string; readonly order: string; readonly draw: Draw };

/** The lines of a paper, in their order. */
export const linesOf = (outline: Outline, lesson: Lesson): readonly PaperLine[] =>
  [
    ...questionsOf(outline, lesson.id).map((question) => ({ id: question.id, order: question.order, question })),
    ...(lesson.quiz?.draws ?? []).map((draw) => ({ id: draw.id, order: draw.order, draw })),
  ].toSorted((a, b) => (a.order < b.order ? -1 : Number(a.order > b.order)) || (a.id < b.id ? -1 : 1));

/** A key of order in front of a line, or at the end. */
export const keyBefore = (lines: readonly PaperLine[], id: string, before: string | null): string =>
  keysBefore(
    lines.filter((one) => one.id !== id),
    before,
    1,
  )?.[0] ?? '';
