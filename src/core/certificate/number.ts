import { array, lazy, number, object, type Schema, string } from 'yup';

/** Letters and digits that cannot be taken for one another when read aloud or copied by hand. */
const letters = '23456789ABCDEFGHJKMNPQRSTVWXYZ';

/**
 * A part of the pattern of numbers: words as they are, characters drawn at random, the year of issue in the school's
 * zone, or the count of the school's certificates, filled up with zeros to so many digits.
 */
export type NumberPart =
  | { readonly words: string }
  | { readonly random: number }
  | { readonly year: 2 | 4 }
  | { readonly count: number };

export const usualNumber: readonly NumberPart[] = [{ words: 'C-' }, { random: 4 }, { words: '-' }, { count: 4 }];

/** The longest number a pattern may come to, with a count of nine digits. */
export const longestNumber = 40;
const lengthOf = (part: NumberPart) => {
  if ('words' in part) return part.words.length;
  if ('random' in part) return part.random;
  return 'year' in part ? part.year : Math.max(9, part.count);
};

const partSchema = lazy((value: unknown) => {
  const given = (value ?? {}) as object;
  if ('words' in given)
    return object({
      words: string()
        .matches(/^[A-Z0-9/.-]{1,12}$/, 'Use one to twelve capital letters, digits, hyphens, points or strokes.')
        .required('Use one to twelve capital letters, digits, hyphens, points or strokes.'),
    }).noUnknown();
  if ('random' in given)
    return object({
      random: number().integer().min(2, 'At least 2 characters.').max(12, 'At most 12 characters.').required(),
    }).noUnknown();
  if ('year' in given) return object({ year: number().oneOf([2, 4]).required() }).noUnknown();
  return object({
    count: number().integer().min(1, 'At least 1 digit.').max(9, 'At most 9 digits.').required(),
  }).noUnknown();
}) as unknown as Schema<NumberPart>;

/** What may be parts; what is none at all is told by its own schema. */
const partsIn = (parts: readonly unknown[] | undefined): readonly NumberPart[] =>
  (parts ?? []).filter((part): part is NumberPart => typeof part === 'object' && part !== null);

/**
 * A pattern holds the count: it is what tells every number from every other one, whatever else is drawn. Without
 * something drawn at random numbers could be guessed by counting; that is the school's to decide.
 */
export const numberPartsSchema = array()
  .of(partSchema)
  .max(8, 'A number has at most eight parts.')
  .test(
    'count',
    'Put the count into the number once; without it two could be the same.',
    (parts) => partsIn(parts).filter((part) => 'count' in part).length === 1,
  )
  .test(
    'long',
    `Keep a number within ${longestNumber} characters.`,
    (parts) => partsIn(parts).reduce((sum, part) => sum + lengthOf(part), 0) <= longestNumber,
  )
  .required() as unknown as Schema<readonly NumberPart[]>;

/**
 * A certificate's number by its pattern. `count`: which of the school's certificates it is, drawn once; `random`: a
 * source of bytes, one for each character; `year`: of the issue.
 */
export function certificateNumber(
  pattern: readonly NumberPart[],
  count: number,
  year: number,
  random: (bytes: number) => Uint8Array,
): string {
  return pattern
    .map((part) => {
      if ('words' in part) return part.words;
      if ('random' in part) return drawn(part.random, random);
      return 'year' in part ? String(year).padStart(4, '0').slice(-part.year) : String(count).padStart(part.count, '0');
    })
    .join('');
}

/** Characters of which each is as likely as every other: a byte too large to be shared out evenly is drawn again. */
function drawn(length: number, random: (bytes: number) => Uint8Array): string {
  const most = 256 - (256 % letters.length);
  let text = '';
  while (text.length < length)
    for (const byte of random(length)) if (byte < most && text.length < length) text += letters[byte % letters.length];
  return text;
}

/** A number as it might be, for a preview. */
export const sampleNumber = (pattern: readonly NumberPart[], year: number): string =>
  certificateNumber(pattern, 182, year, (bytes) => Uint8Array.from({ length: bytes }, (_, i) => (i * 37 + 25) % 240));
