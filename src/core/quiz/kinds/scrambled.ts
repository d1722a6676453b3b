import { nameSum } from '../name-sum';

/**
 * Things in an order that says nothing about the one they were in: the same for everybody, and another one whenever
 * that can be. For what is right to be shown without telling it.
 */
export function scrambled<T extends { readonly id: string }>(things: readonly T[]): readonly T[] {
  const mixed = things.toSorted((a, b) => nameSum(0, a.id) - nameSum(0, b.id) || (a.id < b.id ? -1 : 1));
  const isSame = mixed.every((one, i) => one === things[i]);
  const [first, ...others] = mixed;
  return isSame && first ? [...others, first] : mixed;
}
