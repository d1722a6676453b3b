import { expect, test } from 'vitest';
import { formulasIn, wordParts } from './formulas';

test.each([
  ['no formula', 'Only words, (in brackets)', ['Only words, (in brackets)']],
  ['one among words', 'Is \\(a^2\\) even?', ['Is ', ['a^2'], ' even?']],
  ['two beside one another', '\\( a \\)\\(b\\)', [['a'], ['b']]],
  ['over two lines', 'x \\(a\n+b\\)', ['x ', ['a\n+b']]],
  ['never closed', 'x \\(a + b', ['x \\(a + b']],
  ['nothing', '', ['']],
])('formulas stand between their signs: %s', (_what, text, expected) => {
  expect(wordParts(text).map((part) => ('tex' in part ? [part.tex] : part.words))).toEqual(expected);
});

test('formulas are found wherever they stand, each once; many signs are read all the same', () => {
  expect(formulasIn({ prompt: '\\(a\\)', options: [{ text: '\\(b\\) \\(a\\)' }, null, 3] })).toEqual(['a', 'b']);
  expect(wordParts('\\('.repeat(20_000))).toHaveLength(1);
});
