import { expect, test } from 'vitest';
import { parsed } from './parse';
import { typedWords } from './typed';

test.each([
  ['words', null],
  [' with space around them \n', null],
  ['exactly ten', 'Too long, by far.'],
  ['0123456789', null],
  ['', 'Say something.'],
  [' \n\t', 'Say something.'],
])('what somebody types: %j', (typed, refused) => {
  const most = typed.startsWith(' with') ? 40 : 10;
  const found = parsed(typedWords(most, 'Too long, by far.', 'Say something.'), typed);
  expect(found.ok ? null : found.problem.sentence).toBe(refused);
});
