import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply, type Change, fingerprint, patch, reverse, type Tables } from './change';
import { netChanges } from './net';

const order = ['top', 'below'];
type Act = { readonly table: string; readonly id: string; readonly field: string; readonly value: number | null };

/** A history of makings, settings and removals, as they could really follow each other. */
function history(acts: readonly Act[], start: Tables): { changes: Change[]; end: Tables } {
  const changes: Change[] = [];
  let now = start;
  for (const { table, id, field, value } of acts) {
    const record = now[table]?.[id];
    const added: Change = { table, id, before: null, after: { id, a: 0, b: 0, [field]: value } };
    const changed = (there: NonNullable<typeof record>): Change | null =>
      value === null ? { table, id, before: there, after: null } : patch(table, id, there, { [field]: value });
    const change = record ? changed(record) : added;
    if (!change) continue;
    changes.push(change);
    now = apply(now, [change]);
  }
  return { changes, end: now };
}

const act = fc.record({
  table: fc.constantFrom(...order),
  id: fc.constantFrom('1', '2', '3'),
  field: fc.constantFrom('a', 'b'),
  value: fc.option(fc.integer({ min: 0, max: 3 })),
});
const start: Tables = { top: { 1: { id: '1', a: 0, b: 0 } }, below: { 2: { id: '2', a: 1, b: 1 } } };
/** A field that is not there and one that is empty are the same. */
const plain = (tables: Tables) => fingerprint(tables);

test('the net of a history leads where the history leads, and its reverse leads back', () => {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
      const { changes, end } = history(acts, start);
      const net = netChanges(changes, order);
      expect(plain(apply(start, net))).toBe(plain(end));
      expect(plain(apply(end, netChanges(reverse(changes), order)))).toBe(plain(start));
      expect(new Set(net.map((change) => `${change.table}/${change.id}`)).size).toBe(net.length);
      // What is above comes first when it is made, and last when it is removed.
      const made = net.filter((change) => change.before === null).map((change) => order.indexOf(change.table));
      const removed = net.filter((change) => change.after === null).map((change) => -order.indexOf(change.table));
      for (const ranks of [made, removed]) expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    }),
  );
});

test('a fingerprint is the same for equal values and differs for others', () => {
  const value = fc.jsonValue({ maxDepth: 2 });
  fc.assert(fc.property(value, (one) => fingerprint(one) === fingerprint(JSON.parse(JSON.stringify(one)))));
  expect(
    new Set(['', 'a', 'b', 'ab', 'ba', 1, 0, true, [], [''], { a: 1 }, { a: 2 }, { b: 1 }].map(fingerprint)).size,
  ).toBe(13);
  expect(fingerprint({ a: 1, b: null })).toBe(fingerprint({ b: undefined, a: 1 }));
});
