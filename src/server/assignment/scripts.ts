import { isDeepStrictEqual } from 'node:util';
import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import {
  type AssignmentSettings,
  cutEvery,
  matchScripts,
  type OnRoll,
  type Script,
  type ScriptPage,
  samePages,
  scriptPagesSchema,
} from '@/core/assignment';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Temporal } from '@/core/kernel/time';
import { findLesson, usualDoneRule } from '@/core/outline';
import { type Actor, can } from '@/core/people';
import { type EnrolledLearner, learnerIn, learnersOf } from '../enrolment';
import { courseHead } from '../learning';
import { rememberBlob, storedFile, typeOfBlob } from '../media';
import { editionDocument } from '../outline';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import { eventIn, recordEvent } from '../record';
import { checksumOf } from './checksum';
import { asScan } from './scans';
import { handIn, script } from './schema';
import { withSheets } from './sheets/apart';
import { holdWork } from './work';

const place = { courseId: idSchema, lessonId: idSchema };
const maySort = ({ actor }: CommandContext, { courseId }: { readonly courseId: string }) =>
  can(actor, 'course.staff', { courseId });

/** Whether somebody may load scripts for a course: those who say who marks it. */
export const mayLoadScripts = (person: Actor, courseId: string): boolean =>
  isId(courseId) && can(person, 'course.staff', { courseId });

/** Those who take a course now, by when they came: their numbers are those of the roll, and stay while others come. */
export async function rollOf(db: Database, courseId: string): Promise<readonly OnRoll[]> {
  const came = ({ begunAt, enrolmentId }: EnrolledLearner) => `${begunAt} ${enrolmentId}`;
  const learners = (await learnersOf(db, courseId)).toSorted((a, b) => (came(a) < came(b) ? -1 : 1));
  return learners.map(({ enrolmentId, name }, i) => ({ enrolmentId, name, number: i + 1 }));
}

export type OnTable = Script & { readonly enrolmentId: string | null };

/** What lies on the sorting table of an assignment, as it was loaded. */
export async function scriptsOf(db: Database, courseId: string, lessonId: string): Promise<readonly OnTable[]> {
  return db
    .select({ id: script.id, name: script.name, pages: script.pages, enrolmentId: script.enrolmentId })
    .from(script)
    .where(and(eq(script.courseId, courseId), eq(script.lessonId, lessonId)))
    .orderBy(asc(script.at), asc(script.id));
}

/** Matches what lies on the table and is nobody's yet, by the names of the files. */
async function match(db: Database, courseId: string, lessonId: string): Promise<void> {
  const [scripts, roll] = [await scriptsOf(db, courseId, lessonId), await rollOf(db, courseId)];
  const taken = new Set(scripts.map(({ enrolmentId }) => enrolmentId));
  const found = matchScripts(
    scripts.filter(({ enrolmentId }) => enrolmentId === null),
    roll,
  );
  for (const [id, enrolmentId] of found)
    if (!taken.has(enrolmentId)) await db.update(script).set({ enrolmentId }).where(eq(script.id, id));
}

/** Lays a scan on the table. Called by the upload route only, which has looked at its content and counted its pages. */
export const addScript = command({
  name: 'scripts.add',
  input: object({ ...place, ...storedFile, count: number().integer().min(1).required() }).noUnknown(),
  permission: maySort,
  async handle({ tx, actor, now }, { courseId, lessonId, fileName, count, ...file }) {
    const assigned = await liveAssignment(tx.db, courseId, lessonId);
    if (!assigned.ok) return assigned;
    const stored = await rememberBlob(tx, file);
    if (!stored.ok) return stored;
    const { hash } = stored.value;
    const there = (await scriptsOf(tx.db, courseId, lessonId)).find(({ pages }) => pages[0]?.hash === hash);
    // The same file again is no second script.
    if (there) return ok({ id: there.id });
    const pages = Array.from({ length: count }, (_, i): ScriptPage => ({ hash, page: i + 1, turn: 0, out: false }));
    const id = newId();
    const row = { id, courseId, lessonId, name: fileName, pages, loadedBy: actor.id, at: now.toString() };
    await tx.db.insert(script).values(row);
    await match(tx.db, courseId, lessonId);
    return ok({ id });
  },
});

const notOnTable = fail('not-found', 'This script is not on the table any more; it may have been handed in.');

/** The scripts some ids name, held for this transaction; a sentence where one is not there. */
async function held({ tx }: CommandContext, courseId: string, lessonId: string, ids: readonly string[]) {
  const rows = await tx.db
    .select()
    .from(script)
    .where(and(eq(script.courseId, courseId), eq(script.lessonId, lessonId), inArray(script.id, [...ids])))
    .orderBy(asc(script.id))
    .for('update');
  return rows.length === new Set(ids).size ? ok(rows) : notOnTable;
}

