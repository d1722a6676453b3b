import { number, string } from 'yup';

const shape = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** Whether a text is an id of ours (a UUID of any version, RFC 9562, in small letters). */
export const isId = (value: unknown): value is string => typeof value === 'string' && shape.test(value);

export const idSchema = string().required('An id is missing.').matches(shape, 'This is not an id.');

export const optionalId = string().matches(shape, 'This is not an id.').nullable().defined();

const mostCount = 2_147_483_647;

/** A number that something is counted with (editions, revisions): a whole number that a column of 32 bits holds. */
export const countSchema = number()
  .integer('This is not a whole number.')
  .min(0, 'This is below 0.')
  .max(mostCount, 'This number is too large.')
  .required('A number is missing.');

/** The id of a person, which the sign-in library gives, as an address names it; null when it can be none. */
export const personIdIn = (words: unknown): string | null =>
  typeof words === 'string' && /^[\w-]{1,64}$/.test(words) ? words : null;
