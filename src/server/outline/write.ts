import { eq, inArray, sql } from 'drizzle-orm';
import type { Change } from '@/core/kernel/change';
import { idSchema } from '@/core/kernel/ids';
import { checkNear } from '@/core/kernel/near';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { keptChanges, type Lesson, linkFault, mediaIn, type OutlineTable, type RichText } from '@/core/outline';
import { type Actor, can } from '@/core/people';
import { mediaNamed } from '@/core/quiz';
import { keepUses, knownMedia, type Uses, usableMedia } from '../media';
import { audit } from '../platform/audit';
import type { CommandContext } from '../platform/command';
import type { Transaction } from '../platform/database';
import { undoState } from './history';
import { course, lesson, lessonText, outcome, question, section } from './schema';

const tables = { course, section, lesson, question, outcome, text: lessonText } as const;
const most = 200;

/** Names a step from the browser's side; without it, a step is done as often as it is sent. */
export const stepSchema = idSchema.optional();

/** Holds the course for this transaction, so that edits and publishing come one after the other. */
export async function lockCourse(tx: Transaction, courseId: string) {
  const [row] = await tx.db
    .select({ id: course.id, liveEditionId: course.liveEditionId, revision: course.revision })
    .from(course)
    .where(eq(course.id, courseId))
    .for('update');
  return row ?? null;
}

/** Rows of one kind of change in a row are written together. */
function* runs(changes: readonly Change[]): Generator<readonly [Change, ...Change[]]> {
  const kindOf = ({ table, before, after }: Change) => [table, before === null, after === null].join(' ');
  for (let at = 0; at < changes.length; ) {
    const first = changes[at] as Change;
    let end = at + 1;
    while (end < changes.length && end - at < most && kindOf(changes[end] as Change) === kindOf(first)) end += 1;
    yield changes.slice(at, end) as unknown as [Change, ...Change[]];
    at = end;
  }
}

/** Does changes to the working copy in the order given. */
async function write(tx: Transaction, courseId: string, changes: readonly Change[]): Promise<void> {
  for (const run of runs(changes)) {
    const [first] = run;
    const table = tables[first.table as OutlineTable];
    const ids = run.map(({ id }) => id);
    if (first.after === null) await tx.db.delete(table).where(inArray(table.id, ids));
    else if (first.before === null)
      await tx.db.insert(table).values(run.map(({ after }) => ({ ...after, courseId })) as never);
    else
      for (const { id, after } of run)
        await tx.db
          .update(table)
          .set(after as never)
          .where(eq(table.id, id));
  }
  await keepUses(tx, courseId, [...changes.flatMap(usesIn), ...(await usesOfQuestions(tx, changes))]);
}

/** Files that some changes of questions name. */
const namedByQuestions = (changes: readonly Change[]): readonly string[] =>
  changes.flatMap(({ table, after }) => (table === 'question' ? mediaNamed(after) : []));

/** What lessons use with their questions, where a change may have made a difference to it. */
async function usesOfQuestions(tx: Transaction, changes: readonly Change[]): Promise<Uses[]> {
  const touching = changes.filter(
    ({ table, before, after }) =>
      table === 'question' && (after === null || before === null || 'body' in after || 'media' in after),
  );
  if (touching.length === 0) return [];
  const ids = touching.map(({ id }) => id);
  const known = touching.flatMap(({ before, after }) => {
    const lessonId = after?.lessonId ?? before?.lessonId;
    return typeof lessonId === 'string' ? [lessonId] : [];
  });
  const found = await tx.db.select({ id: question.lessonId }).from(question).where(inArray(question.id, ids));
  const lessonIds = [...new Set([...known, ...found.map((row) => row.id)])];
  const rows = await tx.db
    .select({ lessonId: question.lessonId, body: question.body, media: question.media })
    .from(question)
    .where(inArray(question.lessonId, lessonIds));
  return lessonIds.map((lessonId) => ({
    lessonId,
    places: { question: rows.filter((row) => row.lessonId === lessonId).flatMap((row) => [...mediaNamed(row)]) },
  }));
}

/** What a lesson uses after a change, where the change says so. A lesson that goes takes its uses with it. */
function usesIn({ table, id, after }: Change): Uses[] {
  if (after === null) return [];
  const { mediaId, pictureId, attachments, content } = after as Partial<Lesson> & {
    readonly content?: RichText | null;
  };
  if (table === 'text' && content !== undefined)
    return [{ lessonId: id, places: { text: content === null ? [] : mediaIn(content) } }];
  if (table !== 'lesson') return [];
  const places = {
    ...(mediaId === undefined ? {} : { main: [mediaId ?? []].flat() }),
    ...(pictureId === undefined ? {} : { picture: [pictureId ?? []].flat() }),
    ...(attachments === undefined ? {} : { attachment: attachments.map((one) => one.mediaId) }),
  };
  return [{ lessonId: id, places }];
}

/**
 * Keeps changes as the next step of the history: the rows, the revision, and the line that undo and
 * everybody else's browser read.
 */
