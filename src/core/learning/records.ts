import type { Belongs, QuizResult } from '../quiz';
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
  /** When sections and lessons were opened for them alone by hand, in milliseconds, by id. */
  readonly opened: ReadonlyMap<string, number>;
  /** Until when they may use the course, where that was granted to them alone; milliseconds. */
  readonly accessUntil: number | null;
  /** The cohort they are in, and their tags: what a quiz may be for. */
  readonly belongs: Belongs;
};
/** Work handed in, with its mark once it has one: thousandths out of what it was worth in its own edition. */
export type Work = {
  readonly state: 'handed-in' | 'being-marked' | 'marked';
  readonly points: number | null;
  readonly of: number;
  /** Percent of its points that lateness takes off; none where it does not say. */
  readonly latePercent?: number;
  /** When it was handed in, and when it was marked: instants, ISO 8601. */
  readonly at?: string | undefined;
  readonly markedAt?: string | null | undefined;
};
/** What staff decided for an item. */
export type Decision = {
  readonly kind: 'points' | 'excused';
  readonly points: number | null;
  readonly of: number;
  readonly reason: string;
  /** When it was decided: an instant, ISO 8601. */
  readonly at?: string | undefined;
};
export const noRecords: LearnerRecords = {
  progress: new Map(),
  sittings: new Map(),
  handIns: new Map(),
  decisions: new Map(),
  finished: false,
  unlocked: new Set(),
  opened: new Map(),
  accessUntil: null,
  belongs: { cohortId: null, tags: [] },
};
