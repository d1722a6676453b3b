import { pointsInWords } from '@/core/kernel/exact';
import {
  kindOf,
  type QuestionContent,
  type QuestionKind,
  type QuestionMedia,
  type QuizSettings,
  type ShownOf,
} from '@/core/quiz';
import type { Formulas } from '@/ui/text/formulas';

/** A question as it may be seen before it is answered: nothing in it says what is right. */
export type PaperQuestion = {
  readonly id: string;
  readonly kind: QuestionKind;
  readonly prompt: string;
  readonly points: string;
  readonly category: string;
  readonly media: QuestionMedia | null;
  /** What its kind lets be seen. */
  readonly shown: ShownOf<QuestionKind>;
  /** Whether an answer can be judged at once, by a rule. */
  readonly isJudged: boolean;
  /** How parts of an answer count; null where it is all or nothing. */
  readonly instruction: string | null;
  readonly hint: string;
  /** The formulas in it, set, where the server has set them. */
  readonly formulas: Formulas;
};

/** What is shown with a question. */
export type Says = NonNullable<QuizSettings['says']>;
export const usualSays: Says = ['number', 'points'];

type Asked = QuestionContent & { readonly id: string };

/** A question as it may be seen before it is answered. */
export const paperQuestion = ({ id, kind, prompt, category, points, body, media, hint }: Asked): PaperQuestion => ({
  id,
  kind,
  prompt,
  // What nobody judges says so by its instruction.
  points: kindOf(kind).judgedBy === 'nobody' ? '' : pointsInWords(points),
  category,
  media,
  shown: kindOf(kind).shown(body),
  isJudged: kindOf(kind).judgedBy === undefined,
  instruction: kindOf(kind).instruction ?? null,
  hint,
  formulas: {},
});
