import { and, desc, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import {
  type AssignmentSettings,
  checkFileCount,
  checkFileType,
  checkText,
  lateness,
  mayHandIn,
  rulesForNext,
} from '@/core/assignment';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { usualDoneRule } from '@/core/outline';
import { instantFrom, takesCourse } from '../enrolment';
import { courseHead, learning, openLesson } from '../learning';
import { rememberBlob } from '../media';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { eventIn, recordEvent } from '../record';
import { checksumOf } from './checksum';
import { drawOn } from './drawn';
import { answerLook, askForLook, grantedAgain } from './look';
import { finishDecided, markWork } from './mark';
import { releaseLater, releaseNever, releaseResults } from './release';
import { takeFromReturned } from './returned';
import { savedRemarkCommands } from './saved-remarks';
import { handIn } from './schema';
import { scriptCommands } from './scripts';
import { holdWork } from './work';

const place = { courseId: idSchema, lessonId: idSchema };

/** The learner's draft of an assignment, begun when there is none, and held for this transaction. */
async function draftOf(context: CommandContext, courseId: string, lessonId: string) {
  const found = await openLesson(context, courseId, lessonId, (lesson) => lesson.assignment !== null);
  if (!found.ok) return found;
  const { tx } = context;
  const { learning, lesson } = found.value;
  const { enrolmentId, learnerId } = learning.learner;
  await holdWork(context, context.actor.id, lessonId);
  const rows = await tx.db
    .select()
    .from(handIn)
    .where(and(eq(handIn.enrolmentId, enrolmentId), eq(handIn.lessonId, lessonId)))
    .orderBy(desc(handIn.number));
  const before = rows.filter((row) => row.state !== 'draft').length;
  const granted = await grantedAgain(tx.db, enrolmentId, lessonId);
  const settings = rulesForNext(lesson.lesson.assignment as AssignmentSettings, before, granted);
  let draft = rows.find((row) => row.state === 'draft');
  if (!draft) {
    if (before >= settings.attempts)
      return fail(
        'closed',
        before === 1
          ? 'You have handed this in.'
          : `You have handed this in ${before} times, as often as it is allowed.`,
      );
    [draft] = await tx.db
      .insert(handIn)
      .values({
        id: newId(),
        enrolmentId,
        learnerId,
        courseId,
        lessonId,
        editionId: learning.editionId,
        number: before + 1,
        state: 'draft',
        startedAt: context.now.toString(),
      })
      .returning();
    if (lesson.progress.state === 'empty')
      await recordEvent(tx, {
        ...eventIn(learning.learner, lesson.lesson, context.now.toString()),
        verb: 'attempted',
        deed: `hand-in/${draft?.id}/begun`,
      });
  }
  if (!draft) throw new Error('A draft was not made.');
  const { editionId, learner } = learning;
  return ok({ draft, before, settings, learner, editionId, lesson: lesson.lesson });
}

/** Begins an assignment: from then on its time is counted, where it has a limit. Harmless when it has been begun. */
export const beginWork = command({
  name: 'assignment.begin',
  input: object(place).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId }) {
    const found = await draftOf(context, courseId, lessonId);
    return found.ok ? ok({ id: found.value.draft.id, startedAt: found.value.draft.startedAt }) : found;
  },
});

const words = { text: string().defined(), link: string().max(2000, 'This address is too long.') };

export const saveDraft = command({
  name: 'assignment.save-draft',
  input: object({ ...place, ...words }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, text, link = '' }) {
    const checked = checkText(text);
    if (!checked.ok) return checked;
    const found = await draftOf(context, courseId, lessonId);
    if (!found.ok) return found;
    await context.tx.db
      .update(handIn)
      // An address is kept as it is typed, and looked at when it is handed in.
      .set({ text, link: found.value.settings.takesLink ? link : '', changedAt: context.now.toString() })
      .where(eq(handIn.id, found.value.draft.id));
    return ok({ saved: context.now.toString() });
  },
});

const fileInput = {
  ...place,
  hash: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
};

/** Whether a learner could add a file of so many bytes to an assignment now; asked before it is sent. */
export async function mayAddFile(
  db: Database,
  learnerId: string,
  courseId: string,
  lessonId: string,
  bytes: number,
  now = Temporal.Now.instant(),
): Promise<Result<null>> {
  const head = isId(courseId) ? await courseHead(db, courseId) : null;
  const found = head && (await learning(db, head, learnerId, now));
  const view = found?.view.lessons.find((one) => one.lesson.id === lessonId);
  if (!found || !view?.lesson.assignment) return fail('not-allowed', 'This is no assignment of a course you take.');
  if (!view.open) return fail('closed', `${view.lesson.title} is not open.`);
  const before = found.records.handIns.get(lessonId)?.length ?? 0;
  const granted = await grantedAgain(db, found.learner.enrolmentId, lessonId);
  const settings = rulesForNext(view.lesson.assignment, before, granted);
  if (before >= settings.attempts) return fail('closed', 'You have handed this in, as often as it is allowed.');
  const count = checkFileCount(settings, 1);
  return count.ok ? checkFileSize(settings, bytes) : count;
}

const checkFileSize = (settings: AssignmentSettings, bytes: number): Result<null> =>
  bytes > settings.megabytes * 1024 * 1024
    ? fail('too-large', `This file is larger than ${settings.megabytes} MB, the most for one file here.`, 'file')
    : ok(null);

