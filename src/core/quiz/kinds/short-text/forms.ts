import { boolean, number } from 'yup';
import { onlyLine, type PartLine, partLine } from '../as-lines';
import { slips } from './distance';

/**
 * How closely words have to be one of some forms: whether large and small letters are told apart, and how many slips of
 * the pen are forgiven.
 */
export type Closeness = { readonly matchCase: boolean; readonly slips: number };

/** The fields of a body that say it. */
export const closeness = {
  matchCase: boolean().required(),
  slips: number()
    .typeError('Give the slips as a number.')
    .integer('Give a whole number of slips.')
    .min(0, 'At least 0 slips.')
    .max(5, 'At most 5 slips.')
    .required(),
};

/** A form as it is compared: composed, with single spaces, and in small letters where case does not matter. */
export const plain = (text: string, matchCase: boolean): string => {
  const one = text.normalize('NFC').trim().replace(/\s+/gu, ' ');
  return matchCase ? one : one.toLowerCase();
};

/** Whether what was typed is one of the accepted forms, or nearly. A form without words accepts nothing. */
export function isAccepted(accepted: readonly string[], typed: string, { matchCase, slips: most }: Closeness): boolean {
  const given = plain(typed, matchCase);
  const forms = accepted.map((form) => plain(form, matchCase)).filter((form) => form !== '');
  return forms.some((form) => slips(given, form, most) <= most);
}

/** How closely words have to fit, from the lines that say it; null when they say it in another way. */
export function closenessIn(lines: readonly PartLine[]): Closeness | null {
  const [count, letters] = [onlyLine(lines, 'slips'), onlyLine(lines, 'letters')];
  if (count === null || letters === null) return null;
  if (count !== undefined && !/^[0-5]$/.test(count)) return null;
  if (letters !== undefined && letters !== asWritten) return null;
  return { matchCase: letters !== undefined, slips: Number(count ?? 0) };
}

export const closenessLines = ({ matchCase, slips: most }: Closeness): readonly PartLine[] => [
  ...(most > 0 ? [partLine('slips', String(most))] : []),
  ...(matchCase ? [partLine('letters', asWritten)] : []),
];
const asWritten = 'as written';
