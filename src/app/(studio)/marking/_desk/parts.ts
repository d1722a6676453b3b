import type { Entered } from '@/app/_server/doors';
import { type PartHolder, partsOfOthers } from '@/core/marking';
import { partHolders } from '@/server/sharing';

/**
 * Which parts of a piece of work are with others, and the one part a desk shows: the one that is wished, or else the
 * one its marker has been given, where that is one alone. Null: all of them.
 */
export async function partsOnDesk(
  { db, person }: Entered,
  work: {
    readonly courseId: string;
    readonly lessonId: string;
    readonly learnerId: string;
    readonly sharedTo: string | null;
  },
  parts: readonly { readonly id: string }[],
  wished: string | undefined,
): Promise<{ readonly by: string | null; readonly others: readonly PartHolder[] }> {
  const there = (id: string | undefined) => parts.find((one) => one.id === id)?.id ?? null;
  const holders = await partHolders(db, work.courseId, work.lessonId);
  const own = holders.filter(({ markerId, partId }) => markerId === person.id && there(partId));
  return {
    by: wished === undefined && own.length === 1 ? there(own[0]?.partId) : there(wished),
    others: partsOfOthers(holders, person.id, work),
  };
}
