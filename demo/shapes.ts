import type { AssignmentSettings } from '../src/core/assignment';
import type { Attachment, LessonKind, LessonState, Medium } from '../src/core/outline';
import type { BodyOf, QuestionContent, QuestionKind, QuizSettings } from '../src/core/quiz';

/** How the sample courses are written down: short, and made whole by the seed. */
export type QuestionInput = {
  readonly [K in QuestionKind]: Omit<QuestionContent, 'kind' | 'body'> & { readonly kind: K; readonly body: BodyOf<K> };
}[QuestionKind];

/** A session; what is to be looked at before it and done afterwards, by title. */
export type LiveInput = {
  readonly day: number;
  readonly minutes: number;
  readonly before: readonly string[];
  readonly after: readonly string[];
  readonly plan: readonly (readonly [title: string, minutes: number])[];
};

export type Lesson = {
  readonly title: string;
  readonly kind: LessonKind;
  readonly state?: LessonState;
  readonly required?: boolean;
  readonly minutes?: number;
  readonly text?: string;
  readonly teaser?: string;
  readonly asks?: string;
  readonly mediums?: readonly Medium[];
  readonly note?: string;
  /** Name of a film or worksheet. */
  readonly file?: string;
  /** Names of films or worksheets attached to it, and what may be done with each. */
  readonly attached?: readonly {
    readonly file: string;
    readonly title: string;
    readonly access: Attachment['access'];
  }[];
  readonly weight?: number;
  readonly quiz?: QuizSettings;
  readonly assignment?: AssignmentSettings;
  readonly live?: LiveInput;
  readonly questions?: readonly QuestionInput[];
};
