import { type SQL, sql } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { dealOut } from '@/core/marking';
import { can } from '@/core/people';
import { shownName } from '../assignment';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { marksHere } from '../sharing';
import type { WorkPlace, WorkSort } from './queue';
import { workIn } from './work-in';

/** Where work of each sort is kept; both have the same columns for whom it is shared to. */
const tables: { readonly [S in WorkSort]: SQL } = { work: sql`hand_in`, paper: sql`sitting` };

const maySharePlace = ({ actor }: CommandContext, { courseId }: { readonly courseId: string }) =>
  can(actor, 'course.staff', { courseId });

const noMarker = fail('not-found', 'This person does not mark in this course.');

async function setShared(db: Database, sort: WorkSort, ids: readonly string[], markerId: string | null, now: string) {
  if (ids.length === 0) return;
  await db.execute(sql`
    update ${tables[sort]} set shared_to = ${markerId}, shared_at = ${markerId === null ? null : now}
    where id = any(${sql.param([...ids])}::uuid[])`);
}

const place = { courseId: idSchema, lessonId: idSchema };
const markerId = string().max(64).required('A marker is missing.');

/**
 * Shares out what waits and is with nobody, so that each marker has as many waiting pieces as wished. Those are numbers
 * in all, not more ones: sent twice, it is done once.
 */
const dealWork = command({
  name: 'marking.deal',
  input: object({
    ...place,
    wishes: array()
      .of(
        object({
          markerId,
          wanted: number().integer().min(0, 'At least 0 pieces.').max(100_000, 'At most 100,000 pieces.').required(),
        })
          .noUnknown()
          .required(),
      )
      .min(1, 'Choose a marker.')
      .max(200)
      .required(),
  }).noUnknown(),
  permission: maySharePlace,
  async handle(context, { courseId, lessonId, wishes }) {
    const { tx, now, audit } = context;
    if (new Set(wishes.map((one) => one.markerId)).size !== wishes.length)
      return fail('invalid', 'A marker is named twice.');
    for (const one of wishes) if (!(await marksHere(tx.db, courseId, one.markerId))) return noMarker;
    // One dealing of a lesson at a time: two at once would give the same piece twice.
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`share/${lessonId}`]);
    const { rows } = await tx.db.execute<WorkPlace & { learnerId: string; sharedTo: string | null }>(sql`
      select work.sort, work.id, work.learner_id as "learnerId", work.shared_to as "sharedTo"
      from ${workIn(courseId, lessonId)} where work.state = 'handed-in' order by work.at, work.id`);
    const has = (id: string) => rows.filter(({ sharedTo }) => sharedTo === id).length;
    const dealt = dealOut(
      rows.filter(({ sharedTo }) => sharedTo === null),
      wishes.map((one) => ({ ...one, has: has(one.markerId) })),
    );
    const markerOf = new Map(dealt.map((piece) => [piece.id, piece.markerId]));
    for (const one of wishes)
      for (const sort of ['work', 'paper'] as const) {
        const ids = rows
          .filter((row) => row.sort === sort && markerOf.get(row.id) === one.markerId)
          .map(({ id }) => id);
        await setShared(tx.db, sort, ids, one.markerId, now.toString());
      }
    if (dealt.length > 0)
      await audit({ courseId, sentence: `shared out ${counted(dealt.length, 'piece')} of work to be marked` });
    return ok({ count: dealt.length });
  },
});

const pieces = array()
  .of(
    object({ sort: string().oneOf(['work', 'paper']).required(), id: idSchema })
      .noUnknown()
      .required(),
  )
  .min(1, 'Choose a piece of work.')
  .max(500, 'Choose at most 500 pieces at once.')
  .required();

