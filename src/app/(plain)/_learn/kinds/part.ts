import type { AnswerOf, DecimalSign, QuestionKind, ShownOf } from '@/core/quiz';
import type { Formulas } from '@/ui/text/formulas';

/** What the part of a kind is given to take an answer with. */
export type AnswerProps<K extends QuestionKind> = {
  readonly id: string;
  readonly shown: ShownOf<K>;
  /** The formulas in what is shown. */
  readonly formulas: Formulas;
  readonly answer: AnswerOf<K> | undefined;
  readonly decimals: DecimalSign;
  /** `delay`: milliseconds after which it is sent, if nothing else is answered before. */
  readonly onAnswer: (answer: AnswerOf<K>, delay: number) => void;
};

/** How long typing has to pause until what was typed is sent. */
export const typingMs = 500;
