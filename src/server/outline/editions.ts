import { and, desc, eq, lte, sql } from 'drizzle-orm';
import { object } from 'yup';
import { reverse } from '@/core/kernel/change';
import { countSchema, idSchema } from '@/core/kernel/ids';
import { netChanges } from '@/core/kernel/net';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { momentToCome, wallTimeInput } from '@/core/kernel/to-come';
import { type CourseDocument, courseDocumentSchema, differences, readiness } from '@/core/outline';
import { can } from '@/core/people';
import { mediaOfCourse } from '../media';
import { personById, user } from '../people';
import { command } from '../platform/command';
import { type Database, database, type Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { changesSince } from './history';
import { loadOutline } from './load';
import { poolsIn } from './pools';
import { composeDocument, documentHash, editionDocument } from './queries';
import { course, edition, plannedEdition } from './schema';
import { keepStep, lockCourse, stepAnswer } from './write';

const mayPublish = ({ actor }: { actor: Parameters<typeof can>[0] }, { courseId }: { courseId: string }) =>
  can(actor, 'course.publish', { courseId });

async function nextNumber(tx: Transaction, courseId: string): Promise<number> {
  const [last] = await tx.db
    .select({ number: sql<number>`coalesce(max(${edition.number}), 0)::int` })
    .from(edition)
    .where(eq(edition.courseId, courseId));
  return (last?.number ?? 0) + 1;
}

function checkNumber(wanted: number, next: number): Result<null> {
  if (wanted < next)
    return fail(
      'conflict',
      `Edition ${wanted} has been published already, perhaps from another window. Look at what is live, then publish edition ${next}.`,
    );
  return wanted > next ? fail('conflict', `The next edition is ${next}. Load the page again.`) : ok(null);
}

export const publish = command({
  name: 'course.publish',
  /** `number` is the edition the person meant to make, so that sending it twice makes one. */
  input: object({ courseId: idSchema, number: countSchema.min(1) }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.publish', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, number: wanted }) {
    const locked = await lockCourse(tx, courseId);
    const outline = locked && (await loadOutline(tx.db, courseId));
    if (!locked || !outline) return fail('not-found', 'This course is not there any more.');
    const next = await nextNumber(tx, courseId);
    const isNext = checkNumber(wanted, next);
    if (!isNext.ok) return isNext;
    const media = await mediaOfCourse(tx.db, courseId);
    const open = readiness(outline, media).filter((finding) => finding.level === 'settle');
    if (open[0]) {
      return fail(
        'invalid',
        `${open.length === 1 ? 'One thing has' : `${open.length} things have`} to be settled before publishing: ${open[0].sentence}`,
      );
    }
    const { pools, short, media: shown } = await poolsIn(tx.db, outline, media);
    if (short[0]) return fail('invalid', short[0]);
    const document = composeDocument(outline, shown, pools);
    courseDocumentSchema.validateSync(document);
    const hash = documentHash(document);
    const before: CourseDocument | null = locked.liveEditionId
      ? await editionDocument(tx.db, locked.liveEditionId)
      : null;
    if (before && documentHash(before) === hash)
      return fail('conflict', 'Nothing has changed since the edition that is live, so there is nothing to publish.');
    const id = newId();
    await tx.db.insert(edition).values({
      id,
      courseId,
      number: next,
      revision: locked.revision,
      document,
      hash,
      differences: differences(before, document),
      publishedBy: actor.id,
      publishedAt: now.toString(),
    });
    await tx.db.update(course).set({ liveEditionId: id }).where(eq(course.id, courseId));
    await tx.db
      .delete(plannedEdition)
      .where(and(eq(plannedEdition.courseId, courseId), lte(plannedEdition.number, next)));
    await later(tx, 'release.look-again', { courseId });
    await audit({ courseId, sentence: `published edition ${next}` });
    return ok({ number: next });
  },
});

/** An edition at a time: what is then in the working copy is published, if it then may be. */
export const publishLater = command({
  name: 'course.publish-later',
  input: object({
    courseId: idSchema,
    number: countSchema.min(1),
    ...wallTimeInput,
  }).noUnknown(),
  permission: mayPublish,
  async handle({ tx, actor, now, audit }, { courseId, number: wanted, ...wall }) {
    const { date, at, zone } = wall;
    if (!(await lockCourse(tx, courseId))) return fail('not-found', 'This course is not there any more.');
    const isNext = checkNumber(wanted, await nextNumber(tx, courseId));
    if (!isNext.ok) return isNext;
    const moment = momentToCome(wall, now);
    if (!moment.ok) return moment;
    const instant = moment.value;
    const row = {
      number: wanted,
      at: instant.toString(),
      wall: `${date} ${at}`,
      zone,
      plannedBy: actor.id,
      problem: null,
    };
    await tx.db
      .insert(plannedEdition)
      .values({ courseId, ...row })
      .onConflictDoUpdate({ target: plannedEdition.courseId, set: row });
    await audit({ courseId, sentence: `planned edition ${wanted} for ${date} ${at} (${zone})` });
    return ok({ at: instant.toString() });
  },
});

export const publishNever = command({
  name: 'course.publish-never',
  input: object({ courseId: idSchema }).noUnknown(),
  permission: mayPublish,
  async handle({ tx, audit }, { courseId }) {
    const [gone] = await tx.db
      .delete(plannedEdition)
      .where(eq(plannedEdition.courseId, courseId))
      .returning({ number: plannedEdition.number });
    if (gone) await audit({ courseId, sentence: `called off edition ${gone.number}` });
    return ok(null);
  },
});

/** Publishes what is due. Whoever planned it must still be allowed to; what stands in the way is kept to be read. */
export async function publishDue(now: Temporal.Instant = Temporal.Now.instant()): Promise<void> {
  const due = await database().select().from(plannedEdition).where(lte(plannedEdition.at, now.toString()));
  for (const row of due) {
    if (row.problem !== null) continue;
    const done = await publish.run(
      await personById(database(), row.plannedBy),
      { courseId: row.courseId, number: row.number },
      now,
    );
    if (done.ok) continue;
    await database()
      .update(plannedEdition)
      .set({ problem: done.problem.sentence })
      .where(eq(plannedEdition.courseId, row.courseId));
  }
}

export const makeLive = command({
  name: 'course.make-live',
  input: object({ courseId: idSchema, editionId: idSchema }).noUnknown(),
  permission: mayPublish,
  async handle({ tx, audit }, { courseId, editionId }) {
    const locked = await lockCourse(tx, courseId);
    if (!locked) return fail('not-found', 'This course is not there any more.');
    const [wanted] = await tx.db
      .select({ number: edition.number })
      .from(edition)
      .where(and(eq(edition.id, editionId), eq(edition.courseId, courseId)));
    if (!wanted) return fail('not-found', 'This edition does not belong to the course.');
    if (locked.liveEditionId === editionId) return ok({ number: wanted.number });
    await tx.db.update(course).set({ liveEditionId: editionId }).where(eq(course.id, courseId));
    await audit({ courseId, sentence: `made edition ${wanted.number} live again` });
    return ok({ number: wanted.number });
  },
});

const mostSteps = 20_000;
const topDown = ['course', 'section', 'outcome', 'lesson', 'question', 'text'];

/**
 * Goes back to how the working copy was at a revision, as one more step that can itself be undone.
 * `known` is the revision the person saw: what somebody else has done since is never undone unseen.
 */
export const goBack = command({
  name: 'outline.go-back',
  input: object({ courseId: idSchema, revision: countSchema, known: countSchema }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.edit', { courseId }),
  async handle(context, { courseId, revision, known }) {
    const { tx } = context;
    if (!(await lockCourse(tx, courseId))) return fail('not-found', 'This course is not there any more.');
    const [now] = await tx.db.select({ revision: course.revision }).from(course).where(eq(course.id, courseId));
    if (now?.revision !== known)
      return fail(
        'conflict',
        'Something has been changed since you looked at the history. Look at it again, then go back.',
      );
    if (known - revision > mostSteps)
      return fail('too-large', 'That is too far back for one step. Go back to a later point first.');
    // A history with a gap cannot be gone back over.
    const steps = await changesSince(tx.db, courseId, revision, known - revision + 1);
    if (steps?.length !== known - revision)
      return fail('conflict', 'The history before this point is not complete, so it cannot be gone back to.');
    const changes = netChanges(reverse(steps.flat()), topDown);
    const kept = await keepStep(context, courseId, changes, `go back to step ${revision}`);
    return stepAnswer(context, courseId, changes, kept.revision);
  },
});

export const editionCommands = {
  [publish.name]: publish,
  [publishLater.name]: publishLater,
  [publishNever.name]: publishNever,
  [makeLive.name]: makeLive,
  [goBack.name]: goBack,
};

export type EditionRow = {
  readonly id: string;
  readonly number: number;
  readonly at: string;
  readonly by: string;
  readonly live: boolean;
  readonly differences: readonly { readonly what: string; readonly sentence: string }[];
};

/** The editions of a course, newest first. */
export async function editionsOf(db: Database, courseId: string): Promise<EditionRow[]> {
  const rows = await db
    .select({
      id: edition.id,
      number: edition.number,
      at: edition.publishedAt,
      by: user.name,
      live: course.liveEditionId,
      differences: edition.differences,
    })
    .from(edition)
    .innerJoin(course, eq(course.id, edition.courseId))
    .leftJoin(user, eq(user.id, edition.publishedBy))
    .where(eq(edition.courseId, courseId))
    .orderBy(desc(edition.number));
  return rows.map((row) => ({ ...row, by: row.by ?? 'somebody', live: row.live === row.id }));
}
