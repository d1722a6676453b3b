import { eq, sql } from 'drizzle-orm';
import { mixed, object } from 'yup';
import { fingerprint, reverse, same } from '@/core/kernel/change';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import {
  canTakeBack,
  editText,
  filledWith,
  newCourse,
  type Outline,
  type OutlineEdit,
  planEdit,
  reachOf,
  reachOfChanges,
  slugOf,
  titleSchema,
} from '@/core/outline';
import { can } from '@/core/people';
import { mayChangeMedia, mediaById } from '../media';
import { courseStaff, school } from '../people';
import { audit } from '../platform/audit';
import { command } from '../platform/command';
import { newId } from '../platform/ids';
import { changeMany, undoMany } from './bulk';
import { copyRows } from './copy';
import { isEdit } from './edit-shape';
import { editionCommands } from './editions';
import { changesOf, undoRows } from './history';
import { loadPart } from './load';
import { removePattern, savePattern } from './patterns';
import { course } from './schema';
import { checkElsewhere, doneBefore, keepStep, lockCourse, stepAnswer, stepSchema } from './write';

/** Sums of fields as they were when somebody began to change them. */
type Base = { readonly [field: string]: string };

export const createCourse = command({
  name: 'course.create',
  input: object({ id: idSchema, title: titleSchema }).noUnknown(),
  permission: ({ actor }) => can(actor, 'course.create'),
  async handle({ tx, actor, audit }, { id, title: raw }) {
    const title = raw.trim();
    const [there] = await tx.db.select({ slug: course.slug }).from(course).where(eq(course.id, id));
    if (there)
      return can(actor, 'course.edit', { courseId: id })
        ? ok(there)
        : fail('conflict', 'This id is in use elsewhere. Try again.');
    const wanted = slugOf(title);
    // One after the other for each address, so that courses of one title at once get addresses of their own.
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`slug/${wanted}`]);
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
    if (!can(actor, 'course.edit', { courseId: id }))
      await tx.db.insert(courseStaff).values({ courseId: id, userId: actor.id, role: 'creator' });
    await audit({ courseId: id, sentence: `made the course "${title}"` });
    return ok({ slug });
  },
});

const courseInput = { courseId: idSchema };
const mayEdit = ({ actor }: { actor: Parameters<typeof can>[0] }, { courseId }: { courseId: string }) =>
  can(actor, 'course.edit', { courseId });

const goneCourse = fail('not-found', 'This course is not there any more.');

/** Fields that somebody else has changed since they were read, by the sums sent along with an edit. */
function changedMeanwhile(outline: Outline, edit: OutlineEdit, base: Base): Result<null> {
  if (edit.do !== 'set') return ok(null);
  const record = outline[edit.table][edit.id] as { readonly [field: string]: unknown } | undefined;
  // What is gone is told as gone; of a text the words that were written are kept to be seen.
  if (!record && edit.table !== 'text') return ok(null);
  for (const [field, wanted] of Object.entries(edit.fields)) {
    const sum = base[field];
    if (sum === undefined || fingerprint(record?.[field]) === sum || same(record?.[field], wanted)) continue;
    return fail(
      'changed',
      'Somebody else has changed this meanwhile. Both versions are kept: choose which one stays.',
      field,
    );
  }
  return ok(null);
}

/** Puts a thing of the library into a lesson, wherever in it that belongs: a step of the history like any other. */
export const fillLesson = command({
  name: 'outline.fill',
  input: object({ ...courseInput, lessonId: idSchema, mediaId: idSchema, step: stepSchema }).noUnknown(),
  permission: async (context, { courseId, mediaId }) =>
    mayEdit(context, { courseId }) && (await mayChangeMedia(context.tx.db, context.actor, mediaId)),
  async handle(context, { courseId, lessonId, mediaId, step }) {
    const { tx } = context;
    const held = await lockCourse(tx, courseId);
    const done = await doneBefore(context, courseId, step);
    if (done) return done;
    const none = { ids: [], lessonIds: [], sectionIds: [] };
    const outline =
      held && (await loadPart(tx.db, courseId, { lesson: { ...none, ids: [lessonId] }, question: none, text: none }));
    const lesson = outline?.lesson[lessonId];
    const media = await mediaById(tx.db, mediaId);
    if (!outline || !lesson || !media)
      return fail('not-found', 'This lesson is not part of the course any more. The file is in the library.');
    const edit: OutlineEdit = {
      do: 'set',
      table: 'lesson',
      id: lessonId,
      fields: filledWith(lesson, media, newId()),
    };
    const planned = planEdit(outline, edit);
    if (!planned.ok) return planned;
    const { revision } = await keepStep(
      context,
      courseId,
      planned.value,
      `put "${media.title}" into "${lesson.title}"`,
      {
        step,
      },
    );
    return stepAnswer(context, courseId, planned.value, revision);
  },
});

