import fc from 'fast-check';
import { expect, test } from 'vitest';
import { keepableJson } from './plain-text';

test.each([
  ['words', 'words'],
  ['a\u0000b', 'ab'],
  ['half \ud83d a pair', 'half \ufffd a pair'],
  ['a whole \ud83d\ude00 pair', 'a whole \ud83d\ude00 pair'],
  [{ 'k\u0000': ['\u0000', { deep: 'x\udc00' }] }, { k: ['', { deep: 'x\ufffd' }] }],
  [7, 7],
  [null, null],
])('%j can be kept as %j', (given, kept) => {
  expect(keepableJson(given)).toEqual(kept);
});

test('what can be kept comes back as the same value, and what comes back can be kept', () => {
  fc.assert(
    fc.property(fc.jsonValue({ stringUnit: 'binary' }), (value) => {
      const kept = keepableJson(value);
      expect(keepableJson(kept)).toBe(kept);
      const words = JSON.stringify(value);
      if (!/\\u0000|\\ud[89a-f]/.test(words)) expect(kept).toBe(value);
      else expect(JSON.stringify(kept)).not.toMatch(/\\u0000|\\ud[89a-f]/);
    }),
  );
});
