/** Work that can be shared out, and who handed it in. */
export type Shareable = { readonly id: string; readonly learnerId: string };
/** How many pieces of waiting work a marker is to have in all, and how many of those they have. */
export type ShareWish = { readonly markerId: string; readonly wanted: number; readonly has: number };

/**
 * Deals work out in its order, each piece to whoever lacks most of what they are to have, and never to whoever handed
 * it in. What nobody lacks, or nobody may have, stays with nobody. Asked again with what came of it, it deals nothing.
 */
export function dealOut(
  work: readonly Shareable[],
  wishes: readonly ShareWish[],
): readonly { readonly id: string; readonly markerId: string }[] {
  const lacks = wishes.map(({ markerId, wanted, has }) => ({ markerId, count: Math.max(0, wanted - has) }));
  const dealt: { id: string; markerId: string }[] = [];
  for (const { id, learnerId } of work) {
    let most: (typeof lacks)[number] | null = null;
    for (const one of lacks) if (one.count > (most?.count ?? 0) && one.markerId !== learnerId) most = one;
    if (!most) continue;
    most.count -= 1;
    dealt.push({ id, markerId: most.markerId });
  }
  return dealt;
}

/** A number in so many parts that differ by one at most, the larger ones first. */
export const evenly = (total: number, parts: number): readonly number[] =>
  Array.from({ length: parts }, (_, i) => Math.floor(total / parts) + (i < total % parts ? 1 : 0));
