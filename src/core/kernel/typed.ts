import { string } from 'yup';

/**
 * Words that somebody types: some, and so many at most. Space around them, which nobody sees, is no fault; whoever keeps
 * them takes it off.
 */
export const typedWords = (most: number, tooLong: string, missing: string) =>
  string()
    .required(missing)
    .max(most, tooLong)
    .test('words', missing, (words) => words.trim() !== '');
