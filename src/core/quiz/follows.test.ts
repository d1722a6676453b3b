import fc from 'fast-check';
import { expect, test } from 'vitest';
import { rational } from '../kernel/exact';
import { parsed } from '../kernel/parse';
import { type FollowFacts, type FollowWhen, followsRenamed, followText, followWhenSchema, holdsFor } from './follows';
import { quizSettingsSchema } from './schema';

const facts = (percent: number, part: Partial<FollowFacts> = {}): FollowFacts => ({
  ...{ share: rational(percent, 100), passed: percent >= 60, number: 1 },
  categories: [
    { category: 'Flow', points: 1000, of: 3000 },
    { category: 'Stones', points: 2000, of: 2000 },
    { category: 'Nothing', points: 0, of: 0 },
  ],
  ...part,
});

test.each<[when: FollowWhen, facts: FollowFacts, holds: boolean]>([
  [{ by: 'passed' }, facts(60), true],
  [{ by: 'passed' }, facts(59), false],
  [{ by: 'failed' }, facts(59), true],
  [{ by: 'band', from: 40, to: 60 }, facts(40), true],
  [{ by: 'band', from: 40, to: 60 }, facts(60), false],
  [{ by: 'band', from: 90, to: 100 }, facts(100), true],
  [{ by: 'attempt', number: 2 }, facts(10, { number: 2 }), true],
  [{ by: 'attempt', number: 2 }, facts(10, { number: 3 }), false],
  [{ by: 'attempt', number: 2 }, facts(80, { number: 2 }), false],
  // A third, in exact parts: 33.333 % is below it, 33.334 % is not.
  [{ by: 'category', category: 'Flow', below: 33.333 }, facts(50), false],
  [{ by: 'category', category: 'Flow', below: 33.334 }, facts(50), true],
  [{ by: 'category', category: 'Stones', below: 100 }, facts(50), false],
  [{ by: 'category', category: 'Nothing', below: 100 }, facts(50), false],
  [{ by: 'category', category: 'Gone', below: 100 }, facts(50), false],
])('a condition holds or not: %j', (when, own, holds) => {
  expect(holdsFor(when, own)).toBe(holds);
  expect(parsed(followWhenSchema, when)).toEqual({ ok: true, value: when });
});

test('passed or not: one of the two holds, and of bands side by side one', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 1, max: 99 }), (percent, edge) => {
      const own = facts(percent);
      expect(holdsFor({ by: 'passed' }, own)).toBe(!holdsFor({ by: 'failed' }, own));
      const low = holdsFor({ by: 'band', from: 0, to: edge }, own);
      expect(low).toBe(!holdsFor({ by: 'band', from: edge, to: 100 }, own));
    }),
  );
});

const id = '0190c0de-0000-7000-8000-000000000001';
test.each([
  [{ by: 'never' }],
  [{ by: 'band', from: -1, to: 50 }],
  [{ by: 'band', from: 0, to: 500 }],
  [{ by: 'attempt', number: 0 }],
  [{ by: 'attempt', number: 1.5 }],
  [{ by: 'passed', more: true }],
  [null],
  ['passed'],
  [{ by: 'constructor' }],
])('what is no condition is refused: %j', (when) => {
  expect(parsed(followWhenSchema, when).ok).toBe(false);
  const settings = { passPercent: 60, attempts: null, minutes: null, counts: 'best', shows: 'points' };
  const follows = [{ id, on: true, when, deeds: [] }];
  expect(parsed(quizSettingsSchema, { ...settings, follows }).ok).toBe(false);
  const odd = [{ id, on: true, when: { by: 'passed' }, deeds: [{ do: 'delete', of: id }] }];
  expect(parsed(quizSettingsSchema, { ...settings, follows: odd }).ok).toBe(false);
});

test('all of it in one sentence; a copy leaves out what names what is not there', () => {
  const follow = {
    ...{ id, on: true, when: { by: 'attempt', number: 2 } as const },
    deeds: [
      { do: 'message', text: 'Again' } as const,
      { do: 'open', of: 'there' } as const,
      { do: 'session', lessonId: 'gone', text: '' } as const,
    ],
  };
  expect(followText(follow, (one) => one.toUpperCase())).toBe(
    'When it is not passed at the 2nd attempt, a message goes to the learner, "THERE" opens and "GONE" is offered.',
  );
  expect(followText({ ...follow, deeds: [] }, (one) => one)).toMatch(/attempt, nothing happens yet\.$/);
  const [copy] = followsRenamed([follow], (one) => (one === 'there' ? 'new' : null));
  expect(copy?.deeds).toEqual([
    { do: 'message', text: 'Again' },
    { do: 'open', of: 'new' },
  ]);
});
