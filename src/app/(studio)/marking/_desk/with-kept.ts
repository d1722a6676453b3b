import { same } from '@/core/kernel/change';

type ByPart<T> = { readonly [part: string]: T };

/**
 * What is typed on a desk, once marks were kept: where nothing was typed since they were sent, a part that comes back
 * otherwise (somebody else has given it meanwhile) stands as it is kept. The same where nothing does.
 */
export function withKept<M, T>(
  now: ByPart<T>,
  whenSent: ByPart<T>,
  sent: readonly M[],
  kept: readonly M[],
  partOf: (mark: M) => string,
  typedOf: (mark: M) => T,
): ByPart<T> {
  const others = kept.filter((mark) => {
    const own = sent.find((one) => partOf(one) === partOf(mark));
    return own && !same(own, mark) && now[partOf(mark)] === whenSent[partOf(mark)];
  });
  return others.length === 0
    ? now
    : { ...now, ...Object.fromEntries(others.map((mark) => [partOf(mark), typedOf(mark)])) };
}
