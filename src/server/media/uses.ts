import { and, eq, inArray } from 'drizzle-orm';
import type { Transaction } from '../platform/database';
import { knownMedia } from './queries';
import { mediaUse, type UsePlace } from './schema';

/** What a lesson uses in some of its places; whatever it used in them before is forgotten. */
export type Uses = { readonly lessonId: string; readonly places: { readonly [P in UsePlace]?: readonly string[] } };

/** Keeps where a course uses things of the library. Ids of things that are not there are left out. */
export async function keepUses(tx: Transaction, courseId: string, uses: readonly Uses[]): Promise<void> {
  const wanted = uses.flatMap(({ lessonId, places }) =>
    (Object.keys(places) as UsePlace[]).map((place) => ({ lessonId, place, ids: places[place] ?? [] })),
  );
  for (const place of new Set(wanted.map((one) => one.place))) {
    const lessonIds = wanted.filter((one) => one.place === place).map((one) => one.lessonId);
    await tx.db.delete(mediaUse).where(and(eq(mediaUse.place, place), inArray(mediaUse.lessonId, lessonIds)));
  }
  const known = await knownMedia(tx.db, [...new Set(wanted.flatMap(({ ids }) => ids))]);
  const rows = wanted.flatMap(({ lessonId, place, ids }) =>
    [...new Set(ids)].filter((id) => known.has(id)).map((mediaId) => ({ mediaId, lessonId, place, courseId })),
  );
  if (rows.length > 0) await tx.db.insert(mediaUse).values(rows);
}