const gone = 'Somebody else has sorted these pages meanwhile. They are shown as they are now.';

/** Puts the pages of some scripts into another order, turned and left out as wished; no page is lost. */
const arrange = command({
  name: 'scripts.arrange',
  input: object({
    ...place,
    scripts: array()
      .of(object({ id: idSchema, before: scriptPagesSchema, pages: scriptPagesSchema }).noUnknown().required())
      .min(1)
      .max(2, 'Move pages between two scripts at a time.')
      .required(),
  }).noUnknown(),
  permission: maySort,
  async handle(context, { courseId, lessonId, scripts }) {
    const rows = await held(
      context,
      courseId,
      lessonId,
      scripts.map(({ id }) => id),
    );
    if (!rows.ok) return rows;
    for (const { id, before } of scripts)
      if (!isDeepStrictEqual(rows.value.find((row) => row.id === id)?.pages, before)) return fail('conflict', gone);
    if (
      !samePages(
        scripts.map(({ before }) => before),
        scripts.map(({ pages }) => pages),
      )
    )
      return fail('invalid', 'A page would be lost by this, or be there twice. Nothing was changed.');
    for (const { id, pages } of scripts) {
      if (pages.length > 0) await context.tx.db.update(script).set({ pages }).where(eq(script.id, id));
      else await context.tx.db.delete(script).where(eq(script.id, id));
    }
    return ok(null);
  },
});

/** Says whose a script is, or that it is not known. */
const assign = command({
  name: 'scripts.assign',
  input: object({ ...place, scriptId: idSchema, enrolmentId: idSchema.nullable().defined() }).noUnknown(),
  permission: maySort,
  async handle(context, { courseId, lessonId, scriptId, enrolmentId }) {
    const rows = await held(context, courseId, lessonId, [scriptId]);
    if (!rows.ok) return rows;
    const { db } = context.tx;
    if (enrolmentId !== null) {
      if (!(await rollOf(db, courseId)).some((one) => one.enrolmentId === enrolmentId))
        return fail('not-found', 'This learner does not take the course.');
      const other = (await scriptsOf(db, courseId, lessonId)).find(
        (one) => one.enrolmentId === enrolmentId && one.id !== scriptId,
      );
      if (other)
        return fail(
          'conflict',
          `"${other.name}" is this learner’s already. Put the pages together, or choose another.`,
        );
    }
    await db.update(script).set({ enrolmentId }).where(eq(script.id, scriptId));
    return ok(null);
  },
});

/** Cuts a pile of pages into scripts of so many pages each. */
const cut = command({
  name: 'scripts.cut',
  input: object({
    ...place,
    scriptId: idSchema,
    every: number().integer().min(1, 'A script has at least one page.').max(100).required(),
  }).noUnknown(),
  permission: maySort,
  async handle(context, { courseId, lessonId, scriptId, every }) {
    const rows = await held(context, courseId, lessonId, [scriptId]);
    if (!rows.ok) return rows;
    const [row] = rows.value;
    if (!row) return notOnTable;
    const piles = cutEvery(row.pages, every);
    if (piles.length < 2) return ok(null);
    const { db } = context.tx;
    await db.delete(script).where(eq(script.id, row.id));
    await db.insert(script).values(
      piles.map((pages, i) => ({
        ...row,
        ...{ id: newId(), pages, enrolmentId: null },
        // The number it has in the pile, which the roll may know.
        name: `${row.name.replace(/\.[a-z0-9]{1,5}$/i, '').replace(/\p{N}/gu, '')} ${i + 1}`.trim(),
      })),
    );
    await match(db, courseId, lessonId);
    return ok(null);
  },
});

/** Takes a script off the table; the scan is swept away in time. */
const drop = command({
  name: 'scripts.drop',
  input: object({ ...place, scriptId: string().required() }).noUnknown(),
  permission: maySort,
  async handle({ tx }, { courseId, lessonId, scriptId }) {
    if (isId(scriptId))
      await tx.db
        .delete(script)
        .where(and(eq(script.id, scriptId), eq(script.courseId, courseId), eq(script.lessonId, lessonId)));
    return ok(null);
  },
});

/** The assignment as it is in the live edition: what is handed in is marked by that. */
export async function liveAssignment(db: Database, courseId: string, lessonId: string) {
  const head = await courseHead(db, courseId);
  const document = head?.liveEditionId ? await editionDocument(db, head.liveEditionId) : null;
  const lesson = document && findLesson(document, lessonId);
  return lesson?.assignment && head?.liveEditionId
    ? ok({ lesson, editionId: head.liveEditionId, settings: lesson.assignment as AssignmentSettings })
    : fail('not-found', 'This is no assignment of the live edition. Publish it first.');
}

