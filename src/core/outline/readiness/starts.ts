import type { LearnerClock, TimeRule } from '../../release';

/**
 * When things open and are due for learners there could be: one who starts on each day of a week in the morning,
 * and one who starts late in an evening. Rules that compare times ask this, and so the release engine itself,
 * instead of comparing one rule with another.
 */
export type Starts = {
  /**
   * Milliseconds since 1970, one for each start, at which a section or lesson opens, at the earliest where it waits for
   * something.
   */
  opens(id: string): readonly number[];
  /** The same for a rule, for example of when something is due. */
  at(rule: TimeRule): readonly number[];
  /** The clock of the first of them. */
  readonly first: LearnerClock;
  /** How many starts are looked at. */
  readonly count: number;
};

/** How many of the first moments lie before the second ones. */
export const countBefore = (a: readonly number[], b: readonly number[]): number =>
  a.filter((ms, i) => ms < (b[i] ?? Number.NEGATIVE_INFINITY)).length;