export async function keepStep(
  { tx, audit }: CommandContext,
  courseId: string,
  changes: readonly Change[],
  sentence: string,
  { kind = 'do', step }: { readonly kind?: 'do' | 'undo' | 'redo'; readonly step?: string | undefined } = {},
): Promise<{ readonly auditId: string | null; readonly revision: number }> {
  if (changes.length === 0) {
    const [row] = await tx.db.select({ revision: course.revision }).from(course).where(eq(course.id, courseId));
    return { auditId: null, revision: row?.revision ?? 0 };
  }
  await write(tx, courseId, changes);
  const [row] = await tx.db
    .update(course)
    .set({ changedAt: sql`now()`, revision: sql`${course.revision} + 1` })
    .where(eq(course.id, courseId))
    .returning({ revision: course.revision });
  const revision = row?.revision ?? 0;
  return {
    auditId: await audit({
      courseId,
      sentence,
      changes: keptChanges(changes),
      kind,
      revision,
      ...(step ? { step } : {}),
    }),
    revision,
  };
}

/** What a step answers: its changes, where the course now is, and what can be taken back. */
export async function stepAnswer(
  { tx, actor }: CommandContext,
  courseId: string,
  changes: readonly Change[],
  revision: number,
) {
  return ok({ changes, revision, undo: await undoState(tx.db, courseId, actor.id) });
}

/**
 * The answer to a step that was sent before and done: the line broke before the browser heard of it.
 * Null for a new one. To be asked with the course locked.
 */
export async function doneBefore(context: CommandContext, courseId: string, step: string | undefined) {
  if (step === undefined) return null;
  const { tx, actor } = context;
  const [row] = await tx.db
    .select({ actorId: audit.actorId, courseId: audit.courseId, revision: course.revision })
    .from(audit)
    .leftJoin(course, eq(course.id, audit.courseId))
    .where(eq(audit.step, step));
  if (!row) return null;
  if (row.courseId !== courseId || row.actorId !== actor.id)
    return fail('conflict', 'This id is in use elsewhere. Try again.');
  return stepAnswer(context, courseId, [], row.revision ?? 0);
}

/** Checks that need more than the course itself: addresses, ids and files that belong to others. */
export async function checkElsewhere(
  { tx, now, actor }: CommandContext,
  courseId: string,
  changes: readonly Change[],
): Promise<Result<null>> {
  for (const { table, after } of changes) {
    if (after === null) continue;
    // Only what is planned with; titles and texts may name any day.
    const { opens, closes, rhythm, access, assignment, live } = after as { readonly [field: string]: unknown };
    const near = table === 'text' ? ok(null) : checkNear({ opens, closes, rhythm, access, assignment, live }, now);
    if (!near.ok) return near;
  }
  for (const { table, after } of changes) {
    if (table !== 'course' || typeof after?.slug !== 'string') continue;
    const [other] = await tx.db
      .select({ id: course.id, title: course.title })
      .from(course)
      .where(eq(course.slug, after.slug));
    if (other && other.id !== courseId)
      return fail('conflict', `The address ${after.slug} is in use by "${other.title}". Choose another one.`, 'slug');
  }
  for (const name of ['section', 'lesson', 'question', 'outcome'] as const) {
    const ids = changes.filter(({ table, before }) => table === name && before === null).map(({ id }) => id);
    if (ids.length === 0) continue;
    const own = tables[name];
    const [there] = await tx.db.select({ id: own.id }).from(own).where(inArray(own.id, ids)).limit(1);
    if (there) return fail('conflict', 'This id is in use elsewhere. Try again.');
  }
  const links = changes.flatMap(({ after }) => (typeof after?.link === 'string' && after.link ? [after.link] : []));
  if (links.length > 0) {
    const [own] = await tx.db.select({ settings: course.settings }).from(course).where(eq(course.id, courseId));
    for (const link of links) {
      const fault = linkFault(link, own?.settings.sources ?? []);
      if (fault) return fail('invalid', fault, 'link');
    }
  }
  for (const { table, after } of changes) {
    const follows = table === 'lesson' ? ((after as Partial<Lesson> | null)?.quiz?.follows ?? []) : [];
    const enrols = follows.flatMap(({ deeds }) => deeds.flatMap((deed) => (deed.do === 'enrol' ? [deed] : [])));
    // What follows by itself is no more than its maker may do by hand.
    if (enrols.some((deed) => !can(actor, 'course.enrol', { courseId: deed.courseId })))
      return fail('not-allowed', 'Only who enrols people in a course can let it follow from a result.', 'quiz');
  }
  return checkFiles(tx, actor, changes);
}

/** Only what somebody sees of the library may they use: a use opens a file to all who work on the course. */
async function checkFiles(tx: Transaction, actor: Actor, changes: readonly Change[]): Promise<Result<null>> {
  const idsIn = (table: Change['table']) =>
    changes
      .filter((change) => change.table === table)
      .flatMap(usesIn)
      .flatMap(({ places }) => Object.values(places).flat());
  const [shown, written] = [[...idsIn('lesson'), ...namedByQuestions(changes)], idsIn('text')];
  const all = [...new Set([...shown, ...written])];
  const usable = await usableMedia(tx.db, actor, all);
  if (all.every((id) => usable.has(id))) return ok(null);
  // What a text names and is not there at all is left out where it is shown.
  const known = await knownMedia(tx.db, written);
  return shown.every((id) => usable.has(id)) && written.every((id) => usable.has(id) || !known.has(id))
    ? ok(null)
    : fail('not-found', 'This file is not in the library of the school, or not for you.', 'mediaId');
}
