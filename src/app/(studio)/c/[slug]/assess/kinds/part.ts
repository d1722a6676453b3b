import type { BodyOf, QuestionKind } from '@/core/quiz';
import type { useDesk } from '../../_course/CourseProvider';

/** What the part of a kind is given to make a question with. */
export type MakingProps<K extends QuestionKind> = {
  readonly id: string;
  readonly body: BodyOf<K>;
  readonly onSave: (body: BodyOf<K>) => ReturnType<ReturnType<typeof useDesk>['store']['edit']>;
};
