import { asc, eq, sql } from 'drizzle-orm';
import { array, object } from 'yup';
import { afterLateness } from '@/core/assignment';
import { absolute, compare, divide, rational, subtract, thousandths, toShort } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { ok } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { can } from '@/core/people';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { lessonOf, resultFollows } from './mark';
import { type HandInRow, handIn } from './schema';

/** Finished marks of others: nobody looks at their own before somebody else has released it. */
const finished = (courseId: string, lessonId: string, personId: string) => sql`
  course_id = ${courseId} and lesson_id = ${lessonId} and state = 'marked' and released_at is null
  and learner_id <> ${personId}`;

/**
 * Lets learners see the marks of an assignment that are finished: all of them, or those that are named. What is
 * released already stays so; sent twice, it is done once.
 */
export const releaseResults = command({
  name: 'marking.release',
  input: object({
    courseId: idSchema,
    lessonId: idSchema,
    /** Null: everything that is finished. */
    ids: array().of(idSchema).max(500, 'Release at most 500 results by name.').nullable().defined(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'gradebook.change', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, lessonId, ids }) {
    const rows = await tx.db
      .select()
      .from(handIn)
      .where(finished(courseId, lessonId, actor.id))
      .orderBy(handIn.id)
      .for('update');
    const wanted = ids === null ? rows : rows.filter(({ id }) => ids.includes(id));
    for (const row of wanted) {
      const lesson = await lessonOf(tx.db, row);
      if (!lesson.ok) return lesson;
      await resultFollows(tx, row, lesson.value, `released/${row.id}`, now);
    }
    if (wanted.length === 0) return ok({ count: 0 });
    const held = wanted.map(({ id }) => id);
    await tx.db
      .update(handIn)
      .set({ releasedAt: now.toString() })
      .where(sql`${handIn.id} = any(${sql.param(held)}::uuid[])`);
    await audit({ courseId, sentence: `released ${counted(held.length, 'result')}` });
    return ok({ count: held.length });
  },
});

/** A mark that waits to be released. */
export type WaitingResult = {
  readonly id: string;
  readonly learner: string;
  /** What it comes to after lateness, and of how much, in points. */
  readonly points: string;
  readonly of: string;
  readonly passed: boolean | null;
  /** Whether it lies within a twentieth of all points from the pass mark. */
  readonly isAtBorder: boolean;
  readonly hasRemark: boolean;
};
/** What there is to look at before the results of an assignment are released. */
export type Results = {
  readonly unmarked: number;
  readonly released: number;
  readonly waiting: readonly WaitingResult[];
};

export async function resultsOf(db: Database, courseId: string, lessonId: string, personId: string): Promise<Results> {
  const { rows: counts } = await db.execute<{ unmarked: number; released: number }>(sql`
    select count(*) filter (where state in ('handed-in', 'being-marked'))::int as unmarked,
      count(*) filter (where released_at is not null)::int as released
    from hand_in where course_id = ${courseId} and lesson_id = ${lessonId}`);
  const rows = await db
    .select({ row: handIn, learner: user.name })
    .from(handIn)
    .innerJoin(user, eq(user.id, handIn.learnerId))
    .where(finished(courseId, lessonId, personId))
    .orderBy(asc(user.name), asc(handIn.id));
  const waiting = await Promise.all(rows.map(async ({ row, learner }) => waitingResult(db, row, learner)));
  return { unmarked: counts[0]?.unmarked ?? 0, released: counts[0]?.released ?? 0, waiting };
}

async function waitingResult(db: Database, row: HandInRow, learner: string): Promise<WaitingResult> {
  const lesson = await lessonOf(db, row);
  const { points = 0, passPoints = 0 } = (lesson.ok && lesson.value.assignment) || {};
  const reached = afterLateness(row.points ?? 0, row.latePercent);
  const pass = thousandths(passPoints);
  const border = divide(thousandths(points), rational(20));
  const remarks = (row.criteria ?? []).some(({ remark }) => remark.trim() !== '');
  return {
    ...{ id: row.id, learner, points: toShort(reached), of: toShort(thousandths(points)) },
    passed: passPoints > 0 ? compare(reached, pass) >= 0 : null,
    isAtBorder: passPoints > 0 && compare(absolute(subtract(reached, pass)), border) <= 0,
    hasRemark: row.remark.trim() !== '' || remarks,
  };
}
