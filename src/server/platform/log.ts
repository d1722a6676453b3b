import { randomBytes } from 'node:crypto';
import pino, { type DestinationStream } from 'pino';
import { logFile } from './log-file';

/**
 * What a log may say of an error: what kind it is and where, never with which values. A statement's parameters
 * are people's names, words and session tokens, and PostgreSQL quotes them in its messages and details.
 */
export function errorForLog(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error };
  const { code, severity, table, constraint, routine, syscall } = error as Error & {
    readonly [field: string]: unknown;
  };
  const isDatabase = severity !== undefined || 'query' in error || 'params' in error;
  const facts = Object.fromEntries(
    Object.entries({ code, table, constraint, routine, syscall }).filter(([, value]) => typeof value === 'string'),
  );
  return {
    type: error.name,
    message: isDatabase ? withoutValues(error.message) : error.message.slice(0, 2000),
    ...facts,
    // The first line of a stack is the message again.
    stack: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12)
      .join('\n'),
    ...(error.cause === undefined ? {} : { cause: errorForLog(error.cause) }),
  };
}

/** A message of the database without what was quoted in it, and without what comes after `params:`. */
const withoutValues = (message: string): string =>
  message
    .replace(/\s*params:[\s\S]*$/i, '')
    .replace(/"[^"]*"|'[^']*'/g, '…')
    .slice(0, 2000);

const destination = (): DestinationStream | undefined =>
  process.env.MOSAIK_LOG_FILE ? logFile(process.env.MOSAIK_LOG_FILE) : undefined;

const kept = globalThis as typeof globalThis & { mosaikLog?: pino.Logger };

/** One for a process, whichever of its bundles asks: two would turn the same file over. */
kept.mosaikLog ??= pino(
  {
    level: process.env.MOSAIK_LOG ?? 'info',
    base: { process: process.env.MOSAIK_PROCESS ?? 'web' },
    serializers: { err: errorForLog },
  },
  destination() ?? pino.destination({ sync: false }),
);
export const log = kept.mosaikLog;

/** Logs what nobody expected and gives back the reference number a person can quote. */
export function logUnexpected(error: unknown, where: string): string {
  const reference = randomBytes(4).toString('hex').toUpperCase();
  log.error({ err: error, reference, where }, 'unexpected');
  return reference;
}

/**
 * The framework prints errors by itself, with everything in them; from now on its lines go where ours go, and as ours.
 */
export function takeOverConsole(): void {
  const say =
    (level: 'info' | 'warn' | 'error') =>
    (...words: unknown[]) => {
      const error = words.find((one) => one instanceof Error);
      const text = words.filter((one) => typeof one === 'string').join(' ');
      log[level](error ? { err: error } : {}, error ? 'framework' : withoutValues(text));
    };
  console.log = say('info');
  console.info = say('info');
  console.warn = say('warn');
  console.error = say('error');
}
