import type { QuizResult } from '../quiz';
import type { LessonProgress } from '../record';

/** What is recorded of one learner in a course: all that is needed beside the edition and the moment. */
export type LearnerRecords = {
  readonly progress: ReadonlyMap<string, LessonProgress>;
  /** Points in thousandths of the sittings handed in, by lesson, in the order they were begun. */
  readonly sittings: ReadonlyMap<string, readonly QuizResult[]>;
  /** What was handed in for each assignment, in order; drafts are no part of it. */
  readonly handIns: ReadonlyMap<string, readonly Work[]>;
  readonly decisions: ReadonlyMap<string, Decision>;
  readonly finished: boolean;
  /** Lessons whose password they have given. */
  readonly unlocked: ReadonlySet<string>;
};
/** Work handed in, with its mark once it has one: thousandths out of what it was worth in its own edition. */
export type Work = {
  readonly state: 'handed-in' | 'being-marked' | 'marked';
  readonly points: number | null;
  readonly of: number;
};
/** What staff decided for an item. */
export type Decision = {
  readonly kind: 'points' | 'excused';
  readonly points: number | null;
  readonly of: number;
  readonly reason: string;
};
export const noRecords: LearnerRecords = {
  progress: new Map(),
  sittings: new Map(),
  handIns: new Map(),
  decisions: new Map(),
  finished: false,
  unlocked: new Set(),
};
