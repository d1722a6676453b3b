import type { Entered } from '@/app/_server/doors';
import { type WorkPlace, workOf } from '@/server/marking';
import type { Among } from './DeskFrame';
import { markingHref } from './hrefs';

/** How many pieces of work before and after the one on the desk are drawn. */
const shownAround = 40;

/**
 * Where a piece of work stands among those of its lesson that somebody may mark; by one part alone, among those
 * where that is decided or not.
 */
export async function amongOthers(
  { db, person }: Entered,
  lessonId: string,
  place: WorkPlace,
  partId: string | null = null,
): Promise<Among> {
  const all = await workOf(db, person, lessonId, partId);
  const by = partId === null ? '' : `?by=${partId}`;
  const here = all.findIndex(({ id }) => id === place.id);
  const next = [...all.slice(here + 1), ...all.slice(0, Math.max(0, here))].find(({ done }) => !done);
  const from = Math.max(0, here - shownAround);
  return {
    queue: all.slice(from, from + 2 * shownAround).map((one) => ({
      href: `${markingHref(one)}${by}`,
      done: one.done,
      isHere: one.id === place.id,
    })),
    counts: { marked: all.filter(({ done }) => done).length, all: all.length },
    nextHref: next ? `${markingHref(next)}${by}` : null,
  };
}
