import { and, eq } from 'drizzle-orm';
import { fold, type LearnerEvent, type LessonProgress, noProgress, statementOf } from '@/core/record';
import { config } from '../platform/config';
import type { Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { progress, statement } from './schema';

/**
 * A learner event and the name of the deed it tells of: what was done, by whom, with what. A deed is told
 * once, however often and from however many places at once it is sent.
 */
export type Deed = Omit<LearnerEvent, 'id'> & { readonly deed: string; readonly lessonId: string };

const keyOf = ({ enrolmentId, lessonId }: Pick<Deed, 'enrolmentId' | 'lessonId'>) =>
  and(eq(progress.enrolmentId, enrolmentId), eq(progress.lessonId, lessonId));

type Whose = Pick<Deed, 'enrolmentId' | 'learnerId' | 'courseId'>;
type Place = Whose & Pick<Deed, 'lessonId'>;

/** What every event of a learner in a lesson begins with. */
export const eventIn = (
  { enrolmentId, learnerId, courseId }: Whose,
  lesson: { readonly id: string; readonly title: string },
  at: string,
) => ({ enrolmentId, learnerId, courseId, lessonId: lesson.id, lessonTitle: lesson.title, at });

/** The progress of a learner in a lesson, held for this transaction, and since when its time is counted. */
export async function heldProgress(tx: Transaction, place: Place) {
  const { enrolmentId, learnerId, courseId, lessonId } = place;
  await tx.db
    .insert(progress)
    .values({ enrolmentId, learnerId, courseId, lessonId, ...noProgress })
    .onConflictDoNothing();
  const [row] = await tx.db.select().from(progress).where(keyOf(place)).for('update');
  if (!row) throw new Error('Progress was not made.');
  return row;
}

/**
 * The one recorder: writes a learner event as a statement and carries the progress on. Returns the
 * progress after it. What completes a lesson may complete the course, so its certificate is looked at.
 */
export async function recordEvent(tx: Transaction, { deed, ...event }: Deed): Promise<LessonProgress> {
  const held = await heldProgress(tx, event);
  const before: LessonProgress = { state: held.state, doneAt: held.doneAt, watched: held.watched };
  const whole: LearnerEvent = { ...event, id: newId() };
  const told = await tx.db
    .insert(statement)
    .values({
      id: whole.id,
      deed,
      enrolmentId: whole.enrolmentId,
      learnerId: whole.learnerId,
      courseId: whole.courseId,
      lessonId: whole.lessonId,
      verb: whole.verb,
      at: whole.at,
      body: statementOf(whole, config.address),
    })
    .onConflictDoNothing({ target: statement.deed })
    .returning({ id: statement.id });
  if (told.length === 0) return before;
  const next = fold(before, whole);
  await tx.db.update(progress).set(next).where(keyOf(event));
  if (whole.verb === 'completed') await later(tx, 'certificate.award', { enrolmentId: whole.enrolmentId });
  return next;
}

/** From when on the time that a learner spends in a lesson is counted, see `creditedPassages`. */
export async function countFrom(tx: Transaction, place: Place, at: string): Promise<void> {
  await tx.db.update(progress).set({ countedFrom: at }).where(keyOf(place));
}
