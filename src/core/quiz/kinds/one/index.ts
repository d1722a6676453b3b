import { rational, zero } from '../../../kernel/exact';
import { type ChoiceAnswer, type ChoiceBody, choice, exampleOptions, optionLines, type ShownChoice } from '../choice';
import type { Kind } from '../kind';

/** One choice: one of several options, all or nothing. */
export const one: Kind<ChoiceBody, ChoiceAnswer, ShownChoice> = {
  ...choice,
  title: 'One choice',
  lines: optionLines((right) => right < 2),
  share: ({ options }, { chosen }) => {
    const [id, ...others] = new Set(chosen);
    return others.length === 0 && options.some((option) => option.right && option.id === id) ? rational(1) : zero;
  },
  rules: [
    ...choice.rules,
    {
      id: 'question-many-right',
      level: 'look',
      reason: 'With one choice, any of several right options earns all points.',
      remedy: 'Make it several choices, or leave one option right.',
      check: ({ options }, name) => {
        const right = options.filter((option) => option.right).length;
        return (
          right > 1 && {
            sentence: `${name}: one choice, but ${right} options are right; any of them earns the points.`,
            fix: { label: 'Make it several choices', fields: { kind: 'several' } },
          }
        );
      },
    },
  ],
  examples: [
    { name: 'right', body: exampleOptions('a', 'bc'), answer: { chosen: ['a'] }, share: '1/1' },
    { name: 'wrong', body: exampleOptions('a', 'bc'), answer: { chosen: ['b'] }, share: '0/1' },
    { name: 'both ticked by hand', body: exampleOptions('a', 'bc'), answer: { chosen: ['a', 'b'] }, share: '0/1' },
    { name: 'nothing chosen', body: exampleOptions('a', 'bc'), answer: { chosen: [] }, share: null },
  ],
};
