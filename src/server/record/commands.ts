import { and, eq } from 'drizzle-orm';
import { fold, type LearnerEvent, type LessonProgress, noProgress, statementOf } from '@/core/record';
import { config } from '../platform/config';
import type { Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { progress, statement } from './schema';

/**
 * The one recorder: writes a learner event as a statement and carries the progress on. Returns the
 * progress after it.
 */
export async function recordEvent(tx: Transaction, event: Omit<LearnerEvent, 'id'>): Promise<LessonProgress> {
  const whole: LearnerEvent = { ...event, id: newId() };
  await tx.db.insert(statement).values({
    id: whole.id,
    learnerId: whole.learnerId,
    courseId: whole.courseId,
    lessonId: whole.lessonId,
    verb: whole.verb,
    at: whole.at,
    body: statementOf(whole, config.address),
  });
  if (whole.lessonId === null) return noProgress;
  const key = and(eq(progress.learnerId, whole.learnerId), eq(progress.lessonId, whole.lessonId));
  await tx.db
    .insert(progress)
    .values({ learnerId: whole.learnerId, courseId: whole.courseId, lessonId: whole.lessonId, ...noProgress })
    .onConflictDoNothing();
  const [row] = await tx.db.select().from(progress).where(key).for('update');
  const next = fold(row ? { state: row.state, doneAt: row.doneAt, watched: row.watched } : noProgress, whole);
  await tx.db.update(progress).set(next).where(key);
  return next;
}
