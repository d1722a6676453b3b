import type { LookOutcome } from '../assignment';
import type { NamedLesson } from './occasion';

/** What is known of each thing that somebody is told of, when it happens. Moments in milliseconds since 1970. */
export type Facts = {
  readonly enrolled: {
    readonly cohort: string | null;
    /** When the course begins for them. */
    readonly startsAt: number;
  };
  readonly opens: {
    /** In the order of the course. */
    readonly lessons: readonly NamedLesson[];
    /** They have asked to be told of it. */
    readonly wished: boolean;
  };
  readonly 'session-soon': { readonly lesson: NamedLesson; readonly startsAt: number; readonly minutes: number };
  readonly 'session-moved': {
    readonly lesson: NamedLesson;
    readonly from: number;
    /** Null: it does not take place. */
    readonly to: number | null;
  };
  readonly marked: {
    readonly lesson: NamedLesson;
    /** They have had a mark for it before. */
    readonly again: boolean;
  };
  readonly 'looked-again': { readonly lesson: NamedLesson; readonly outcome: LookOutcome };
  readonly 'quiz-result': {
    readonly lesson: NamedLesson;
    readonly sittingId: string;
    /** Whether they may see what it has come to. */
    readonly isShown: boolean;
    /** It was handed in because its time was up. */
    readonly timeUp: boolean;
  };
  readonly 'result-shown': { readonly lesson: NamedLesson; readonly sittingId: string };
  readonly 'from-result': {
    readonly lesson: NamedLesson;
    readonly text: string;
    /** The session that is offered. */
    readonly offer: NamedLesson | null;
  };
  readonly 'staff-told': {
    readonly lesson: NamedLesson;
    /** The name of the learner it is about. */
    readonly about: string;
    readonly text: string;
  };
  readonly 'seat-free': { readonly cohort: string; readonly startsAt: number };
  readonly 'access-ends': { readonly endsAt: number };
  readonly certificate: { readonly number: string; readonly token: string };
};
export type OccasionName = keyof Facts;
