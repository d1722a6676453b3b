import { same } from './change';

type Parts = { readonly [part: string]: unknown };
const isParts = (value: unknown): value is Parts =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * What two people made of the same value, put together (a three-way merge): a part that only one of them
 * changed is as they left it, also within parts. Null when both changed the same part differently; lists
 * and words are one part each.
 */
export function merged(before: unknown, mine: unknown, theirs: unknown): { readonly value: unknown } | null {
  if (same(before, mine) || same(mine, theirs)) return { value: theirs };
  if (same(before, theirs)) return { value: mine };
  if (!isParts(before) || !isParts(mine) || !isParts(theirs)) return null;
  const value: { [part: string]: unknown } = {};
  for (const part of new Set([...Object.keys(before), ...Object.keys(theirs), ...Object.keys(mine)])) {
    const one = merged(before[part], mine[part], theirs[part]);
    if (!one) return null;
    if (one.value !== undefined) value[part] = one.value;
  }
  return { value };
}
