import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { and, desc, eq } from 'drizzle-orm';
import { boolean, number, object, string } from 'yup';
import {
  type AssignmentSettings,
  afterLateness,
  type CriterionMark,
  checkCriterionMarks,
  checkFileCount,
  checkFileType,
  checkMark,
  checkText,
  criterionMarksSchema,
  lateness,
  mayHandIn,
} from '@/core/assignment';
import { compare, thousandths, toThousandths } from '@/core/kernel/exact';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { findLesson, usualDoneRule } from '@/core/outline';
import { can, mayMark } from '@/core/people';
import { instantFrom, takesCourse } from '../enrolment';
import { courseHead, learning, openLesson } from '../learning';
import { rememberBlob } from '../media';
import { leaveMessages } from '../message';
import { editionDocument } from '../outline';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { eventIn, recordEvent, recordEvents } from '../record';
import { handIn, markHistory } from './schema';

export type HandInRow = typeof handIn.$inferSelect;

const place = { courseId: idSchema, lessonId: idSchema };

/** One at a time for each learner and assignment. */
const holdWork = ({ tx, actor }: CommandContext, lessonId: string) =>
  tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`${actor.id}/${lessonId}`]);

/** The learner's draft of an assignment, begun when there is none, and held for this transaction. */
async function draftOf(context: CommandContext, courseId: string, lessonId: string) {
  const found = await openLesson(context, courseId, lessonId, (lesson) => lesson.assignment !== null);
  if (!found.ok) return found;
  const { tx } = context;
  const { learning, lesson } = found.value;
  const { enrolmentId, learnerId } = learning.learner;
  await holdWork(context, lessonId);
  const rows = await tx.db
    .select()
    .from(handIn)
    .where(and(eq(handIn.enrolmentId, enrolmentId), eq(handIn.lessonId, lessonId)))
    .orderBy(desc(handIn.number));
  const before = rows.filter((row) => row.state !== 'draft').length;
  const settings = lesson.lesson.assignment as AssignmentSettings;
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
  const settings = view?.lesson.assignment;
  if (!view || !settings) return fail('not-allowed', 'This is no assignment of a course you take.');
  if (!view.open) return fail('closed', `${view.lesson.title} is not open.`);
  const before = found?.records.handIns.get(lessonId)?.length ?? 0;
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
    await holdWork(context, lessonId);
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
      deed: `hand-in/${draft.id}/handed-in`,
    });
    return ok({ id: draft.id, isLate: may.value.isLate });
  },
});

/** What tells whether something else was handed in: SHA-256 of the words, the address and the files, each on a line. */
const checksumOf = (text: string, link: string, files: HandInRow['files']): string =>
  createHash('sha256')
    .update([text.normalize('NFC'), link, ...files.map(({ hash, name }) => `${hash} ${name}`)].join('\n'))
    .digest('hex');

/** Takes back what was handed in, as long as nobody has begun to mark it and it may be handed in anew. */
export const takeBack = command({
  name: 'assignment.take-back',
  input: object({ ...place, handInId: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, handInId }) {
    await holdWork(context, lessonId);
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
    return ok(null);
  },
});

const markInput = object({
  handInId: idSchema,
  /** Thousandths of a point. */
  points: number().integer().nullable().defined(),
  remark: string().max(20_000, 'Keep the remark under 20,000 characters.').defined(),
  /** What is given by each criterion, where the assignment is marked by some; the points follow from it. */
  criteria: criterionMarksSchema.default(undefined).optional(),
  finish: boolean().required(),
}).noUnknown();

async function workFor(context: CommandContext, id: string): Promise<HandInRow | null> {
  const [row] = await context.tx.db.select().from(handIn).where(eq(handIn.id, id)).for('update');
  return row ?? null;
}

