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
