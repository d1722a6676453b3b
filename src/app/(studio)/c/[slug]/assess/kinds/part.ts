import type { Result } from '@/core/kernel/problem';
import type { BodyOf, QuestionKind } from '@/core/quiz';

/** What the part of a kind is given to make a question with. */
export type MakingProps<K extends QuestionKind> = {
  readonly id: string;
  readonly body: BodyOf<K>;
  readonly onSave: (body: BodyOf<K>) => Result<unknown>;
};
