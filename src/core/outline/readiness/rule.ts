import type { MediaFacts } from '../../media';
import type { Fault } from '../../release';
import type { OutlineEdit } from '../edit-types';
import type { Course, Lesson, LessonKind, Outcome, Outline, OutlineTable, Question, Section } from '../types';
import type { Starts } from './starts';

/**
 * A rule looks at one thing of a course and says what is to be settled before publishing, or is worth a
 * look. It is pure, knows why it is there, and where it can it brings the edit that puts things right.
 */
export type Stage = 'plan' | 'build' | 'release' | 'assess' | 'award';
export type Level = 'settle' | 'look';
export type Fix = { readonly label: string; readonly edit: OutlineEdit };

/** Something that stands in the way of publishing, or is worth a look, with its place and its fix. */
export type Finding = {
  readonly rule: string;
  readonly level: Level;
  readonly sentence: string;
  readonly place: { readonly table: OutlineTable; readonly id: string; readonly stage: Stage };
  readonly fix?: Fix;
};

/** What rules may look at, put together once for all of them. */
export type Context = {
  readonly outline: Outline;
  readonly course: Course;
  readonly media: ReadonlyMap<string, MediaFacts>;
  readonly sections: readonly Section[];
  readonly lessonsIn: ReadonlyMap<string, readonly Lesson[]>;
  readonly questionsIn: ReadonlyMap<string, readonly Question[]>;
  readonly outcomes: readonly Outcome[];
  /** Lessons that would be published, in order. */
  readonly shown: readonly Lesson[];
  /** How many lessons bear each title, in small letters. */
  readonly titles: ReadonlyMap<string, number>;
  /** Outcomes some lesson teaches, and some question or assessment asks for. */
  readonly taught: ReadonlySet<string>;
  readonly assessed: ReadonlySet<string>;
  minutes(lesson: Lesson): number;
  /** The lessons that wait for each other, where a lesson is one of them. */
  circleOf(lessonId: string): readonly string[] | null;
  /**
   * What of the plan does not work for somebody who starts on a Monday, by its rule and lesson; of nothing: of the
   * whole plan.
   */
  faults(rule: string, lessonId: string): readonly Fault[];
  /** When things open and are due, for learners there could be. */
  readonly starts: Starts;
  /** Full points of a graded lesson, in thousandths. */
  worthOf(lesson: Lesson): number;
};

export type Said = { readonly sentence: string; readonly fix?: Fix };
export type Rule<T> = {
  readonly id: string;
  readonly level: Level;
  readonly stage: Stage;
  /** Why it is worth telling, for docs/readiness.md. */
  readonly reason: string;
  /** What puts it right, for docs/readiness.md. */
  readonly remedy: string;
  /** For rules over lessons: only these kinds. */
  readonly kinds?: readonly LessonKind[];
  readonly check: (one: T, context: Context) => Said | null | false;
};

/** The edit that sets fields of a record: what most fixes are. */
export const set = (table: OutlineTable, id: string, fields: { readonly [field: string]: unknown }): OutlineEdit => ({
  do: 'set',
  table,
  id,
  fields,
});
/** Several settings as one step. */
export const setAll = (
  table: OutlineTable,
  all: readonly (readonly [string, { readonly [field: string]: unknown }])[],
): OutlineEdit => ({
  do: 'all',
  edits: all.map(([id, fields]) => ({ do: 'set', table, id, fields })),
});
