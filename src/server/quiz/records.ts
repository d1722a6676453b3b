import { and, asc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { rationalFrom } from '@/core/kernel/exact';
import { type QuizResult, waitsForMarks } from '@/core/quiz';
import type { Database } from '../platform/database';
import { sitting } from './schema';

type Place = { readonly enrolmentId: string; readonly lessonId: string };

/** The results of some enrolments in all their quizzes, or in one, those of a quiz in the order they were sat. */
export async function quizResults(
  db: Database,
  enrolmentIds: readonly string[],
  lessonId?: string,
): Promise<(Place & QuizResult)[]> {
  const rows = await db
    .select({
      enrolmentId: sitting.enrolmentId,
      lessonId: sitting.lessonId,
      points: sitting.points,
      of: sitting.of,
      share: sitting.share,
      handedInAt: sitting.handedInAt,
      markedAt: sitting.markedAt,
      marking: sitting.marking,
    })
    .from(sitting)
    .where(
      and(
        inArray(sitting.enrolmentId, [...enrolmentIds]),
        isNotNull(sitting.handedInAt),
        eq(sitting.isVoid, false),
        lessonId === undefined ? undefined : eq(sitting.lessonId, lessonId),
      ),
    )
    .orderBy(asc(sitting.number));
  return rows.map(({ points, of, share, handedInAt, markedAt, marking, ...place }) => ({
    ...place,
    waits: waitsForMarks({ marking }),
    at: markedAt ?? handedInAt ?? undefined,
    points: points ?? 0,
    of: of ?? 0,
    ...(share === null ? {} : { share: rationalFrom(share) }),
  }));
}

/** Where somebody is sitting a quiz of a course, and has not handed it in. */
export async function underWayIn(db: Database, courseId: string): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await db
    .select({ enrolmentId: sitting.enrolmentId, lessonId: sitting.lessonId })
    .from(sitting)
    .where(and(eq(sitting.courseId, courseId), isNull(sitting.handedInAt)));
  const found = new Map<string, string[]>();
  for (const { enrolmentId, lessonId } of rows) found.set(enrolmentId, [...(found.get(enrolmentId) ?? []), lessonId]);
  return found;
}