/** Keeps a mark for later, or finishes it: then the learner sees it. */
export const markWork = command({
  name: 'marking.mark',
  input: markInput,
  async permission(context, { handInId }) {
    const row = await workFor(context, handInId);
    // To somebody who may not mark, work that is not there is the same as work they may not see.
    return (
      row !== null &&
      (row.learnerId === context.actor.id ? can(context.actor, 'marking.mark', row) : mayMark(context.actor, row))
    );
  },
  async handle(context, input) {
    const row = await workFor(context, input.handInId);
    if (!row || row.state === 'draft') return fail('not-found', 'This work has not been handed in.');
    if (row.learnerId === context.actor.id)
      return fail('not-allowed', 'This is your own work; somebody else has to mark it.');
    const lesson = await lessonOf(context.tx.db, row);
    if (!lesson.ok) return lesson;
    const settings = lesson.value.assignment as AssignmentSettings;
    const mark = markFrom(settings, input);
    if (!mark.ok) return mark;
    const { points, criteria } = mark.value;
    if (row.state === 'marked' && !input.finish)
      return fail(
        'conflict',
        'This work has been marked and its learner has seen it. Finish it again to change the mark.',
      );
    const { tx, actor, now } = context;
    const same =
      row.points === points &&
      row.remark === input.remark &&
      isDeepStrictEqual(row.criteria, criteria) &&
      row.state === (input.finish ? 'marked' : 'being-marked');
    if (same) return ok({ state: row.state });
    const state = input.finish ? ('marked' as const) : ('being-marked' as const);
    await tx.db
      .update(handIn)
      .set({
        points,
        of: settings.points,
        remark: input.remark,
        criteria,
        state,
        markerId: actor.id,
        ...(input.finish ? { markedAt: now.toString() } : {}),
      })
      .where(eq(handIn.id, row.id));
    const marking = newId();
    await tx.db.insert(markHistory).values({
      id: marking,
      handInId: row.id,
      markerId: actor.id,
      at: now.toString(),
      points,
      remark: input.remark,
      criteria,
      finished: input.finish,
    });
    if (input.finish) {
      const { title } = lesson.value;
      const reached = afterLateness(points ?? 0, row.latePercent);
      const event = {
        ...eventIn(row, lesson.value, now.toString()),
        score: { raw: toThousandths(reached) / 1000, max: settings.points / 1000 },
      };
      const passed = compare(reached, thousandths(settings.passPoints)) >= 0;
      const result = { ...event, verb: passed ? 'passed' : 'failed', deed: `mark/${marking}/result` } as const;
      const completed = { ...event, verb: 'completed', deed: `mark/${marking}/completed` } as const;
      await recordEvents(tx, event, passed ? [result, completed] : [result]);
      await later(tx, 'certificate.award', { enrolmentId: row.enrolmentId });
      await leaveMessages(
        tx,
        [
          {
            ...{ occasion: 'marked', deed: `marked/${marking}` },
            facts: { lesson: { id: row.lessonId, title }, again: row.state === 'marked' },
            ...{ personId: row.learnerId, courseId: row.courseId, enrolmentId: row.enrolmentId },
          },
        ],
        now,
      );
      await context.audit({ courseId: row.courseId, sentence: `marked work for "${title}"` });
    }
    return ok({ state });
  },
});

/** The points a mark comes to: as they were given, or by the criteria there are. */
function markFrom(
  settings: AssignmentSettings,
  given: {
    readonly points: number | null;
    readonly criteria?: readonly CriterionMark[] | undefined;
    readonly finish: boolean;
  },
): Result<{ readonly points: number | null; readonly criteria: readonly CriterionMark[] | null }> {
  const { points, criteria = [], finish } = given;
  if (!settings.criteria?.length) {
    const checked = checkMark(points, settings, finish);
    return checked.ok ? ok({ points, criteria: null }) : checked;
  }
  const total = checkCriterionMarks(settings.criteria, criteria, finish);
  return total.ok ? ok({ points: total.value, criteria }) : total;
}

async function lessonOf(db: Database, row: HandInRow): Promise<Result<NonNullable<ReturnType<typeof findLesson>>>> {
  const document = await editionDocument(db, row.editionId);
  const lesson = document && findLesson(document, row.lessonId);
  return lesson?.assignment ? ok(lesson) : fail('not-found', 'The assignment of this work is not there any more.');
}

export const assignmentCommands = {
  [beginWork.name]: beginWork,
  [saveDraft.name]: saveDraft,
  [takeBack.name]: takeBack,
  [dropFile.name]: dropFile,
  [handInWork.name]: handInWork,
  [markWork.name]: markWork,
};
