import { inArray, sql } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { shownOf } from '@/core/learning';
import { findLesson } from '@/core/outline';
import { leaveMessages } from '../message';
import { liveDocuments } from '../outline';
import { database, transaction } from '../platform/database';
import { later } from '../platform/jobs';
import { sitting } from './schema';

/**
 * Tells those whose result was kept back until a day that it can be seen, once that is so by the live edition: each
 * once for a quiz, whatever day it has become meanwhile. Gives back how many results that were.
 */
export async function tellWhatIsShown(now = Temporal.Now.instant()): Promise<number> {
  const { rows: quizzes } = await database().execute<{ courseId: string; lessonId: string }>(
    sql`select distinct course_id as "courseId", lesson_id as "lessonId" from sitting where tell_shown`,
  );
  const documents = await liveDocuments(database(), [...new Set(quizzes.map(({ courseId }) => courseId))]);
  let told = 0;
  for (const { courseId, lessonId } of quizzes) {
    const document = documents.get(courseId);
    const lesson = document && findLesson(document, lessonId);
    if (!lesson || !shownOf(lesson, now).points) continue;
    told += await transaction(async (tx) => {
      const rows = await tx.db
        .select({ id: sitting.id, enrolmentId: sitting.enrolmentId, learnerId: sitting.learnerId })
        .from(sitting)
        .where(sql`course_id = ${courseId} and lesson_id = ${lessonId} and tell_shown`)
        .orderBy(sitting.number)
        .limit(500)
        .for('update', { skipLocked: true });
      if (rows.length === 0) return 0;
      const last = new Map(rows.map((row) => [row.enrolmentId, row]));
      await leaveMessages(
        tx,
        [...last.values()].map(({ id, enrolmentId, learnerId }) => ({
          ...({ occasion: 'result-shown', deed: `result-shown/${id}` } as const),
          facts: { lesson: { id: lessonId, title: lesson.title }, sittingId: id },
          ...{ personId: learnerId, courseId, enrolmentId },
        })),
        now,
      );
      const ids = rows.map(({ id }) => id);
      await tx.db.update(sitting).set({ tellShown: false }).where(inArray(sitting.id, ids));
      for (const enrolmentId of last.keys()) await later(tx, 'certificate.award', { enrolmentId });
      return rows.length;
    });
  }
  return told;
}
