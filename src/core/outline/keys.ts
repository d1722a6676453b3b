import { generateNKeysBetween } from 'fractional-indexing';
import { byOrder } from './types';

export type Ordered = { readonly id: string; readonly order: string };

/**
 * Keys for `count` records that go in front of `before` (or to the end) among `siblings`; null when `before` is not
 * there.
 */
export function keysBefore(siblings: readonly Ordered[], before: string | null, count: number): string[] | null {
  const sorted = [...siblings].sort(byOrder);
  const at = before === null ? sorted.length : sorted.findIndex((one) => one.id === before);
  if (at < 0) return null;
  return generateNKeysBetween(sorted[at - 1]?.order ?? null, sorted[at]?.order ?? null, count);
}

/** Keys for `count` records that go behind `after`; null puts them at the end. */
export function keysAfter(siblings: readonly Ordered[], after: string | null, count: number): string[] | null {
  if (after === null) return keysBefore(siblings, null, count);
  const sorted = [...siblings].sort(byOrder);
  const at = sorted.findIndex((one) => one.id === after);
  return at < 0 ? null : keysBefore(sorted, sorted[at + 1]?.id ?? null, count);
}

/** A key of order behind one of the siblings, or before all of them; null when that one is not there. */
export const keyAfter = (siblings: readonly Ordered[], after: string | null): string | null =>
  keysAfter(siblings, after, 1)?.[0] ?? null;
