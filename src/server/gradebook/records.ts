import { inArray } from 'drizzle-orm';
import type { Decision } from '@/core/learning';
import type { Database } from '../platform/database';
import { gradeDecision } from './schema';

type Place = { readonly enrolmentId: string; readonly lessonId: string };

/** What was decided by hand about grades within some enrolments. */
export async function decisionsOf(db: Database, enrolmentIds: readonly string[]): Promise<(Place & Decision)[]> {
  const rows = await db
    .select()
    .from(gradeDecision)
    .where(inArray(gradeDecision.enrolmentId, [...enrolmentIds]));
  return rows.map(({ enrolmentId, lessonId, kind, points, of, reason, at }) => ({
    ...{ enrolmentId, lessonId, kind, points, reason, at },
    of: of ?? 0,
  }));
}
