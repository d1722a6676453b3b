import { type Change, type RecordValue, same } from './change';

/**
 * Many changes of a history as the fewest that lead to the same end: one for each record, and none for
 * what comes back to where it began. The order they came in no longer matters, so what has to be there
 * first is put first: `order` names the tables from the top down.
 */
export function netChanges(changes: readonly Change[], order: readonly string[]): Change[] {
  const net = new Map<string, Change>();
  for (const change of changes) {
    const key = `${change.table}/${change.id}`;
    const earlier = net.get(key);
    net.set(key, earlier ? joined(earlier, change) : change);
  }
  const rank = ({ table, before, after }: Change) => {
    const at = order.indexOf(table);
    if (before === null) return at;
    return after === null ? 1000 + order.length - at : 500 + at;
  };
  return [...net.values()].flatMap((change) => without(change) ?? []).sort((a, b) => rank(a) - rank(b));
}

/** Two changes of one record as one: a record that is made and removed was never there. */
function joined(a: Change, b: Change): Change {
  if (a.before === null) return { ...a, after: b.after === null ? null : { ...a.after, ...b.after } };
  // Removed and made again, in whatever state: every field may differ.
  if (a.after === null) return { ...b, before: a.before, after: b.after };
  if (b.after === null) return { ...b, before: { ...b.before, ...a.before } };
  return { ...b, before: { ...b.before, ...a.before }, after: { ...a.after, ...b.after } };
}

function without(change: Change): Change | null {
  const { before, after } = change;
  if (before === null && after === null) return null;
  if (before === null || after === null) return change;
  const fields = Object.keys(after).filter((field) => !same(before[field], after[field]));
  if (fields.length === 0) return null;
  const pick = (from: RecordValue) => Object.fromEntries(fields.map((field) => [field, from[field] ?? null]));
  return { ...change, before: pick(before), after: pick(after) };
}