export const editOutline = command({
  name: 'outline.edit',
  input: object({
    ...courseInput,
    step: stepSchema,
    edit: mixed<OutlineEdit>((value): value is OutlineEdit => isEdit(value)).required(),
    /** For the fields of a `set`: the sum of what each was when it was changed. Without it nothing is compared. */
    base: mixed<Base>(
      (value): value is Base =>
        typeof value === 'object' && value !== null && Object.values(value).every((sum) => typeof sum === 'string'),
    ),
  }).noUnknown(),
  permission: mayEdit,
  async handle(context, { courseId, step, edit, base }) {
    const { tx } = context;
    const held = await lockCourse(tx, courseId);
    const done = await doneBefore(context, courseId, step);
    if (done) return done;
    const outline = held && (await loadPart(tx.db, courseId, reachOf(edit)));
    if (!outline) return goneCourse;
    const fresh = changedMeanwhile(outline, edit, base ?? {});
    if (!fresh.ok) return fresh;
    const planned = planEdit(outline, edit);
    if (!planned.ok) return planned;
    const elsewhere = await checkElsewhere(context, courseId, planned.value);
    if (!elsewhere.ok) return elsewhere;
    const { revision } = await keepStep(context, courseId, planned.value, editText(outline, edit), { step });
    return stepAnswer(context, courseId, planned.value, revision);
  },
});

/** Undo and redo are the same act, on different rows of the history. */
const takeBack = (kind: 'undo' | 'redo') =>
  command({
    name: `outline.${kind}`,
    input: object({ ...courseInput, step: stepSchema }).noUnknown(),
    permission: mayEdit,
    async handle(context, { courseId, step }) {
      const { tx, actor } = context;
      const held = await lockCourse(tx, courseId);
      const done = await doneBefore(context, courseId, step);
      if (done) return done;
      const row = held && (await undoRows(tx.db, courseId, actor.id))[kind];
      if (!row)
        return fail(
          'not-found',
          kind === 'undo' ? 'There is nothing of yours to undo here.' : 'There is nothing to do again.',
        );
      const made = await changesOf(tx.db, courseId, row.revision);
      const outline = await loadPart(tx.db, courseId, reachOfChanges(made ?? []));
      if (!outline) return goneCourse;
      const changes = reverse(made ?? []);
      const what = row.sentence.replace(/^undo: /, '');
      if (!made || !canTakeBack(outline, made, changes)) {
        return fail(
          'conflict',
          `"${what}" cannot be taken back by itself: the same thing has been changed since. Its present state is kept.`,
        );
      }
      const { auditId, revision } = await keepStep(
        context,
        courseId,
        changes,
        kind === 'undo' ? `undo: ${what}` : what,
        { kind, step },
      );
      await tx.db.update(audit).set({ undoneBy: auditId }).where(eq(audit.id, row.id));
      return stepAnswer(context, courseId, changes, revision);
    },
  });
export const undoOutline = takeBack('undo');
export const redoOutline = takeBack('redo');

export const outlineCommands = {
  [createCourse.name]: createCourse,
  [editOutline.name]: editOutline,
  [fillLesson.name]: fillLesson,
  [undoOutline.name]: undoOutline,
  [redoOutline.name]: redoOutline,
  [copyRows.name]: copyRows,
  [changeMany.name]: changeMany,
  [undoMany.name]: undoMany,
  ...editionCommands,
  [savePattern.name]: savePattern,
  [removePattern.name]: removePattern,
};
