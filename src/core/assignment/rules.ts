import { boolean, number, object } from 'yup';
import { fail, ok, type Result } from '../kernel/problem';
import { countdown, Temporal } from '../kernel/time';
import { instantOf, type LearnerClock, timeRuleSchema } from '../release';
import type { AssignmentSettings } from './types';

const whole = (sentence: string) => number().typeError(sentence).integer(sentence);

export const assignmentSettingsSchema = object({
  points: whole('Give the points as a number.')
    .min(0, 'Points are at least 0.')
    .max(1_000_000, 'Give at most 1,000 points.')
    .required(),
  passPoints: whole('Give the pass mark as a number.')
    .min(0, 'A pass mark is at least 0.')
    .max(1_000_000, 'Give at most 1,000 points.')
    .required(),
  takesText: boolean().required(),
  files: whole('Give a whole number of files.').min(0, 'At least 0 files.').max(20, 'At most 20 files.').required(),
  megabytes: whole('Give whole megabytes.')
    .min(1, 'Allow at least 1 MB, or no files at all.')
    .max(100, 'Allow at most 100 MB a file.')
    .required(),
  due: timeRuleSchema,
  takesLate: boolean().required(),
  attempts: whole('Give a whole number of attempts.')
    .min(1, 'Allow at least one attempt.')
    .max(20, 'Allow at most 20 attempts.')
    .required(),
}).noUnknown();

const mostCharacters = 200_000;

/** When the work is due for a learner, and whether a moment is past it. */
export function lateness(settings: AssignmentSettings, clock: LearnerClock, now: Temporal.Instant) {
  const due = settings.due ? instantOf(settings.due, clock) : null;
  return { due, isLate: due !== null && Temporal.Instant.compare(now, due) > 0 };
}

/** Whether words that are handed in can be taken, by their length. */
export function checkText(text: string): Result<null> {
  return text.length > mostCharacters
    ? fail(
        'too-large',
        `Your text has ${text.length.toLocaleString('en-GB')} characters; hand in at most 200,000, or attach a file.`,
        'text',
      )
    : ok(null);
}

/** Whether an assignment takes so many files at once. */
export function checkFileCount(settings: AssignmentSettings, count: number): Result<null> {
  if (settings.files === 0 && count > 0) return fail('invalid', 'This assignment takes text only.', 'files');
  return count > settings.files
    ? fail('invalid', `Hand in at most ${settings.files} ${settings.files === 1 ? 'file' : 'files'}.`, 'files')
    : ok(null);
}

/** Whether work may be handed in now. `before` counts what was handed in before. */
export function mayHandIn(
  settings: AssignmentSettings,
  work: { readonly text: string; readonly files: number; readonly before: number },
  clock: LearnerClock,
  now: Temporal.Instant,
): Result<{ readonly isLate: boolean }> {
  if (work.before >= settings.attempts) {
    return fail(
      'closed',
      settings.attempts === 1
        ? 'You have handed this in.'
        : `You have handed this in ${settings.attempts} times, as often as it is allowed.`,
    );
  }
  const { isLate } = lateness(settings, clock, now);
  if (isLate && !settings.takesLate)
    return fail('too-late', 'The time to hand in has passed, and late work is not taken. Your draft is kept.');
  const text = settings.takesText ? checkText(work.text) : ok(null);
  if (!text.ok) return text;
  const files = checkFileCount(settings, work.files);
  if (!files.ok) return files;
  if (work.files === 0 && (!settings.takesText || work.text.trim() === '')) {
    return fail(
      'invalid',
      settings.files > 0 ? 'Write something or add a file before you hand in.' : 'Write something before you hand in.',
      'text',
    );
  }
  return ok({ isLate });
}

/** `due in 3 days`, `was due 2 hours ago`. */
export function dueText(due: Temporal.Instant, now: Temporal.Instant): string {
  const left = countdown(due, now);
  if (left) return `due in ${left}`;
  const since = countdown(now, due);
  return since ? `was due ${since} ago` : 'due now';
}
