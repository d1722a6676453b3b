import { and, desc, eq } from 'drizzle-orm';
import { user } from '../people';
import type { Database } from '../platform/database';
import { gradeHistory } from './schema';

/** A decision about a grade there was: what, by whom, when and why. */
export type GradeChange = {
  readonly id: string;
  readonly at: string;
  readonly by: string;
  readonly kind: 'points' | 'excused' | 'none';
  readonly points: number | null;
  readonly reason: string;
};

/** What was decided about one cell, newest first. */
export async function gradeHistoryOf(
  db: Database,
  enrolmentId: string,
  itemId: string,
): Promise<readonly GradeChange[]> {
  return db
    .select({
      ...{ id: gradeHistory.id, at: gradeHistory.at, by: user.name, kind: gradeHistory.kind },
      ...{ points: gradeHistory.points, reason: gradeHistory.reason },
    })
    .from(gradeHistory)
    .innerJoin(user, eq(user.id, gradeHistory.decidedBy))
    .where(and(eq(gradeHistory.enrolmentId, enrolmentId), eq(gradeHistory.lessonId, itemId)))
    .orderBy(desc(gradeHistory.at), desc(gradeHistory.id))
    .limit(100);
}
