import fc from 'fast-check';
import { expect, test } from 'vitest';
import { besideOthers, ontoKept, partsOfOthers } from './index';

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

type Mark = { readonly id: string; readonly points: number | null; readonly remark: string };
const ids = ['a', 'b', 'c', 'd'];
const marksOf = fc.tuple(
  ...ids.map((id) =>
    fc.record({ id: fc.constant(id), points: fc.option(fc.nat(4)), remark: fc.constantFrom('', 'x', 'y') }),
  ),
);

test('of two who mark the same work at once nothing is undone; what both have changed is as the last has it', () => {
  fc.assert(
    fc.property(marksOf, marksOf, marksOf, fc.boolean(), (seen, one, other, isNew) => {
      // Before anything was marked nothing is kept, and each has seen blank marks.
      const from: readonly Mark[] = isNew ? seen.map(({ id }) => ({ id, points: null, remark: '' })) : seen;
      const part = ({ id }: Mark) => id;
      const first = ontoKept<Mark>(one, from, isNew ? [] : from, part);
      const both = ontoKept<Mark>(other, from, first, part);
      for (const [i, mark] of both.entries())
        for (const field of ['points', 'remark'] as const) {
          const [was, mine, theirs] = [from[i]?.[field], one[i]?.[field], other[i]?.[field]];
          expect(mark[field]).toBe(theirs === was ? mine : theirs);
        }
      // Sent again, on what has come back, it changes nothing.
      expect(ontoKept(both, both, both, part)).toEqual(both);
    }),
  );
});
