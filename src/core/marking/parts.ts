import { same } from '../kernel/change';

/** A part of all work of a lesson (a criterion, a question) and the one marker it is with. */
export type PartHolder = { readonly partId: string; readonly markerId: string; readonly name: string };

/**
 * The parts of a piece of work somebody leaves to others. A piece that was given to one marker is theirs as a whole.
 * What is with the one who handed it in is with nobody here: nobody marks their own work.
 */
export const partsOfOthers = (
  holders: readonly PartHolder[],
  markerId: string,
  work: { readonly learnerId: string; readonly sharedTo: string | null },
): readonly PartHolder[] =>
  work.sharedTo === null ? holders.filter((one) => one.markerId !== markerId && one.markerId !== work.learnerId) : [];

type Marked = { readonly remark: string };
const remarkOf = ({ remark }: Marked) => ({ remark });
function judgedOf<M extends Marked>({ remark: _remark, ...judged }: M) {
  return judged;
}

/**
 * Marks as somebody gives them on those they have seen, put on those that are kept by now: what they left as they saw
 * it stays as it is kept, what is given and what is remarked each by itself. So two who mark the whole of the same work
 * at once undo nothing of one another; of what both have changed, the last counts.
 */
export function ontoKept<M extends Marked>(
  given: readonly M[],
  seen: readonly M[],
  kept: readonly M[],
  partOf: (mark: M) => string,
): readonly M[] {
  const among = (marks: readonly M[], part: string) => marks.find((one) => partOf(one) === part);
  const own = given.map((mark) => {
    const [before, now] = [among(seen, partOf(mark)), among(kept, partOf(mark))];
    if (!before || !now) return mark;
    const judged = same(judgedOf(mark), judgedOf(before)) ? now : mark;
    return { ...judged, ...remarkOf(mark.remark === before.remark ? now : mark) };
  });
  return [...own, ...kept.filter((one) => !among(given, partOf(one)))];
}

/**
 * Marks as one marker gives them, beside what others have said: of a part that is with another marker only what was
 * kept before counts. So two who mark parts of the same work at once never undo one another.
 */
export function besideOthers<M>(
  given: readonly M[],
  kept: readonly M[],
  partOf: (mark: M) => string,
  others: readonly PartHolder[],
): readonly M[] {
  const isOthers = (mark: M) => others.some(({ partId }) => partId === partOf(mark));
  return [...given.filter((mark) => !isOthers(mark)), ...kept.filter(isOthers)];
}
