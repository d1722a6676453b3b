import { randomBytes } from 'node:crypto';
import { v7 } from 'uuid';

/** Ids in the order they were made (UUID version 7, RFC 9562). */
export const newId = (): string => v7();

/** 128 random bits for addresses that must not be guessed. */
export const newToken = (): string => randomBytes(16).toString('base64url');
