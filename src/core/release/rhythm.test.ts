import { expect, test } from 'vitest';
import { partText, type Rhythm, rhythmText, usualGap } from './rhythm';

const weekly: Rhythm = {
  ...{ unit: 'section', lessons: 1, begins: [], at: '09:00', firstAtOnce: true, gap: 4, breaks: [] },
  every: { by: 'weeks', count: 1, weekdays: [1] },
};
const on = (count: number, ...weekdays: number[]) => ({ by: 'weeks', count, weekdays }) as const;
const days = (count: number) => ({ by: 'days', count }) as const;
const rest = { from: '2027-04-01', to: '2027-04-07', name: 'Spring' };

test.each<[Partial<Rhythm>, string]>([
  [{}, 'One section every Monday 09:00'],
  [{ every: on(1, 2, 5) }, 'One section every Tuesday and Friday 09:00'],
  [{ every: on(2, 1, 3, 7) }, 'One section every 2 weeks on Monday, Wednesday and Sunday 09:00'],
  [{ every: days(1) }, 'One section every day 09:00'],
  [{ every: days(10), at: '18:30' }, 'One section every 10 days 18:30'],
  [{ unit: 'lessons' }, 'One lesson every Monday 09:00'],
  [{ unit: 'lessons', lessons: 3 }, '3 lessons every Monday 09:00'],
  [{ unit: 'laid', begins: ['b', 'c'] }, '3 parts laid out by minutes, one every Monday 09:00'],
  [{ breaks: [rest] }, 'One section every Monday 09:00, skipping 1 break'],
  [{ breaks: [rest, rest] }, 'One section every Monday 09:00, skipping 2 breaks'],
])('a rhythm in words: %j', (part, words) => {
  expect(rhythmText({ ...weekly, ...part })).toBe(words);
});

test.each<[string, Partial<Rhythm>, number, string]>([
  ['the first at once', {}, 0, 'at start'],
  ['the first on its day', { firstAtOnce: false }, 0, 'part 1, Mon 09:00'],
  ['a later one', {}, 4, 'part 5, Mon 09:00'],
  ['on one of several days it is not known which', { every: on(1, 1, 4) }, 2, 'part 3, 09:00'],
  ['by days likewise', { every: days(3) }, 1, 'part 2, 09:00'],
])('when a part opens, where no learner is looked at: %s', (_name, part, index, words) => {
  expect(partText({ ...weekly, ...part }, index)).toBe(words);
});

test.each([
  [1, 4],
  [2, 7],
  [4, 14],
])('the second part usually waits half the way of %i weeks', (weeks, gap) => {
  expect(usualGap(weeks)).toBe(gap);
});
