import { expect, test } from 'vitest';
import { besideOthers, partsOfOthers } from './index';

const holders = [
  { partId: 'depth', markerId: 'temi', name: 'Temi' },
  { partId: 'slope', markerId: 'ngaire', name: 'Ngaire' },
];

test.each([
  ['what is with others is left to them', 'temi', 'aoife', null, ['slope']],
  ['to somebody with nothing, all of it is', 'marek', 'aoife', null, ['depth', 'slope']],
  ['nobody marks their own: it is with nobody', 'temi', 'ngaire', null, []],
  ['a piece that was given to somebody is theirs as a whole', 'temi', 'aoife', 'temi', []],
])('parts of others: %s', (_name, markerId, learnerId, sharedTo, expected: readonly string[]) => {
  const others = partsOfOthers(holders, markerId, { learnerId, sharedTo });
  expect(others.map(({ partId }) => partId)).toEqual(expected);
  const mark = (id: string, points: number) => ({ id, points });
  const kept = [mark('depth', 1), mark('slope', 2), mark('words', 3)];
  const given = [mark('depth', 10), mark('slope', 20), mark('words', 30)];
  const both = besideOthers(given, kept, ({ id }) => id, others);
  const pointsOf = (id: string) => both.find((one) => one.id === id)?.points;
  for (const { id, points } of kept) expect(pointsOf(id)).toBe(expected.includes(id) ? points : points * 10);
});