/** Gives pieces of work to a marker by hand, or to nobody again. */
const giveWork = command({
  name: 'marking.give',
  input: object({ ...place, pieces, markerId: string().max(64).nullable().defined() }).noUnknown(),
  permission: maySharePlace,
  async handle({ tx, now }, input): Promise<Result<null>> {
    const { courseId, lessonId } = input;
    if (input.markerId !== null && !(await marksHere(tx.db, courseId, input.markerId))) return noMarker;
    const ids = input.pieces.map(({ id }) => id);
    const { rows } = await tx.db.execute<WorkPlace & { learnerId: string }>(sql`
      select work.sort, work.id, work.learner_id as "learnerId" from ${workIn(courseId, lessonId)}
      where work.id = any(${sql.param(ids)}::uuid[]) and work.state <> 'marked'`);
    if (rows.length < new Set(ids).size)
      return fail('not-found', 'Some of this work is not there any more, or has been marked.');
    if (rows.some(({ learnerId }) => learnerId === input.markerId))
      return fail('not-allowed', 'Nobody marks their own work.');
    for (const sort of ['work', 'paper'] as const)
      await setShared(
        tx.db,
        sort,
        rows.filter((row) => row.sort === sort).map(({ id }) => id),
        input.markerId,
        now.toString(),
      );
    return ok(null);
  },
});

/** Takes back from a marker what they have not begun. */
const takeWorkBack = command({
  name: 'marking.take-back',
  input: object({ ...place, markerId }).noUnknown(),
  permission: maySharePlace,
  async handle({ tx }, { courseId, lessonId, markerId: from }) {
    for (const [sort, state] of [
      ['work', sql`state`],
      ['paper', sql`marking`],
    ] as const)
      await tx.db.execute(sql`
        update ${tables[sort]} set shared_to = null, shared_at = null where course_id = ${courseId}
          and lesson_id = ${lessonId} and shared_to = ${from} and ${state} = 'handed-in'`);
    return ok(null);
  },
});

export const sharingCommands = {
  [dealWork.name]: dealWork,
  [giveWork.name]: giveWork,
  [takeWorkBack.name]: takeWorkBack,
};

export type MarkerLoad = {
  readonly markerId: string;
  readonly name: string;
  readonly waiting: number;
  readonly begun: number;
  readonly marked: number;
};
export type Sharing = {
  /** Those who mark in the course, with what they have of this lesson. */
  readonly markers: readonly MarkerLoad[];
  /** How much waits and is with nobody. */
  readonly free: number;
  /** What is not marked yet, oldest first. */
  readonly work: readonly (WorkPlace & {
    readonly learner: string;
    readonly at: string;
    readonly begun: boolean;
    readonly sharedTo: string | null;
  })[];
};
const mostShown = 500;

/** Who has how much of the work of a lesson, and with whom each piece is. */
export async function sharingOf(db: Database, courseId: string, lessonId: string): Promise<Sharing> {
  const { rows: markers } = await db.execute<MarkerLoad>(sql`
    select s.user_id as "markerId", u.name,
      count(*) filter (where work.state = 'handed-in')::int as waiting,
      count(*) filter (where work.state = 'being-marked')::int as begun,
      count(*) filter (where work.state = 'marked')::int as marked
    from course_staff s join "user" u on u.id = s.user_id
      left join ${workIn(courseId, lessonId)} on work.shared_to = s.user_id
    where s.course_id = ${courseId} group by s.user_id, u.name, s.role order by s.role desc, u.name`);
  const { rows: work } = await db.execute<Sharing['work'][number]>(sql`
    select work.sort, work.id, ${shownName(sql`u.name`, sql`work`)} as learner, work.state = 'being-marked' as begun, work.shared_to as "sharedTo",
      to_char(work.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at
    from ${workIn(courseId, lessonId)} join "user" u on u.id = work.learner_id
    where work.state <> 'marked' order by work.at, work.id limit ${mostShown}`);
  const { rows: free } = await db.execute<{ count: number }>(sql`
    select count(*)::int as count from ${workIn(courseId, lessonId)}
    where work.state = 'handed-in' and work.shared_to is null`);
  return { markers, work, free: free[0]?.count ?? 0 };
}
