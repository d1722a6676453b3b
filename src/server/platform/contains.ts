import { type SQL, sql } from 'drizzle-orm';

/**
 * Whether a text holds some words, in small letters or capitals; signs that mean something to a pattern mean
 * themselves.
 */
export const contains = (text: SQL, words: string): SQL =>
  sql`${text} ilike ${`%${words.replace(/[\\%_]/g, '\\$&')}%`}`;
