import { string } from 'yup';

/**
 * A line of words that has to be given, of at most `most` characters. White space around it is no fault of
 * the person who typed it: it is let through here, and taken away by whoever keeps the line.
 */
export const line = (most: number, tooLong: string, missing: string) =>
  string()
    .max(most, tooLong)
    .required(missing)
    .test('words', missing, (value) => value.trim() !== '');
