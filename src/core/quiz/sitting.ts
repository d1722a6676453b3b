import { longCountdown } from '../kernel/countdown';
import { fail, ok, type Result } from '../kernel/problem';
import { Temporal } from '../kernel/time';
import { counted } from '../kernel/words';
import type { QuestionContent, QuizSettings } from './types';

/** One attempt at a quiz, as the server remembers it. */
export type Sitting = {
  readonly startedAt: Temporal.Instant;
  /** Null: no time limit. */
  readonly deadline: Temporal.Instant | null;
  readonly handedInAt: Temporal.Instant | null;
};

/** Seconds an answer may be under way when the time is up. */
export const graceSeconds = 3;

/**
 * When a sitting that begins at an instant has to be handed in; null where there is no limit. `extra`: minutes that one
 * person has beyond it.
 */
export const deadlineFor = (settings: QuizSettings, startedAt: Temporal.Instant, extra = 0): Temporal.Instant | null =>
  settings.minutes === null ? null : startedAt.add({ minutes: settings.minutes + extra });

/** Whether a sitting has been begun, not handed in, and has time left. */
export const isUnderWay = (sitting: Sitting, now: Temporal.Instant) =>
  sitting.handedInAt === null && !isOverdue(sitting, now);

/** Time is up and it was not handed in: it is handed in as it is. */
export const isOverdue = (sitting: Sitting, now: Temporal.Instant) =>
  sitting.handedInAt === null &&
  sitting.deadline !== null &&
  Temporal.Instant.compare(now, sitting.deadline.add({ seconds: graceSeconds })) > 0;

/** Whether another sitting may begin now, given those there have been, in their order. */
export function mayBegin(
  settings: QuizSettings,
  sittings: readonly Sitting[],
  now: Temporal.Instant,
): Result<{ readonly number: number }> {
  if (settings.attempts !== null && sittings.length >= settings.attempts) {
    const times = settings.attempts === 1 ? 'once' : `${settings.attempts} times`;
    return fail('closed', `This quiz can be taken ${times}, and you have done so.`);
  }
  const last = sittings.at(-1);
  const ended = last && (last.handedInAt ?? last.deadline);
  const opens = ended?.add({ hours: settings.waitHours ?? 0 });
  const left = opens ? longCountdown(opens.epochMilliseconds - now.epochMilliseconds) : null;
  if (left !== null) return fail('closed', `You can take it again in ${left}.`);
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

/** The pages of a paper, each with its questions in their order. */
export function pagesOf<Q extends Pick<QuestionContent, 'category'>>(
  settings: Pick<QuizSettings, 'pages'>,
  questions: readonly Q[],
): readonly (readonly Q[])[] {
  switch (settings.pages ?? 'all') {
    case 'all':
      return questions.length === 0 ? [] : [questions];
    case 'single':
      return questions.map((question) => [question]);
    case 'category': {
      // In the order in which categories come first; within each, in that of the paper.
      const names = [...new Set(questions.map(({ category }) => category))];
      return names.map((name) => questions.filter(({ category }) => category === name));
    }
  }
}

/** Whether one can go back on a paper: always where it is one page. */
export const canGoBack = (settings: Pick<QuizSettings, 'pages' | 'goesBack'>): boolean =>
  (settings.pages ?? 'all') === 'all' || (settings.goesBack ?? true);

/** Whether a paper may be handed in with so many questions open. */
export const mayHandIn = (settings: Pick<QuizSettings, 'mustAnswer'>, open: number): Result<null> =>
  settings.mustAnswer && open > 0
    ? fail('invalid', `Every question has to be answered first: ${counted(open, 'is', 'are')} still open.`)
    : ok(null);
