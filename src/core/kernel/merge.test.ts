import fc from 'fast-check';
import { expect, test } from 'vitest';
import { same } from './change';
import { merged } from './merge';

const quiz = { pass: 50, attempts: 2, shows: { when: 'end', what: 'points' } };

test.each<[string, unknown, unknown, unknown, unknown]>([
  ['different parts', quiz, { ...quiz, pass: 60 }, { ...quiz, attempts: 3 }, { ...quiz, pass: 60, attempts: 3 }],
  [
    'parts within a part',
    quiz,
    { ...quiz, shows: { ...quiz.shows, when: 'never' } },
    { ...quiz, shows: { ...quiz.shows, what: 'all' } },
    { ...quiz, shows: { when: 'never', what: 'all' } },
  ],
  ['a part taken away and another added', { a: 1, b: 2 }, { b: 2 }, { a: 1, b: 2, c: 3 }, { b: 2, c: 3 }],
  ['the same change twice', { a: 1 }, { a: 2 }, { a: 2 }, { a: 2 }],
  ['the same part, differently', { a: 1 }, { a: 2 }, { a: 3 }, null],
  ['a part that one changed and the other took away', { a: { b: 1 } }, { a: { b: 2 } }, {}, null],
  ['words', 'one', 'two', 'three', null],
  ['lists', ['a'], ['a', 'b'], ['a', 'c'], null],
  ['nothing before', null, { a: 1 }, { b: 1 }, null],
])('%s', (_name, before, mine, theirs, expected) => {
  expect(merged(before, mine, theirs)?.value ?? null).toEqual(expected);
});

const parts = fc.dictionary(
  fc.constantFrom('a', 'b', 'c'),
  fc.oneof(fc.integer({ max: 2, min: 0 }), fc.dictionary(fc.constantFrom('x', 'y'), fc.boolean())),
);

test('who changes nothing keeps nobody from changing, the order of the two does not matter, and no part is made up', () => {
  fc.assert(
    fc.property(parts, parts, parts, (before, mine, theirs) => {
      expect(merged(before, mine, before)?.value).toEqual(mine);
      expect(merged(before, before, theirs)?.value).toEqual(theirs);
      const both = merged(before, mine, theirs);
      expect(merged(before, theirs, mine)).toEqual(both);
      for (const [part, value] of Object.entries((both?.value ?? {}) as typeof mine))
        if (typeof value !== 'object') expect([mine[part], theirs[part]].some((one) => same(one, value))).toBe(true);
    }),
    { numRuns: 1000 },
  );
});
