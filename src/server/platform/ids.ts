import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';

/** Ids in the order they were made (UUID version 7, RFC 9562). */
export const newId = (): string => v7();

/** 128 random bits for addresses that must not be guessed. */
export const newToken = (): string => randomBytes(16).toString('base64url');

/** The id that follows from a seed and another id (UUID version 8, RFC 9562): the same for the same two. */
export function derivedId(seed: string, of: string): string {
  const sum = createHash('sha256').update(`${seed} ${of}`).digest('hex');
  return `${sum.slice(0, 8)}-${sum.slice(8, 12)}-8${sum.slice(13, 16)}-${((Number.parseInt(sum.slice(16, 17), 16) & 3) | 8).toString(16)}${sum.slice(17, 20)}-${sum.slice(20, 32)}`;
}
