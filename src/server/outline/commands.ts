import { eq, sql } from 'drizzle-orm';
import { mixed, number, object } from 'yup';
import { apply, type Change, reverse, stillStands } from '@/core/kernel/change';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import {
  type CourseDocument,
  courseDocumentSchema,
  differences,
  editText,
  newCourse,
  type Outline,
  type OutlineEdit,
  type OutlineTable,
  planEdit,
  readiness,
  slugOf,
  titleSchema,
} from '@/core/outline';
import { can } from '@/core/people';
import { mediaOfCourse } from '../media';
import { courseStaff, school } from '../people';
import { command } from '../platform/command';
import type { Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { composeDocument, documentHash, editionDocument, loadOutline, undoRows, undoState } from './queries';
import { audit, course, edition, lesson, question, section } from './schema';

/** Holds the course for this transaction, so that edits and publishing come one after the other. */
async function lockCourse(tx: Transaction, courseId: string) {
  const [row] = await tx.db.select({ id: course.id, liveEditionId: course.liveEditionId }).from(course).where(eq(course.id, courseId)).for('update');
  return row ?? null;
}

export const createCourse = command({
  name: 'course.create',
  input: object({ id: idSchema, title: titleSchema }).noUnknown(),
  permission: ({ actor }) => can(actor, 'course.create'),
  async handle({ tx, actor, audit }, { id, title: raw }) {
    const title = raw.trim();
    const [there] = await tx.db.select({ slug: course.slug }).from(course).where(eq(course.id, id));
    if (there) return ok(there);
    const wanted = slugOf(title);
    const taken = new Set(
      (
        await tx.db
          .select({ slug: course.slug })
          .from(course)
          .where(sql`${course.slug} like ${`${wanted}%`}`)
      ).map((row) => row.slug),
    );
    let slug = wanted;
    for (let i = 2; taken.has(slug); i += 1) slug = `${wanted}-${i}`;
    const [own] = await tx.db.select({ zone: school.zone }).from(school);
    await tx.db.insert(course).values(newCourse(id, slug, title, own?.zone ?? 'UTC'));
    if (actor.role !== 'owner') await tx.db.insert(courseStaff).values({ courseId: id, userId: actor.id, role: 'creator' });
    await audit({ courseId: id, sentence: `made the course "${title}"` });
    return ok({ slug });
  },
});

const tables = { course, section, lesson, question } as const;

/** Does changes to the working copy in the order given. */
async function write(tx: Transaction, courseId: string, changes: readonly Change[]): Promise<void> {
  for (const change of changes) {
    const table = tables[change.table as OutlineTable];
    if (change.after === null) await tx.db.delete(table).where(eq(table.id, change.id));
    else if (change.before !== null) await tx.db.update(table).set(change.after).where(eq(table.id, change.id));
    else await tx.db.insert(table).values({ ...change.after, courseId } as never);
  }
  if (changes.length > 0) await tx.db.update(course).set({ changedAt: sql`now()` }).where(eq(course.id, courseId));
}

/** Checks that need more than the course itself. */
async function checkAddress(tx: Transaction, courseId: string, changes: readonly Change[]) {
  for (const { table, after } of changes) {
    if (table !== 'course' || typeof after?.slug !== 'string') continue;
    const [other] = await tx.db.select({ id: course.id, title: course.title }).from(course).where(eq(course.slug, after.slug));
    if (other && other.id !== courseId) return fail('conflict', `The address ${after.slug} is in use by "${other.title}". Choose another one.`, 'slug');
  }
  return ok(null);
}

const courseInput = { courseId: idSchema };
const mayEdit = ({ actor }: { actor: Parameters<typeof can>[0] }, { courseId }: { courseId: string }) => can(actor, 'course.edit', { courseId });

export const editOutline = command({
  name: 'outline.edit',
  input: object({ ...courseInput, edit: mixed<OutlineEdit>((value): value is OutlineEdit => isEdit(value)).required() }).noUnknown(),
  permission: mayEdit,
  async handle({ tx, actor, audit }, { courseId, edit }) {
    const outline = (await lockCourse(tx, courseId)) && (await loadOutline(courseId, tx.db));
    if (!outline) return fail('not-found', 'This course is not there any more.');
    const planned = planEdit(outline, edit);
    if (!planned.ok) return planned;
    const foreign = await refersElsewhere(tx, courseId, planned.value);
    if (!foreign.ok) return foreign;
    const address = await checkAddress(tx, courseId, planned.value);
    if (!address.ok) return address;
    await write(tx, courseId, planned.value);
    if (planned.value.length > 0) await audit({ courseId, sentence: editText(outline, edit), changes: planned.value });
    return ok({ changes: planned.value, undo: await undoState(courseId, actor.id, tx.db) });
  },
});

/** Ids that come with an edit may belong to another course; then nothing is done. */
async function refersElsewhere(tx: Transaction, courseId: string, changes: readonly Change[]) {
  for (const { table, id, before, after } of changes) {
    if (before === null && after !== null) {
      const own = tables[table as OutlineTable];
      const [there] = await tx.db.select({ id: own.id }).from(own).where(eq(own.id, id));
      if (there) return fail('conflict', 'This id is in use elsewhere. Try again.');
    }
    if (table === 'lesson' && typeof after?.mediaId === 'string') {
      const media = await mediaOfCourse(courseId, tx.db);
      if (!media.has(after.mediaId)) return fail('not-found', 'This file does not belong to the course.', 'mediaId');
    }
  }
  return ok(null);
}

/** The outer shape of an edit; what is inside is checked where it is planned. */
function isEdit(value: unknown): value is OutlineEdit {
  if (typeof value !== 'object' || value === null) return false;
  const edit = value as { [key: string]: unknown };
  const id = isId;
  const place = (x: unknown) => x === null || id(x);
  const ids = (x: unknown) => Array.isArray(x) && x.length <= 5000 && x.every(id);
  switch (edit.do) {
    case 'add-section':
      return id(edit.id) && typeof edit.title === 'string' && place(edit.after);
    case 'add-lesson':
      return id(edit.id) && id(edit.sectionId) && place(edit.after) && typeof edit.title === 'string' && typeof edit.kind === 'string';
    case 'add-question':
      return id(edit.id) && id(edit.lessonId) && typeof edit.kind === 'string';
    case 'set':
      return ['course', 'section', 'lesson', 'question'].includes(String(edit.table)) && id(edit.id) && typeof edit.fields === 'object' && edit.fields !== null;
    case 'move-lessons':
      return ids(edit.ids) && id(edit.sectionId) && place(edit.before);
    case 'move-section':
    case 'move-question':
      return id(edit.id) && place(edit.before);
    case 'remove':
      return ['section', 'lesson', 'question'].includes(String(edit.table)) && ids(edit.ids);
    default:
      return false;
  }
}

/** Undo and redo are the same act, on different rows of the history. */
const takeBack = (kind: 'undo' | 'redo') =>
  command({
    name: `outline.${kind}`,
    input: object(courseInput).noUnknown(),
    permission: mayEdit,
    async handle(context, { courseId }) {
      const { tx, actor } = context;
      const outline = (await lockCourse(tx, courseId)) && (await loadOutline(courseId, tx.db));
      if (!outline) return fail('not-found', 'This course is not there any more.');
      const row = (await undoRows(courseId, actor.id, tx.db))[kind];
      if (!row) return fail('not-found', kind === 'undo' ? 'There is nothing of yours to undo here.' : 'There is nothing to do again.');
      const what = row.sentence.replace(/^undo: /, '');
      if (!stillStands(outline, row.changes) || !canStand(outline, reverse(row.changes))) {
        return fail('conflict', `"${what}" cannot be taken back by itself: the same thing has been changed since. Its present state is kept.`);
      }
      const changes = reverse(row.changes);
      await write(tx, courseId, changes);
      const id = await context.audit({ courseId, sentence: kind === 'undo' ? `undo: ${what}` : what, changes, kind });
      await tx.db.update(audit).set({ undoneBy: id }).where(eq(audit.id, row.id));
      return ok({ changes, undo: await undoState(courseId, actor.id, tx.db) });
    },
  });
export const undoOutline = takeBack('undo');
export const redoOutline = takeBack('redo');

/** Whether every record still has the one above it once the changes are made. */
function canStand(outline: Outline, changes: readonly Change[]): boolean {
  const after = apply(outline, changes);
  return (
    Object.values(after.lesson).every((one) => after.section[one.sectionId] !== undefined) &&
    Object.values(after.question).every((one) => after.lesson[one.lessonId] !== undefined)
  );
}

export const publish = command({
  name: 'course.publish',
  /** `number` is the edition the person meant to make, so that sending it twice makes one. */
  input: object({ ...courseInput, number: number().integer().min(1).required() }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.publish', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, number: wanted }) {
    const locked = await lockCourse(tx, courseId);
    const outline = locked && (await loadOutline(courseId, tx.db));
    if (!locked || !outline) return fail('not-found', 'This course is not there any more.');
    const [last] = await tx.db
      .select({ number: sql<number>`coalesce(max(${edition.number}), 0)::int` })
      .from(edition)
      .where(eq(edition.courseId, courseId));
    const next = (last?.number ?? 0) + 1;
    if (wanted < next)
      return fail('conflict', `Edition ${wanted} has been published already, perhaps from another window. Look at what is live, then publish edition ${next}.`);
    if (wanted > next) return fail('conflict', `The next edition is ${next}. Load the page again.`);
    const media = await mediaOfCourse(courseId, tx.db);
    const open = readiness(outline, media).filter((finding) => finding.level === 'settle');
    if (open[0]) {
      return fail('invalid', `${open.length === 1 ? 'One thing has' : `${open.length} things have`} to be settled before publishing: ${open[0].sentence}`);
    }
    const document = composeDocument(outline, media);
    courseDocumentSchema.validateSync(document);
    const hash = documentHash(document);
    const before: CourseDocument | null = locked.liveEditionId ? await editionDocument(locked.liveEditionId) : null;
    if (before && documentHash(before) === hash) return fail('conflict', 'Nothing has changed since the edition that is live, so there is nothing to publish.');
    const id = newId();
    await tx.db
      .insert(edition)
      .values({ id, courseId, number: next, document, hash, differences: differences(before, document), publishedBy: actor.id, publishedAt: now.toString() });
    await tx.db.update(course).set({ liveEditionId: id }).where(eq(course.id, courseId));
    await audit({ courseId, sentence: `published edition ${next}` });
    return ok({ number: next });
  },
});

export const outlineCommands = {
  [createCourse.name]: createCourse,
  [editOutline.name]: editOutline,
  [undoOutline.name]: undoOutline,
  [redoOutline.name]: redoOutline,
  [publish.name]: publish,
};
