import type { LessonKind } from '@/core/outline';

/** What the Run stage shows of a course, as its address names it. */
export const runViews = ['grades', 'progress', 'certificates'] as const;
export type RunView = (typeof runViews)[number];

export type GradeColumn = {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  /** Null for a column of the gradebook's own. */
  readonly kind: LessonKind | null;
  readonly weight: number;
  readonly of: number;
};
export type GradeCell = {
  readonly id: string;
  readonly state: 'points' | 'waiting' | 'missing' | 'excused' | 'hidden';
  readonly points: string | null;
  /** What the points are out of: what it was worth when it was marked, in thousandths. */
  readonly of: number;
  readonly passed: boolean | null;
  readonly why: string;
  readonly decision: {
    readonly kind: 'points' | 'excused';
    readonly points: number | null;
    readonly reason: string;
  } | null;
};
/** A course as somebody took it before they began anew. */
export type EarlierRow = {
  readonly number: number;
  /** From when to when. */
  readonly when: string;
  readonly grade: string;
  readonly certificate: string | null;
};
export type RunRow = {
  readonly learnerId: string;
  /** The how-manieth time it is that they take the course. */
  readonly number: number;
  readonly earlier: readonly EarlierRow[];
  readonly name: string;
  readonly email: string;
  readonly cohort: string | null;
  readonly cohortId: string | null;
  /** The last day on which they alone may use the course, where that was granted. */
  readonly accessUntil: string | null;
  readonly tags: readonly string[];
  readonly started: string;
  readonly hasStarted: boolean;
  readonly squares: readonly ('closed' | 'empty' | 'begun' | 'done')[];
  readonly done: number;
  readonly next: string | null;
  readonly grade: string;
  readonly sum: string;
  readonly complete: boolean;
  readonly missing: readonly string[];
  readonly certificate: string | null;
  /** Why the certificate was withdrawn; null while it holds. */
  readonly withdrawn: string | null;
  /** Whether the course awards one at all. */
  readonly mayBeAwarded: boolean;
  readonly cells: readonly GradeCell[];
};
export type Award = {
  readonly id: string;
  readonly learnerId: string;
  readonly number: string;
  readonly token: string;
  readonly holder: string;
  readonly issued: string;
  /** The quiz it is for, with its course; null for the course as a whole. */
  readonly quiz: string | null;
  readonly grade: string | null;
  readonly withdrawn: string | null;
  /** Its last day; null: it holds without end. */
  readonly expires: string | null;
};
