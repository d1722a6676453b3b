import { and, eq, sql } from 'drizzle-orm';
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
 * The one recorder: writes what a learner did in a lesson as statements, all in one go, and carries the progress on.
 * Returns the progress after them. What completes a lesson may complete the course, so its certificate is looked at.
 */
export async function recordEvents(tx: Transaction, place: Place, deeds: readonly Deed[]): Promise<LessonProgress> {
  const held = await heldProgress(tx, place);
  const { state, doneAt, watched, place: at, answered } = held;
  const before: LessonProgress = { state, doneAt, watched, place: at, answered };
  const events = deeds.map(({ deed, ...event }) => ({ deed, event: { ...event, id: newId() } satisfies LearnerEvent }));
  const told = await tx.db
    .insert(statement)
    .values(
      events.map(({ deed, event }) => ({
        id: event.id,
        deed,
        enrolmentId: event.enrolmentId,
        learnerId: event.learnerId,
        courseId: event.courseId,
        lessonId: event.lessonId,
        verb: event.verb,
        at: event.at,
        body: statementOf(event, config.address),
      })),
    )
    .onConflictDoNothing({ target: statement.deed })
    .returning({ deed: statement.deed });
  const fresh = events.filter(({ deed }) => told.some((one) => one.deed === deed)).map(({ event }) => event);
  if (fresh.length === 0) return before;
  const next = fresh.reduce(fold, before);
  await tx.db.update(progress).set(next).where(keyOf(place));
  if (fresh.some(({ verb }) => verb === 'completed'))
    await later(tx, 'certificate.award', { enrolmentId: place.enrolmentId });
  return next;
}

/** One event by itself. */
export const recordEvent = (tx: Transaction, deed: Deed): Promise<LessonProgress> => recordEvents(tx, deed, [deed]);

/** From when on the time that a learner spends in a lesson is counted, see `countsFrom`. */
export async function countFrom(tx: Transaction, place: Place, at: string): Promise<void> {
  await tx.db.update(progress).set({ countedFrom: at }).where(keyOf(place));
}

/** The same from the moment a lesson is opened; what is owed of a moment ago is still owed. */
export async function countFromOpening(tx: Transaction, place: Place, at: string): Promise<void> {
  const owed = sql`${progress.countedFrom} between ${at}::timestamptz and ${at}::timestamptz + interval '5 seconds'`;
  const from = sql`case when ${owed} then ${progress.countedFrom} else ${at}::timestamptz end`;
  await tx.db.update(progress).set({ countedFrom: from }).where(keyOf(place));
}
