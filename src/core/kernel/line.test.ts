import { expect, test } from 'vitest';
import { line } from './line';
import { parsed } from './parse';

test.each([
  ['words', null],
  [' with space around them \n', null],
  ['exactly ten', 'Too long, by far.'],
  ['0123456789', null],
  ['', 'Say something.'],
  [' \n\t', 'Say something.'],
])('what somebody types: %j', (typed, refused) => {
  const most = typed.startsWith(' with') ? 40 : 10;
  const found = parsed(line(most, 'Too long, by far.', 'Say something.'), typed);
  expect(found.ok ? null : found.problem.sentence).toBe(refused);
});
