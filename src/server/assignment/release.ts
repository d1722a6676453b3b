import { and, asc, eq, isNull, lte, sql } from 'drizzle-orm';
import { array, object } from 'yup';
import { afterLateness } from '@/core/assignment';
import { absolute, compare, divide, rational, subtract, thousandths, toShort } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { ok } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { momentToCome, wallTimeInput } from '@/core/kernel/to-come';
import { counted } from '@/core/kernel/words';
import { can } from '@/core/people';
import { personById, user } from '../people';
import { type CommandContext, command } from '../platform/command';
import { type Database, database } from '../platform/database';
import { lessonOf, resultFollows } from './mark';
import { nameShown } from './names';
import { type HandInRow, handIn, releaseTime } from './schema';

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
  /** When they are released by themselves, and why that did not come about; null where nobody has said. */
  readonly planned: { readonly at: string; readonly problem: string | null } | null;
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
    .orderBy(asc(handIn.id));
  const waiting = await Promise.all(
    rows.map(async ({ row, learner }) => waitingResult(db, row, nameShown(row, learner))),
  );
  const byName = waiting.toSorted((a, b) => a.learner.localeCompare(b.learner, 'en'));
  const [planned = null] = await db
    .select({ at: releaseTime.at, problem: releaseTime.problem })
    .from(releaseTime)
    .where(timeOf({ courseId, lessonId }));
  return { planned, unmarked: counts[0]?.unmarked ?? 0, released: counts[0]?.released ?? 0, waiting: byName };
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

const mayRelease = ({ actor }: CommandContext, { courseId }: { readonly courseId: string }) =>
  can(actor, 'gradebook.change', { courseId });
const place = { courseId: idSchema, lessonId: idSchema };
const timeOf = ({ courseId, lessonId }: { readonly courseId: string; readonly lessonId: string }) =>
  and(eq(releaseTime.courseId, courseId), eq(releaseTime.lessonId, lessonId));

/** Sets when the results of an assignment are released by themselves. */
export const releaseLater = command({
  name: 'marking.release-later',
  input: object({ ...place, ...wallTimeInput }).noUnknown(),
  permission: mayRelease,
  async handle({ tx, actor, now }, { courseId, lessonId, ...wall }) {
    const moment = momentToCome(wall, now);
    if (!moment.ok) return moment;
    const own = { at: moment.value.toString(), setBy: actor.id, problem: null };
    await tx.db
      .insert(releaseTime)
      .values({ courseId, lessonId, ...own })
      .onConflictDoUpdate({ target: [releaseTime.courseId, releaseTime.lessonId], set: own });
    return ok(null);
  },
});

/** Calls off that results are released by themselves. */
export const releaseNever = command({
  name: 'marking.release-never',
  input: object(place).noUnknown(),
  permission: mayRelease,
  async handle({ tx }, where) {
    await tx.db.delete(releaseTime).where(timeOf(where));
    return ok(null);
  },
});

/** Releases the results whose time has come, as whoever set it; what may not be is kept with the reason. */
export async function releaseDue(now = Temporal.Now.instant()): Promise<void> {
  const due = await database()
    .select()
    .from(releaseTime)
    .where(and(lte(releaseTime.at, now.toString()), isNull(releaseTime.problem)));
  for (const { courseId, lessonId, setBy } of due) {
    const here = timeOf({ courseId, lessonId });
    const person = await personById(database(), setBy);
    const done = await releaseResults.run(person, { courseId, lessonId, ids: null }, now);
    if (done.ok) await database().delete(releaseTime).where(here);
    else await database().update(releaseTime).set({ problem: done.problem.sentence }).where(here);
  }
}
