import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mostPatternLetters, readPattern } from './pattern';

const matches = (pattern: string, text: string, matchCase = true) => {
  const read = readPattern(pattern, matchCase);
  if (!read.ok) throw new Error(read.problem.sentence);
  return read.value.matches(text);
};

describe('patterns', () => {
  it.each([
    ['riffles?', 'riffle', true],
    ['riffles?', 'riffless', false],
    ['riffle', 'a riffle', false],
    ['(left|right) bank', 'right bank', true],
    ['[A-C][0-9]{2,3}', 'B12', true],
    ['[A-C][0-9]{2,3}', 'B1', false],
    ['[^0-9]+', 'weir', true],
    ['[^0-9]+', 'w3ir', false],
    ['\\d+(\\.\\d+)?', '12.5', true],
    ['\\d+(\\.\\d+)?', '12.', false],
    ['\\p{Lu}\\w*', 'Öland', true],
    ['a.c', 'a\nc', false],
    ['\\[x\\]', '[x]', true],
    ['[a\\-z]', '-', true],
    ['[a\\-z]', 'b', false],
    ['', '', true],
    ['(a|)b', 'b', true],
    ['x{3}', 'xxx', true],
    ['x{2,}', 'x', false],
    ['e\u0301t\u00e9', '\u00e9te\u0301', true],
    ['[😀-😂]', '😁', true],
  ])('%s and %s: %s', (pattern, text, is) => {
    expect(matches(pattern, text)).toBe(is);
  });

  it.each([
    ['(a', 'A round bracket that opens is never closed.'],
    ['a)', 'A round bracket closes that was never opened.'],
    ['[a', 'A square bracket that opens is never closed.'],
    ['*a', 'Before * nothing stands that could come so often. Write \\* for the sign.'],
    ['a{5,2}', 'How often is written as {2}, {2,} or {2,5}.'],
    ['a{2000}', 'How often is at most 100 times.'],
    ['[z-a]', 'The range from z goes the wrong way.'],
    ['a\\', 'A pattern cannot end with a backslash.'],
    ['\\q', '\\q says nothing in a pattern.'],
    ['\\p{Nothing}', 'The class \\p{Nothing} is none.'],
    ['((((a+)+)+)+)+', 'What comes several times stands within itself more than 3 times.'],
    ['a'.repeat(mostPatternLetters + 1), `Keep a pattern under ${mostPatternLetters} characters.`],
  ])('%s is none: %s', (pattern, sentence) => {
    const read = readPattern(pattern, true);
    expect(!read.ok && read.problem.sentence).toBe(sentence);
  });

  it('large and small letters are one where that is wished, also in what is written for others', () => {
    for (const [pattern, text] of [
      ['ri(ff|f)le', 'RIFFLE'],
      ['[a-f]x', 'CX'],
      ['STRAßE', 'straße'],
    ] as const) {
      expect(matches(pattern, text, false)).toBe(true);
      const read = readPattern(pattern, false);
      expect(read.ok && new RegExp(`^(?:${read.value.caseless})$`, 'u').test(text)).toBe(true);
    }
  });

  it('agrees with the engine of the language, for patterns both can read', () => {
    const letter = fc.constantFrom('a', 'b', 'A', '.', '[ab]', '[^a]', '\\d', '\\s');
    const pattern = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { maxDepth: 3 },
        letter,
        fc.tuple(tie('node'), tie('node')).map(([a, b]) => `${a}${b}`),
        fc.tuple(tie('node'), tie('node')).map(([a, b]) => `(${a}|${b})`),
        fc
          .tuple(tie('node'), fc.constantFrom('?', '*', '+', '{2}', '{1,3}', '{2,}'))
          .map(([a, times]) => `(${a})${times}`),
      ),
    })).node;
    fc.assert(
      fc.property(pattern, fc.string({ unit: fc.constantFrom('a', 'b', 'A', '1', ' '), maxLength: 8 }), (own, text) => {
        const read = readPattern(own, true);
        fc.pre(read.ok);
        if (!read.ok) return;
        expect(read.value.matches(text)).toBe(new RegExp(`^(?:${own})$`, 'u').test(text));
      }),
    );
  });

  it('patterns that make others take for ever are not tried out in every way: the test comes to its end', () => {
    const text = `${'a'.repeat(199)}!`;
    for (const own of ['(a+)+b', '(a|aa)*b', '(a*)*(a*)*(a*)*b', '((a?){100}){100}b', '(.*)(.*)(.*)(.*)(.*)x'])
      expect(matches(own, text)).toBe(false);
  });
});
