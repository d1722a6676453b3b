import { expect, test } from 'vitest';
import { fittingTold, isFor, toldCounts } from './index';

test.each([
  ['nobody named', undefined, { cohortId: null, tags: [] }, true],
  ['empty lists', { cohorts: [], tags: [] }, { cohortId: null, tags: [] }, true],
  ['in the cohort', { cohorts: ['a'], tags: [] }, { cohortId: 'a', tags: [] }, true],
  ['in another cohort', { cohorts: ['a'], tags: [] }, { cohortId: 'b', tags: ['a'] }, false],
  ['on their own', { cohorts: ['a'], tags: [] }, { cohortId: null, tags: [] }, false],
  ['by a tag', { cohorts: ['a'], tags: ['boat'] }, { cohortId: 'b', tags: ['tent', 'boat'] }, true],
  ['by a tag in other letters', { cohorts: [], tags: ['boat'] }, { cohortId: null, tags: ['Boat'] }, false],
])('a quiz is for somebody: %s', (_name, whom, belongs, is) => {
  expect(isFor(whom, belongs)).toBe(is);
});

const asks = {
  why: 'To know.',
  questions: [
    { id: 'river', when: 'before' as const, prompt: 'Which?', options: ['Wend', 'Low Beck'] },
    { id: 'hard', when: 'after' as const, prompt: 'What was hard?', options: [] },
    { id: 'mute', when: 'after' as const, prompt: ' ', options: [] },
  ],
};

test.each([
  [
    { river: 'Wend', hard: ' the float ' },
    { river: 'Wend', hard: 'the float' },
  ],
  [{ river: 'Sea', hard: '' }, {}],
  [{ mute: 'x', toString: 'x', nowhere: 'x' }, {}],
])('of what is said only what answers a question is taken: %j', (told, kept) => {
  expect(fittingTold(asks, told as never)).toEqual(kept);
});

test('answers are counted, those to choose from also where nobody has', () => {
  const counts = toldCounts(asks.questions, [{ river: 'Low Beck' }, { river: 'Low Beck', hard: 'b' }, { hard: 'a' }]);
  expect(counts.map(({ answers }) => answers)).toEqual([
    [
      ['Low Beck', 2],
      ['Wend', 0],
    ],
    [
      ['a', 1],
      ['b', 1],
    ],
    [],
  ]);
});
