import { sql } from 'drizzle-orm';
import { criterionFull } from '@/core/assignment';
import { findLesson } from '@/core/outline';
import { kindOf } from '@/core/quiz';
import { editionDocument } from '../outline';
import type { Database } from '../platform/database';
import { partHolders } from '../sharing';
import { isDecided, workIn } from './work-in';

/** A part of all work of a lesson that one marker can have: a criterion of an assignment, a question of a quiz. */
export type SharedPart = {
  readonly id: string;
  readonly title: string;
  /** Thousandths of a point. */
  readonly most: number;
  /** In how much of the work it is decided. */
  readonly decided: number;
  readonly of: number;
  readonly markerId: string | null;
};

/** The parts of a lesson as an edition has them, with whom each is and how far it has come. */
export async function partsToShare(
  db: Database,
  courseId: string,
  lessonId: string,
  editionId: string,
): Promise<readonly SharedPart[]> {
  const document = await editionDocument(db, editionId);
  const lesson = document && findLesson(document, lessonId);
  const parts = [
    ...(lesson?.assignment?.criteria ?? []).map((one) => ({
      ...{ id: one.id, title: one.title, most: criterionFull(one) },
    })),
    ...(lesson?.questions ?? [])
      .filter(({ kind }) => kindOf(kind).judgedBy === 'person')
      .map(({ id, prompt, points }) => ({ id, title: prompt, most: points })),
  ];
  const holders = await partHolders(db, courseId, lessonId);
  const counts = await Promise.all(
    parts.map(async ({ id }) => {
      const { rows } = await db.execute<{ decided: number; of: number }>(sql`
        select count(*) filter (where ${isDecided(id)})::int as decided, count(*)::int as of
        from ${workIn(courseId, lessonId)}`);
      return rows[0] ?? { decided: 0, of: 0 };
    }),
  );
  return parts.map((part, i) => ({
    ...{ ...part, decided: counts[i]?.decided ?? 0, of: counts[i]?.of ?? 0 },
    markerId: holders.find(({ partId }) => partId === part.id)?.markerId ?? null,
  }));
}
