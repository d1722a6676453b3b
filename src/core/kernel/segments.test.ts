import fc from 'fast-check';
import { expect, test } from 'vitest';
import { wordSegments } from './segments';

const plainly = new Intl.Segmenter('und', { granularity: 'word' });
const parts = (text: string) => Array.from(wordSegments(text), ({ segment }) => segment);

test('nothing is lost, and short texts are divided as the segmenter does', () => {
  const letter = fc.constantFrom('a', ' ', '\n', '.', '水', '位', 'é', '👩🏽‍🔬', 'ก', '\u0301');
  fc.assert(
    fc.property(fc.array(letter, { maxLength: 400 }), (letters) => {
      const text = letters.join('');
      expect(parts(text).join('')).toBe(text);
      expect(parts(text)).toEqual(Array.from(plainly.segment(text), ({ segment }) => segment));
    }),
  );
});

test.each([
  ['with blanks between its words', 'weir '.repeat(3000), 3000],
  ['of one word', 'w'.repeat(5000), 3],
  ['in a script without blanks', '水位を測る。'.repeat(2000), 3 * 2000],
])('a long text %s: as many words as it has, or one more at each end of a stretch', (_name, text, words) => {
  const found = Array.from(wordSegments(text)).filter(({ isWordLike }) => isWordLike).length;
  expect(found).toBe(words);
  expect(parts(text).join('')).toBe(text);
});

test('no character is cut in two', () => {
  const text = '𠮷'.repeat(3000);
  expect(parts(text).every((part) => !/[\uD800-\uDBFF]$|^[\uDC00-\uDFFF]/.test(part))).toBe(true);
});
