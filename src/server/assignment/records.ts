import { and, asc, inArray, ne } from 'drizzle-orm';
import type { Work } from '@/core/learning';
import type { Database } from '../platform/database';
import { handIn } from './schema';

type Place = { readonly enrolmentId: string; readonly lessonId: string };

/** What was handed in within some enrolments, that of an assignment in the order it was handed in. */
export async function handedInWork(db: Database, enrolmentIds: readonly string[]): Promise<(Place & Work)[]> {
  const rows = await db
    .select({
      enrolmentId: handIn.enrolmentId,
      lessonId: handIn.lessonId,
      state: handIn.state,
      points: handIn.points,
      latePercent: handIn.latePercent,
      of: handIn.of,
      at: handIn.handedInAt,
      markedAt: handIn.markedAt,
      releasedAt: handIn.releasedAt,
    })
    .from(handIn)
    .where(and(inArray(handIn.enrolmentId, [...enrolmentIds]), ne(handIn.state, 'draft')))
    .orderBy(asc(handIn.number));
  return rows.flatMap(({ state, of, at, releasedAt, ...rest }) => {
    if (state === 'draft') return [];
    const work = { ...rest, state, of: of ?? 0, at: at ?? undefined };
    // A mark that was not released is none yet, for anything that is worked out from it.
    return [
      releasedAt === null && state === 'marked' ? { ...work, state: 'being-marked' as const, points: null } : work,
    ];
  });
}
