import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { object, string } from 'yup';
import { type LookOutcome, type LookReason, lookOutcomes, lookReasonsSchema } from '@/core/assignment';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok } from '@/core/kernel/problem';
import { can, mayMark } from '@/core/people';
import { takesCourse } from '../enrolment';
import { leaveMessages } from '../message';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { lessonOf } from './mark';
import { nameShown } from './names';
import { anotherLook, handIn } from './schema';
import { heldWork } from './work';

export type Look = {
  readonly id: string;
  readonly reasons: readonly LookReason[];
  readonly askedAt: string;
  readonly outcome: LookOutcome | null;
  readonly answer: string;
  readonly answeredAt: string | null;
  readonly answeredBy: string | null;
};

/** How often a result was asked to be looked at again, and what came of it; the first first. */
export async function looksAt(db: Database, handInId: string): Promise<readonly Look[]> {
  return db
    .select({
      ...{ id: anotherLook.id, reasons: anotherLook.reasons, askedAt: anotherLook.askedAt },
      ...{ outcome: anotherLook.outcome, answer: anotherLook.answer, answeredAt: anotherLook.answeredAt },
      answeredBy: user.name,
    })
    .from(anotherLook)
    .leftJoin(user, eq(user.id, anotherLook.answeredBy))
    .where(eq(anotherLook.handInId, handInId))
    .orderBy(asc(anotherLook.askedAt), asc(anotherLook.id));
}

/** In how many ways more than its assignment allows work may be handed in: once for each time it was granted. */
export async function grantedAgain(db: Database, enrolmentId: string, lessonId: string): Promise<number> {
  const { rows } = await db.execute<{ count: number }>(sql`
    select count(*)::int as count from another_look l join hand_in h on h.id = l.hand_in_id
    where l.outcome = 'again' and h.enrolment_id = ${enrolmentId} and h.lesson_id = ${lessonId}`);
  return rows[0]?.count ?? 0;
}

const mostLooks = 3;

/** A learner asks for another look at a result they have seen, with a reason for each criterion it is about. */
export const askForLook = command({
  name: 'assignment.ask-look',
  input: object({ courseId: idSchema, lessonId: idSchema, handInId: idSchema, reasons: lookReasonsSchema }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, handInId, reasons }) {
    const { actor, now, tx } = context;
    const row = await heldWork(context, handInId);
    if (!row || row.learnerId !== actor.id || row.courseId !== courseId || row.lessonId !== lessonId)
      return fail('not-found', 'This work is not there, or it is not yours.');
    if (row.releasedAt === null) return fail('closed', 'The result of this work is not out yet.');
    const looks = await looksAt(tx.db, row.id);
    // Sent twice, it is asked once.
    if (looks.some(({ outcome }) => outcome === null)) return ok(null);
    if (looks.length >= mostLooks)
      return fail('closed', `This has been looked at ${mostLooks} times. Speak with those who give the course.`);
    const lesson = await lessonOf(tx.db, row);
    if (!lesson.ok) return lesson;
    const known = new Set(lesson.value.assignment?.criteria?.map(({ id }) => id) ?? []);
    if (reasons.some(({ criterionId }) => criterionId !== null && !known.has(criterionId)))
      return fail('invalid', 'One of these criteria is not part of the assignment.');
    const id = newId();
    const said = reasons.map((one) => ({ ...one, words: one.words.trim() }));
    await tx.db.insert(anotherLook).values({ id, handInId: row.id, reasons: said, askedAt: now.toString() });
    const { rows: staff } = await tx.db.execute<{ id: string }>(sql`
      select user_id as id from course_staff
      where course_id = ${courseId} and user_id <> ${actor.id} and (role = 'creator' or user_id = ${row.markerId})`);
    const [asker] = await tx.db.select({ name: user.name }).from(user).where(eq(user.id, actor.id));
    await leaveMessages(
      tx,
      staff.map(({ id: personId }) => ({
        ...({ occasion: 'staff-told', deed: `another-look/${id}/${personId}` } as const),
        facts: {
          lesson: { id: lessonId, title: lesson.value.title },
          about: nameShown(row, asker?.name ?? ''),
          text: 'They ask for another look at their mark. Their reasons stand on the marking desk.',
        },
        ...{ personId, courseId, enrolmentId: null },
      })),
      now,
    );
    return ok(null);
  },
});

/**
 * Answers a learner who asked for another look. That the mark was changed is said where it was changed since; that the
 * work may be handed in once more lets its learner do so.
 */
export const answerLook = command({
  name: 'marking.answer-look',
  input: object({
    lookId: idSchema,
    outcome: string()
      .oneOf([...lookOutcomes])
      .required(),
    answer: line(5000, 'Keep the answer under 5,000 characters.', 'Write an answer.'),
  }).noUnknown(),
  async permission(context, { lookId }) {
    const found = await workOfLook(context.tx.db, lookId);
    return (
      found !== null &&
      (found.row.learnerId === context.actor.id
        ? can(context.actor, 'marking.mark', found.row)
        : mayMark(context.actor, found.row))
    );
  },
  async handle({ actor, audit, now, tx }, { lookId, outcome, answer }) {
    const found = await workOfLook(tx.db, lookId);
    if (!found) return fail('not-found', 'Nobody has asked for this look.');
    const { row, look } = found;
    if (row.learnerId === actor.id) return fail('not-allowed', 'This is your own work; somebody else has to answer.');
    const lesson = await lessonOf(tx.db, row);
    if (!lesson.ok) return lesson;
    if (outcome === 'changed' && (row.markedAt ?? '') <= look.askedAt)
      return fail(
        'invalid',
        'The mark has not been changed since they asked. Change it first, with the reason.',
        'outcome',
      );
    const [answered] = await tx.db
      .update(anotherLook)
      .set({ outcome, answer: answer.trim(), answeredBy: actor.id, answeredAt: now.toString() })
      .where(and(eq(anotherLook.id, lookId), isNull(anotherLook.outcome)))
      .returning({ id: anotherLook.id });
    // Answered already: the first answer stands.
    if (!answered) return ok(null);
    await leaveMessages(
      tx,
      [
        {
          ...({ occasion: 'looked-again', deed: `looked-again/${lookId}` } as const),
          facts: { lesson: { id: row.lessonId, title: lesson.value.title }, outcome },
          ...{ personId: row.learnerId, courseId: row.courseId, enrolmentId: row.enrolmentId },
        },
      ],
      now,
    );
    await audit({ courseId: row.courseId, sentence: `looked again at work for "${lesson.value.title}"` });
    return ok(null);
  },
});

async function workOfLook(db: Database, lookId: string) {
  const [found] = await db
    .select({ row: handIn, look: anotherLook })
    .from(anotherLook)
    .innerJoin(handIn, eq(handIn.id, anotherLook.handInId))
    .where(eq(anotherLook.id, lookId));
  return found ?? null;
}
