import type { GradeCategory } from './scheme';

/**
 * Which results of a category do not count. The lowest share goes first; of equal ones the one that stands later. Extra
 * is never left out, and one result always counts. `compare` is below 0 where the first share is the lower.
 */
export function leftOut<T>(
  { keeps }: Pick<GradeCategory, 'keeps'>,
  counted: readonly T[],
  compare: (a: T, b: T) => number,
): ReadonlySet<T> {
  if (keeps.by === 'all' || counted.length < 2) return new Set();
  const gone = keeps.by === 'drop-lowest' ? keeps.count : counted.length - keeps.count;
  if (gone <= 0) return new Set();
  const order = counted.map((one, at) => ({ one, at })).sort((a, b) => compare(a.one, b.one) || b.at - a.at);
  return new Set(order.slice(0, Math.min(gone, counted.length - 1)).map(({ one }) => one));
}
