import { fail, type Problem } from '@/core/kernel/problem';
import { log, logUnexpected } from './log';

type Coded = {
  readonly code?: unknown;
  readonly message?: unknown;
  readonly constraint?: unknown;
  readonly table?: unknown;
};

const causeOf = (error: unknown): Coded =>
  ((error instanceof Error && error.cause ? error.cause : error) ?? {}) as Coded;

const busy = 'The school has more to do at this moment than it can answer. Nothing was changed. Try again in a moment.';

/** Problems that stand behind an error's code: PostgreSQL's (appendix A) and the system's. */
const sentences: Record<string, readonly [Problem['code'], string]> = {
  // Somebody else was quicker.
  '23503': ['not-found', 'Something this belongs to is not there any more. Nothing was changed.'],
  '23505': ['conflict', 'This is there already. Nothing was changed.'],
  '23514': ['invalid', 'Something in this is longer, or other, than it may be. Nothing was changed.'],
  '22001': ['invalid', 'Something in this is longer than it may be. Nothing was changed.'],
  '22021': ['invalid', 'This holds characters that no text can hold. Nothing was changed.'],
  '22P05': ['invalid', 'This holds characters that no text can hold. Nothing was changed.'],
  '40001': ['busy', busy],
  '40P01': ['busy', busy],
  '53300': ['busy', busy],
  '55P03': ['busy', busy],
  '57014': [
    'busy',
    'This took too long and was stopped. Nothing was changed. Try again, with less at once if you can.',
  ],
  '57P01': ['busy', busy],
  '57P03': ['busy', busy],
  // See the keys of badges: the job process makes one as it begins.
  NO_KEY: ['busy', 'The school makes its key for badges just now. Try again in a minute.'],
  ECONNREFUSED: ['busy', busy],
  ECONNRESET: ['busy', busy],
  '53100': [
    'no-room',
    'The disk of the school is full, so nothing new can be kept. Reading goes on. Tell the owner of the school.',
  ],
  ENOSPC: [
    'no-room',
    'The disk of the school is full, so nothing new can be kept. Reading goes on. Tell the owner of the school.',
  ],
};
/** Codes behind which a fault of our own could hide: the person gets the sentence, the log a line. */
const suspicious = new Set(['23503', '23505', '23514', '22001']);

/** The problem an error stands for where it has a sentence of its own; null for what nobody expected. */
export function troubleOf(error: unknown, where: string): Problem | null {
  if (error instanceof RangeError && /call stack/.test(error.message))
    return fail('too-large', 'What was sent is nested too deeply. Nothing was changed.').problem;
  const { code, message, constraint, table } = causeOf(error);
  // The pool of connections has no code for this.
  if (typeof message === 'string' && /timeout exceeded when trying to connect|Connection terminated/.test(message))
    return fail('busy', busy).problem;
  const known = typeof code === 'string' ? sentences[code] : undefined;
  if (!known) return null;
  if (suspicious.has(code as string)) log.warn({ where, code, constraint, table }, 'refused by the database');
  return fail(...known).problem;
}

/** Any error as a problem: what is expected in its own words, everything else with a number that can be quoted. */
export const problemOf = (error: unknown, where: string): Problem =>
  troubleOf(error, where) ??
  fail(
    'unexpected',
    `Something went wrong on our side, and nothing was changed. If it happens again, quote ${logUnexpected(error, where)}.`,
  ).problem;
