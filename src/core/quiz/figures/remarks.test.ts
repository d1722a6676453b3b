import { expect, test } from 'vitest';
import { isWrongWayRound, remarksOn } from './remarks';
import type { ChoiceFigures, QuestionFigures, Thirds } from './types';

const plain: Omit<QuestionFigures, 'remarks'> = {
  ...{ id: 'q', kind: 'one', prompt: 'Which?', points: 1000, seconds: null },
  ...{ asked: 100, open: 0, right: 50, share: 0.5, tells: 0.4 },
  ...{ thirds: [10, 80, 10], openThirds: [0, 0, 0], choices: null, answers: { listed: [], different: 0 } },
};
const choice = (text: string, right: boolean, ...thirds: Thirds): ChoiceFigures => ({ id: text, text, right, thirds });

/** Each remark with figures just within and just outside what is remarked on. */
test.each<[what: string, part: Partial<QuestionFigures>, remarks: readonly string[]]>([
  ['nothing', {}, []],
  ['tells just enough', { tells: 0.15 }, []],
  ['hardly tells', { tells: 0.149 }, ['look Hardly tells']],
  ['nothing to tell by', { tells: null }, []],
  ['one standard error below nothing', { tells: -0.1 }, ['look Hardly tells']],
  ['more than one', { tells: -0.101 }, ['wrong Those who know']],
  ['kind, but not too kind', { share: 0.95 }, []],
  ['too kind', { share: 0.951 }, ['look Nearly everybody']],
  ['nobody wholly right, many in part', { right: 0, share: 0.2 }, []],
  ['nobody right', { right: 0, share: 0.19 }, ['wrong Nobody has it']],
  ['a third open', { asked: 99, open: 33 }, []],
  ['more than a third open', { asked: 99, open: 34 }, ['look Many leave']],
  ['half of the best elsewhere', { choices: [choice('a', true, 5, 40, 5), choice('b', false, 5, 40, 5)] }, []],
  [
    'most of the best elsewhere',
    { choices: [choice('a', true, 6, 40, 4), choice('b', false, 4, 40, 6)] },
    ['wrong The best third'],
  ],
  [
    'as many of the best at what is right as well',
    { choices: [choice('a', true, 6, 40, 6), choice('b', false, 4, 40, 6)] },
    [],
  ],
  [
    'an option nobody takes, of few papers',
    { asked: 29, choices: [choice('a', true, 5, 20, 4), choice('b', false, 0, 0, 0)] },
    [],
  ],
  [
    'an option nobody takes',
    { asked: 30, choices: [choice('a', true, 5, 20, 5), choice('b', false, 0, 0, 0)] },
    ['look Nobody chooses'],
  ],
  ['a right option nobody takes', { asked: 30, choices: [choice('a', true, 0, 0, 0)] }, []],
  ['too few papers for anything', { asked: 14, tells: -1, share: 1 }, []],
])('what figures say against a question: %s', (_what, part, remarks) => {
  const found = remarksOn({ ...plain, ...part }).map(({ level, sentence }) => `${level} ${sentence}`);
  expect(found.map((one, i) => one.slice(0, remarks[i]?.length))).toEqual(remarks);
});

test.each([
  [100, -0.101, true],
  [100, -0.1, false],
  [14, -1, false],
  [15, -1, true],
  [100, null, false],
])('of %i papers, telling apart by %s is the wrong way round: %s', (asked, tells, is) => {
  expect(isWrongWayRound({ asked, tells })).toBe(is);
});