/** Adds an uploaded file to the draft. Called by the upload route only, which has checked its content. */
export const addFile = command({
  name: 'assignment.add-file',
  input: object({ ...fileInput, fileName: string().max(300).required(), contentType: string().required() }).noUnknown(),
  permission: takesCourse,
  async handle(context, input) {
    const found = await draftOf(context, input.courseId, input.lessonId);
    if (!found.ok) return found;
    const { draft, settings } = found.value;
    if (draft.files.some((file) => file.hash === input.hash)) return ok({ id: draft.id });
    const count = checkFileCount(settings, draft.files.length + 1);
    if (!count.ok) return count;
    const kind = checkFileType(settings, input.contentType);
    if (!kind.ok) return kind;
    const stored = await rememberBlob(context.tx, input);
    if (!stored.ok) return stored;
    const small = checkFileSize(settings, stored.value.size);
    if (!small.ok) return small;
    await context.tx.db
      .update(handIn)
      .set({ files: [...draft.files, { ...stored.value, name: input.fileName }], changedAt: context.now.toString() })
      .where(eq(handIn.id, draft.id));
    return ok({ id: draft.id });
  },
});

export const dropFile = command({
  name: 'assignment.drop-file',
  input: object(fileInput).noUnknown(),
  permission: takesCourse,
  async handle(context, input) {
    const found = await draftOf(context, input.courseId, input.lessonId);
    if (!found.ok) return found;
    const { draft } = found.value;
    await context.tx.db
      .update(handIn)
      .set({ files: draft.files.filter((file) => file.hash !== input.hash) })
      .where(eq(handIn.id, draft.id));
    return ok(null);
  },
});

export const handInWork = command({
  name: 'assignment.hand-in',
  input: object({ ...place, ...words, deed: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, text, link = '', deed }) {
    await holdWork(context, context.actor.id, lessonId);
    const mine = and(eq(handIn.deed, deed), eq(handIn.learnerId, context.actor.id), eq(handIn.lessonId, lessonId));
    const [before] = await context.tx.db.select({ id: handIn.id, isLate: handIn.isLate }).from(handIn).where(mine);
    // Sent again, it has been handed in then.
    if (before) return ok(before);
    const found = await draftOf(context, courseId, lessonId);
    if (!found.ok) return found;
    const { draft, before: times, settings, learner, editionId, lesson } = found.value;
    const begunAt = instantFrom(draft.startedAt);
    const work = { text, link, files: draft.files.length, before: times, begunAt };
    const may = mayHandIn(settings, work, learner.clock, context.now);
    if (!may.ok) return may;
    await context.tx.db
      .update(handIn)
      .set({
        text,
        link: link.trim(),
        // It is marked by what is asked for now, whatever was when it was begun.
        editionId,
        deed,
        checksum: checksumOf(text, link.trim(), draft.files),
        of: settings.points,
        hidesName: settings.hidesNames ?? false,
        state: 'handed-in',
        handedInAt: context.now.toString(),
        isLate: may.value.isLate,
        latePercent: may.value.percent,
      })
      .where(eq(handIn.id, draft.id));
    const event = eventIn(learner, lesson, context.now.toString());
    const rule = lesson.done ?? usualDoneRule(lesson);
    await recordEvent(context.tx, {
      ...event,
      verb: rule.by === 'passed' ? 'attempted' : 'completed',
      // Taken back and handed in anew, it is done anew.
      deed: `hand-in/${draft.id}/handed-in/${deed}`,
    });
    return ok({ id: draft.id, isLate: may.value.isLate });
  },
});

/** Takes back what was handed in, as long as nobody has begun to mark it and it may be handed in anew. */
export const takeBack = command({
  name: 'assignment.take-back',
  input: object({ ...place, handInId: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, handInId }) {
    await holdWork(context, context.actor.id, lessonId);
    const found = await openLesson(context, courseId, lessonId, (lesson) => lesson.assignment !== null);
    if (!found.ok) return found;
    const { learner } = found.value.learning;
    const mine = and(eq(handIn.enrolmentId, learner.enrolmentId), eq(handIn.lessonId, lessonId));
    const rows = await context.tx.db.select().from(handIn).where(mine).for('update');
    const row = rows.find(({ id }) => id === handInId);
    if (!row) return fail('not-found', 'This work is not there, or it is not yours.');
    if (row.state === 'draft') return ok(null);
    if (row.state !== 'handed-in') return fail('closed', 'Somebody has begun to mark this work; it stays as it is.');
    if (rows.some(({ state }) => state === 'draft'))
      return fail('conflict', 'You have begun another piece of work for this; hand that in, or leave this as it is.');
    const settings = found.value.lesson.lesson.assignment as AssignmentSettings;
    const { isTaken } = lateness(settings, learner.clock, context.now, instantFrom(row.startedAt));
    if (!isTaken) return fail('too-late', 'It could not be handed in anew: the time to do so has passed.');
    await context.tx.db
      .update(handIn)
      .set({ state: 'draft', deed: null, handedInAt: null, checksum: null, isLate: false, latePercent: 0 })
      .where(eq(handIn.id, row.id));
    // What else was handed in for it still stands.
    if (rows.length === 1)
      await recordEvent(context.tx, {
        ...eventIn(learner, found.value.lesson.lesson, context.now.toString()),
        verb: 'suspended',
        deed: `hand-in/${row.id}/taken-back/${row.deed}`,
      });
    return ok(null);
  },
});

export const assignmentCommands = {
  ...savedRemarkCommands,
  ...scriptCommands,
  [beginWork.name]: beginWork,
  [saveDraft.name]: saveDraft,
  [takeBack.name]: takeBack,
  [dropFile.name]: dropFile,
  [handInWork.name]: handInWork,
  [askForLook.name]: askForLook,
  [answerLook.name]: answerLook,
  [drawOn.name]: drawOn,
  [takeFromReturned.name]: takeFromReturned,
  [finishDecided.name]: finishDecided,
  [markWork.name]: markWork,
  [releaseResults.name]: releaseResults,
  [releaseLater.name]: releaseLater,
  [releaseNever.name]: releaseNever,
};
