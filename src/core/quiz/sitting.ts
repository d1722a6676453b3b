import { fail, ok, type Result } from '../kernel/problem';
import { Temporal } from '../kernel/time';
import type { QuizSettings } from './types';

/** One attempt at a quiz, as the server remembers it. */
export type Sitting = {
  readonly startedAt: Temporal.Instant;
  /** Null: no time limit. */
  readonly deadline: Temporal.Instant | null;
  readonly handedInAt: Temporal.Instant | null;
};

/** Seconds an answer may be under way when the time is up. */
export const graceSeconds = 3;

/** When a sitting that begins at an instant has to be handed in; null where there is no limit. */
export const deadlineFor = (settings: QuizSettings, startedAt: Temporal.Instant): Temporal.Instant | null =>
  settings.minutes === null ? null : startedAt.add({ minutes: settings.minutes });

/** Whether a sitting has been begun, not handed in, and has time left. */
export const isUnderWay = (sitting: Sitting, now: Temporal.Instant) =>
  sitting.handedInAt === null && !isOverdue(sitting, now);

/** Time is up and it was not handed in: it is handed in as it is. */
export const isOverdue = (sitting: Sitting, now: Temporal.Instant) =>
  sitting.handedInAt === null &&
  sitting.deadline !== null &&
  Temporal.Instant.compare(now, sitting.deadline.add({ seconds: graceSeconds })) > 0;

/** Whether another sitting may begin, given how many there have been. */
export function mayBegin(settings: QuizSettings, sittings: readonly Sitting[]): Result<{ readonly number: number }> {
  if (settings.attempts !== null && sittings.length >= settings.attempts) {
    const times = settings.attempts === 1 ? 'once' : `${settings.attempts} times`;
    return fail('closed', `This quiz can be taken ${times}, and you have done so.`);
  }
  return ok({ number: sittings.length + 1 });
}

/** Whether an answer that arrives now still counts. */
export function mayAnswer(sitting: Sitting, now: Temporal.Instant): Result<null> {
  if (sitting.handedInAt) return fail('too-late', 'This sitting has been handed in. Your answers up to then are kept.');
  if (isOverdue(sitting, now)) {
    return fail(
      'too-late',
      'The time was up before this answer arrived. The answers given before were handed in as they were.',
    );
  }
  return ok(null);
}