/** Hands a script in for its learner: called with the PDF its pages were put together to. */
const handInScript = command({
  name: 'scripts.hand-in',
  input: object({ ...place, ...storedFile, scriptId: idSchema, pages: scriptPagesSchema }).noUnknown(),
  permission: maySort,
  async handle(context, { courseId, lessonId, scriptId, pages, fileName, ...file }) {
    const { db } = context.tx;
    const rows = await held(context, courseId, lessonId, [scriptId]);
    if (!rows.ok) return rows;
    const [row] = rows.value;
    if (!row) return notOnTable;
    if (!isDeepStrictEqual(row.pages, pages)) return fail('conflict', gone);
    if (row.enrolmentId === null) return fail('invalid', 'Say first whose script this is.');
    const assigned = await liveAssignment(db, courseId, lessonId);
    if (!assigned.ok) return assigned;
    const { lesson, editionId, settings } = assigned.value;
    const whose = await learnerIn(db, row.enrolmentId);
    if (!whose || whose.endedAt !== null) return fail('not-found', 'This learner does not take the course any more.');
    await holdWork(context, whose.learnerId, lessonId);
    const before = await db
      .select({ number: handIn.number, state: handIn.state })
      .from(handIn)
      .where(and(eq(handIn.enrolmentId, whose.enrolmentId), eq(handIn.lessonId, lessonId)))
      .orderBy(desc(handIn.number));
    if (before.some(({ state }) => state === 'draft' || state === 'handed-in' || state === 'being-marked'))
      return fail('conflict', 'This learner has handed something in that is not marked yet, or has begun to.');
    const stored = await rememberBlob(context.tx, file);
    if (!stored.ok) return stored;
    const handed = [{ ...stored.value, name: fileName }];
    const id = newId();
    const at = context.now.toString();
    await db.insert(handIn).values({
      ...{ id, enrolmentId: whose.enrolmentId, learnerId: whose.learnerId, courseId, lessonId, editionId },
      ...{ number: (before[0]?.number ?? 0) + 1, files: handed, state: 'handed-in', startedAt: at, changedAt: at },
      ...{
        handedInAt: at,
        of: settings.points,
        hidesName: settings.hidesNames ?? false,
        checksum: checksumOf('', '', handed),
      },
    });
    await db.delete(script).where(eq(script.id, row.id));
    const rule = lesson.done ?? usualDoneRule(lesson);
    await recordEvent(context.tx, {
      ...eventIn(whose, lesson, at),
      verb: rule.by === 'passed' ? 'attempted' : 'completed',
      deed: `hand-in/${id}/handed-in/script`,
    });
    return ok({ id });
  },
});

/** Puts the pages of a script together and hands it in for its learner. */
export async function bindAndHandIn(
  db: Database,
  person: Actor,
  scriptId: string,
  now?: Temporal.Instant,
): Promise<Result<unknown>> {
  const [row] = isId(scriptId) ? await db.select().from(script).where(eq(script.id, scriptId)) : [];
  if (!row || !mayLoadScripts(person, row.courseId)) return notOnTable;
  const kept = row.pages.filter(({ out }) => !out);
  if (kept.length === 0) return fail('invalid', 'All pages of this script are left out. Keep one of them.');
  const scans = await Promise.all(
    [...new Set(kept.map(({ hash }) => hash))].map(async (hash) =>
      asScan({ hash, contentType: await typeOfBlob(db, hash) }),
    ),
  );
  const made = await withSheets('bound', { scans: scans.filter((scan) => scan !== null), pages: row.pages }, 60_000);
  if (!made.ok) return made;
  const { hash } = await putBytes(made.value);
  const { courseId, lessonId, pages } = row;
  const file = { hash, contentType: 'application/pdf', fileName: 'Paper script.pdf' };
  return handInScript.run(person, { courseId, lessonId, scriptId, pages, ...file }, now);
}

/** A scan on the table, for those who sort it. */
export async function scanOnTable(db: Database, scriptId: string, hash: string, person: Actor) {
  const [row] = isId(scriptId) ? await db.select().from(script).where(eq(script.id, scriptId)) : [];
  if (!row?.pages.some((page) => page.hash === hash) || !mayLoadScripts(person, row.courseId)) return null;
  return { hash, contentType: await typeOfBlob(db, hash), name: row.name };
}

export const scriptCommands = {
  [arrange.name]: arrange,
  [assign.name]: assign,
  [cut.name]: cut,
  [drop.name]: drop,
};
