import { expect, test } from 'vitest';
import { personIdIn } from './ids';
import { findIn, pageIn, rowsBefore } from './page';

test.each([
  ['3', 3],
  ['0', 1],
  ['-1', 1],
  ['1e9', 1],
  ['9999999', 1],
  ['', 1],
  [undefined, 1],
  [['2', '3'], 1],
])('a page as an address names it: %j is %i', (words, page) => {
  expect(pageIn(words)).toBe(page);
});

test.each([
  [' two words ', 'two words'],
  ['x'.repeat(50_000), 'x'.repeat(100)],
  ['a\u0000b\n', 'ab'],
  [undefined, ''],
  [['a', 'b'], ''],
])('words as an address gives them: %j', (words, found) => {
  expect(findIn(words)).toBe(found);
});

test.each([
  ['crowd-12', 'crowd-12'],
  ['\u0000', null],
  ['a b', null],
  ['x'.repeat(65), null],
  [['a'], null],
])('a person as an address names them: %j', (words, id) => {
  expect(personIdIn(words)).toBe(id);
});

test('rows lie before a page', () => {
  expect([rowsBefore(1), rowsBefore(3), rowsBefore(3, 24)]).toEqual([0, 200, 48]);
});
