import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import { certificateNumber, type NumberPart, numberPartsSchema, usualNumber } from './index';

const bytes =
  (...given: number[]) =>
  (count: number) =>
    Uint8Array.from({ length: count }, (_, i) => given[i % given.length] ?? 0);

test.each<[readonly NumberPart[], string]>([
  [usualNumber, 'C-23ZZ-0182'],
  [[{ words: 'RIV/' }, { year: 4 }, { words: '/' }, { count: 1 }], 'RIV/2027/182'],
  [[{ year: 2 }, { count: 6 }, { random: 2 }], '2700018223'],
])('a number by its pattern: %j', (pattern, expected) => {
  expect(certificateNumber(pattern, 182, 2027, bytes(0, 1, 29, 59))).toBe(expected);
});

test('characters are drawn evenly: a byte that would make some likelier is drawn again', () => {
  const counts = new Map<string, number>();
  for (let byte = 0; byte < 256; byte += 1) {
    const first = { drawn: false };
    const letter = certificateNumber([{ random: 2 }, { count: 1 }], 1, 2027, (count) => {
      const own = first.drawn ? 0 : byte;
      first.drawn = true;
      return Uint8Array.from({ length: count }, () => own);
    })[0];
    // What was refused is drawn as the first letter.
    if (byte < 240) counts.set(letter ?? '', (counts.get(letter ?? '') ?? 0) + 1);
    else expect(letter).toBe('2');
  }
  expect(new Set(counts.values())).toEqual(new Set([8]));
  expect(counts.size).toBe(30);
});

const anyPart = fc.oneof(
  fc.constantFrom('A', 'RIV-', '/', '1', '-').map((words) => ({ words })),
  fc.integer({ min: 2, max: 5 }).map((random) => ({ random })),
  fc.constantFrom(2 as const, 4 as const).map((year) => ({ year })),
);
test('two counts never come to the same number, whatever the pattern, the year and what is drawn', () => {
  fc.assert(
    fc.property(
      fc.array(anyPart, { maxLength: 3 }),
      fc.array(anyPart, { maxLength: 3 }),
      fc.integer({ min: 1, max: 9 }),
      fc.uniqueArray(fc.oneof(fc.integer({ min: 1, max: 120 }), fc.integer({ min: 1, max: 999_999_999 })), {
        ...{ minLength: 2, maxLength: 30 },
      }),
      fc.infiniteStream(fc.integer({ min: 0, max: 239 })),
      (before, after, digits, counted, drawn) => {
        const random = (count: number) => Uint8Array.from({ length: count }, () => drawn.next().value ?? 0);
        const pattern: NumberPart[] = [...before, { count: digits }, ...after];
        const numbers = counted.map((count, i) => certificateNumber(pattern, count, 2027 + (i % 3), random));
        expect(new Set(numbers).size).toBe(numbers.length);
      },
    ),
  );
});

test.each<[string, unknown, string]>([
  ['without the count', [{ words: 'C-' }, { random: 4 }], 'Put the count into the number once'],
  ['with the count twice', [{ count: 4 }, { count: 4 }], 'Put the count into the number once'],
  ['with small letters', [{ words: 'riv' }, { count: 4 }], 'capital letters'],
  ['with words that break a line', [{ words: 'A\nB' }, { count: 4 }], 'capital letters'],
  ['too long', [{ random: 12 }, { random: 12 }, { random: 12 }, { count: 4 }], 'within 40 characters'],
  ['of nine parts', [...Array(8).fill({ words: '-' }), { count: 1 }], 'at most eight parts'],
])('a pattern %s is refused', (_name, pattern, sentence) => {
  const read = parsed(numberPartsSchema, pattern);
  expect(read.ok ? '' : read.problem.sentence).toContain(sentence);
});
