import { array, boolean, number, object, string } from 'yup';
import { hostOf } from '../kernel/host';
import { numberText } from '../kernel/locale';
import { fail, ok, type Result } from '../kernel/problem';
import { countdown, Temporal } from '../kernel/time';
import { instantOf, type LearnerClock, timeRuleSchema } from '../release';
import { criteriaSchema } from './criteria';
import { fileKinds, fileKindsText, takesType } from './file-kinds';
import { lastMoment, latePercent, lateSchema, usualLate } from './late';
import { type AssignmentSettings, recordings, releasing } from './types';

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
  kinds: array().of(string().oneOf(fileKinds).required()).max(fileKinds.length, 'Choose each kind once.'),
  takesLink: boolean(),
  minutes: whole('Give the minutes as a number.')
    .min(1, 'Allow at least one minute.')
    .max(44_640, 'Allow at most 44,640 minutes, which are 31 days.')
    .nullable(),
  late: lateSchema.default(undefined).optional(),
  criteria: criteriaSchema,
  model: string().max(50_000, 'Keep the model answer under 50,000 characters.'),
  showsModel: boolean(),
  releases: string().oneOf(releasing),
  hidesNames: boolean(),
  takesRecording: string()
    .oneOf([...recordings])
    .nullable(),
}).noUnknown();

const mostCharacters = 200_000;

/** The earlier of two moments, where there are any. */
function earlier(a: Temporal.Instant | null, b: Temporal.Instant | null): Temporal.Instant | null {
  if (a === null || b === null) return a ?? b;
  return Temporal.Instant.compare(a, b) < 0 ? a : b;
}

/** How handing in stands at a moment. */
export type Lateness = {
  /** When it is due, by its day or by the time that is allowed; null for never. */
  readonly due: Temporal.Instant | null;
  readonly isLate: boolean;
  /** Until when late work is taken; null where that has no end, or where it is not taken at all. */
  readonly until: Temporal.Instant | null;
  /** Whether work is taken at all now. */
  readonly isTaken: boolean;
  /** Percent of the points reached that lateness takes off. */
  readonly percent: number;
};

/**
 * When the work is due for a learner, and what a moment means for it. `begunAt`: when they began it, where time is
 * counted from then; null before.
 */
export function lateness(
  settings: AssignmentSettings,
  clock: LearnerClock,
  now: Temporal.Instant,
  begunAt: Temporal.Instant | null = null,
): Lateness {
  const limit = settings.minutes && begunAt ? begunAt.add({ minutes: settings.minutes }) : null;
  const due = earlier(settings.due ? instantOf(settings.due, clock) : null, limit);
  const isLate = due !== null && Temporal.Instant.compare(now, due) > 0;
  const rule = settings.late ?? usualLate;
  const until = due && settings.takesLate ? lastMoment(rule, due) : null;
  const isOver = until !== null && Temporal.Instant.compare(now, until) > 0;
  return {
    ...{ due, isLate, until },
    isTaken: !isLate || (settings.takesLate && !isOver),
    percent: isLate && due ? latePercent(rule, due, now) : 0,
  };
}

/** Whether something can be the address that is handed in. */
export function checkLink(settings: AssignmentSettings, link: string): Result<null> {
  if (link.trim() === '') return ok(null);
  if (!settings.takesLink) return fail('invalid', 'This assignment takes no address.', 'link');
  return link.length <= 2000 && hostOf(link.trim()) !== null
    ? ok(null)
    : fail('invalid', 'Give an address that begins with https://, for example https://river.example/report.', 'link');
}

/** Whether a file of a type is one that is taken. */
export const checkFileType = ({ kinds = [], takesRecording }: AssignmentSettings, type: string): Result<null> =>
  takesType(kinds, type) || (takesRecording && /^(audio|video)\//.test(type))
    ? ok(null)
    : fail('invalid', `Here you hand in ${fileKindsText(kinds)}.`, 'files');

/** Whether words that are handed in can be taken, by their length. */
export function checkText(text: string): Result<null> {
  return text.length > mostCharacters
    ? fail(
        'too-large',
        `Your text has ${numberText(text.length)} characters; hand in at most 200,000, or attach a file.`,
        'text',
      )
    : ok(null);
}

/** How many files there can be at most: a recording is one more. */
const mostFiles = ({ files, takesRecording }: AssignmentSettings): number => files + (takesRecording ? 1 : 0);

/** Whether an assignment takes so many files at once. */
export function checkFileCount(settings: AssignmentSettings, count: number): Result<null> {
  const most = mostFiles(settings);
  if (most === 0 && count > 0) return fail('invalid', 'This assignment takes text only.', 'files');
  return count > most
    ? fail('invalid', `Hand in at most ${most} ${most === 1 ? 'file' : 'files'}.`, 'files')
    : ok(null);
}

/**
 * What holds for the next piece of work. Who was let hand in once more, after another look at a result, does so whenever
 * they like: what was due is long over then.
 */
export function rulesForNext(settings: AssignmentSettings, before: number, granted: number): AssignmentSettings {
  if (granted === 0) return settings;
  const attempts = settings.attempts + granted;
  return before < settings.attempts ? { ...settings, attempts } : { ...settings, attempts, due: null, minutes: null };
}

/** Whether work may be handed in now. `before` counts what was handed in before. */
export function mayHandIn(
  settings: AssignmentSettings,
  work: {
    readonly text: string;
    readonly link: string;
    readonly files: number;
    readonly before: number;
    readonly begunAt: Temporal.Instant | null;
  },
  clock: LearnerClock,
  now: Temporal.Instant,
): Result<{ readonly isLate: boolean; readonly percent: number }> {
  if (work.before >= settings.attempts) {
    return fail(
      'closed',
      settings.attempts === 1
        ? 'You have handed this in.'
        : `You have handed this in ${settings.attempts} times, as often as it is allowed.`,
    );
  }
  const { isLate, isTaken, percent } = lateness(settings, clock, now, work.begunAt);
  if (!isTaken)
    return fail(
      'too-late',
      settings.takesLate
        ? 'The time until which late work is taken has passed. Your draft is kept.'
        : 'The time to hand in has passed, and late work is not taken. Your draft is kept.',
    );
  const text = settings.takesText ? checkText(work.text) : ok(null);
  if (!text.ok) return text;
  const files = checkFileCount(settings, work.files);
  if (!files.ok) return files;
  const link = checkLink(settings, work.link);
  if (!link.ok) return link;
  const hasText = settings.takesText && work.text.trim() !== '';
  const hasLink = settings.takesLink === true && work.link.trim() !== '';
  if (work.files === 0 && !hasText && !hasLink) {
    const ways = [
      ...(settings.takesText ? ['write something'] : []),
      ...(settings.files > 0 ? ['add a file'] : []),
      ...(settings.takesRecording ? ['make a recording'] : []),
      ...(settings.takesLink ? ['give an address'] : []),
    ].join(' or ');
    return fail('invalid', `${ways.charAt(0).toUpperCase()}${ways.slice(1)} before you hand in.`, 'text');
  }
  return ok({ isLate, percent });
}

/** `due in 3 days`, `was due 2 hours ago`. */
export function dueText(due: Temporal.Instant, now: Temporal.Instant): string {
  const left = countdown(due, now);
  if (left) return `due in ${left}`;
  const since = countdown(now, due);
  return since ? `was due ${since} ago` : 'due now';
}
