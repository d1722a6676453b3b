import { randomBytes } from 'node:crypto';
import pino from 'pino';

export const log = pino({ level: process.env.MOSAIK_LOG ?? 'info', base: { process: process.env.MOSAIK_PROCESS ?? 'web' } });

/** Logs what nobody expected and gives back the reference number a person can quote. */
export function logUnexpected(error: unknown, where: string): string {
  const reference = randomBytes(4).toString('hex').toUpperCase();
  log.error({ err: error, reference, where }, 'unexpected');
  return reference;
}
