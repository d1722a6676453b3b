import { compare, rational, subtract, zero } from '../../../kernel/exact';
import { type ChoiceAnswer, type ChoiceBody, choice, exampleOptions, optionLines, type ShownChoice } from '../choice';
import type { Kind } from '../kind';

/**
 * Several choices, with part marks: the share of right options chosen less the share of wrong options
 * chosen, not below nothing, so that ticking everything earns nothing.
 */
export const several: Kind<ChoiceBody, ChoiceAnswer, ShownChoice> = {
  ...choice,
  title: 'Several choices',
  // One alone that is right is read as one choice, where nothing else is said.
  lines: optionLines(() => true),
  share: ({ options }, answer) => {
    const chosen = new Set(answer.chosen);
    const right = options.filter((option) => option.right);
    const wrong = options.filter((option) => !option.right);
    if (right.length === 0) return zero;
    const hits = right.filter((option) => chosen.has(option.id)).length;
    const misses = wrong.filter((option) => chosen.has(option.id)).length;
    const share = subtract(rational(hits, right.length), wrong.length > 0 ? rational(misses, wrong.length) : zero);
    return compare(share, zero) > 0 ? share : zero;
  },
  instruction: 'Several may be right. What is wrong takes away.',
  examples: [
    { name: 'all', body: exampleOptions('abc', 'de'), answer: { chosen: ['a', 'b', 'c'] }, share: '1/1' },
    { name: 'two of three', body: exampleOptions('abc', 'de'), answer: { chosen: ['a', 'b'] }, share: '2/3' },
    {
      name: 'two right and one of two wrong',
      body: exampleOptions('abc', 'de'),
      answer: { chosen: ['a', 'b', 'd'] },
      share: '1/6',
    },
    {
      name: 'everything ticked',
      body: exampleOptions('abc', 'de'),
      answer: { chosen: ['a', 'b', 'c', 'd', 'e'] },
      share: '0/1',
    },
    { name: 'only wrong', body: exampleOptions('abc', 'de'), answer: { chosen: ['d', 'e'] }, share: '0/1' },
    { name: 'one named twice', body: exampleOptions('abc', 'de'), answer: { chosen: ['a', 'a', 'a'] }, share: '1/3' },
    { name: 'nothing chosen', body: exampleOptions('abc', 'de'), answer: { chosen: [] }, share: null },
  ],
};
