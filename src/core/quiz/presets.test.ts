import fc from 'fast-check';
import { expect, test } from 'vitest';
import { presetChanges, presetOf, withPreset } from './presets';
import type { QuizSettings } from './types';

const plain: QuizSettings = { passPercent: 60, attempts: null, minutes: null, counts: 'best', shows: 'points' };
const draw = {
  id: 'd',
  order: 'a0',
  categoryId: null,
  from: 1,
  to: 3,
  tags: [],
  count: 2,
  points: 1000,
  unseen: true,
} as const;

test.each<[name: string, before: Partial<QuizSettings>, after: Partial<QuizSettings>, changes: string[]]>([
  ['nothing', {}, {}, []],
  ['what is meant where nothing is said', { goesBack: true, shuffles: 'nothing', says: ['points', 'number'] }, {}, []],
  [
    'a pass mark and a limit',
    {},
    { passPercent: 0, minutes: 20 },
    ['Pass mark: 60 % → none', 'Time limit: none → 20 min'],
  ],
  ['bands', { bands: [{ id: 'b', from: 0, to: 50, text: 'Again' }] }, {}, ['Bands: 0 to 50 %: Again → none']],
])('what a preset would change is told in words: %s', (_name, before, after, changes) => {
  const told = presetChanges({ ...plain, ...before }, { ...plain, ...after });
  expect(told.map((one) => `${one.name}: ${one.before} → ${one.after}`)).toEqual(changes);
});

test('applied, nothing of it is left to be changed, and what belongs to the quiz alone stays', () => {
  const settings = fc.record(
    {
      ...{
        passPercent: fc.nat(100),
        attempts: fc.option(fc.integer({ min: 1, max: 9 })),
        minutes: fc.option(fc.nat(90)),
      },
      ...{ counts: fc.constantFrom('best', 'mean', 'first', 'last'), shows: fc.constantFrom('points', 'nothing') },
      ...{
        goesBack: fc.boolean(),
        judges: fc.boolean(),
        waitHours: fc.nat(48),
        shuffles: fc.constantFrom('both', 'options'),
      },
    },
    { requiredKeys: ['passPercent', 'attempts', 'minutes', 'counts', 'shows'] },
  ) as fc.Arbitrary<QuizSettings>;
  fc.assert(
    fc.property(settings, settings, (quiz, other) => {
      const own = { ...quiz, draws: [draw], showsFrom: '2027-03-01T00:00:00Z' };
      const applied = withPreset(own, presetOf(other));
      expect(presetChanges(applied, presetOf(other))).toEqual([]);
      expect([applied.draws, applied.showsFrom]).toEqual([own.draws, own.showsFrom]);
      expect(withPreset(applied, presetOf(own))).toEqual(own);
    }),
  );
});
