import { isDeepStrictEqual } from 'node:util';
import { and, asc, eq } from 'drizzle-orm';
import { boolean, number, object, string } from 'yup';
import {
  type AssignmentSettings,
  afterLateness,
  type CriterionMark,
  checkCriterionMarks,
  checkMark,
  criterionMarksSchema,
  type HandInState,
} from '@/core/assignment';
import { compare, thousandths, toThousandths } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Temporal } from '@/core/kernel/time';
import { besideOthers, ontoKept, partsOfOthers } from '@/core/marking';
import { findLesson, type LessonDocument } from '@/core/outline';
import { can, mayMark } from '@/core/people';
import { leaveMessages } from '../message';
import { editionDocument } from '../outline';
import { type CommandContext, command } from '../platform/command';
import type { Database, Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { eventIn, recordEvents } from '../record';
import { partHolders } from '../sharing';
import { type HandInRow, handIn, markHistory } from './schema';
import { heldWork } from './work';

const markInput = object({
  handInId: idSchema,
  /** Thousandths of a point. */
  points: number().integer().nullable().defined(),
  /** Null: as it is; so one who marks a part leaves what another has said of the whole. */
  remark: string().max(20_000, 'Keep the remark under 20,000 characters.').nullable().defined(),
  /** What is given by each criterion, where the assignment is marked by some; the points follow from it. */
  criteria: criterionMarksSchema.default(undefined).optional(),
  /** The mark as it was before; what is as it was is left to what is kept by now. */
  seen: object({ points: number().integer().nullable().defined(), criteria: criterionMarksSchema })
    .noUnknown()
    .default(undefined)
    .optional(),
  finish: boolean().required(),
  /** Why a mark is changed that its learner has seen. */
  why: string().max(1000, 'Keep the reason under 1,000 characters.'),
}).noUnknown();

type MarkGiven = {
  readonly points: number | null;
  readonly remark: string | null;
  readonly criteria?: readonly CriterionMark[] | undefined;
  readonly seen?: { readonly points: number | null; readonly criteria: readonly CriterionMark[] } | undefined;
  readonly finish: boolean;
  readonly why?: string | undefined;
};

/** Keeps a mark for later, or finishes it: then the learner sees it. */
export const markWork = command({
  name: 'marking.mark',
  input: markInput,
  async permission(context, { handInId }) {
    const row = await heldWork(context, handInId);
    // To somebody who may not mark, work that is not there is the same as work they may not see.
    return (
      row !== null &&
      (row.learnerId === context.actor.id ? can(context.actor, 'marking.mark', row) : mayMark(context.actor, row))
    );
  },
  async handle(context, { handInId, ...given }) {
    const row = await heldWork(context, handInId);
    if (!row || row.state === 'draft') return fail('not-found', 'This work has not been handed in.');
    if (row.learnerId === context.actor.id)
      return fail('not-allowed', 'This is your own work; somebody else has to mark it.');
    return setMark(context, row, given);
  },
});

/**
 * Finishes all work of an assignment that somebody has kept with every point there is to give: what is marked one
 * criterion after another becomes whole in this way.
 */
export const finishDecided = command({
  name: 'marking.finish-decided',
  input: object({ courseId: idSchema, lessonId: idSchema }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'marking.mark', { courseId }),
  async handle(context, { courseId, lessonId }) {
    const { actor, tx } = context;
    const rows = await tx.db
      .select()
      .from(handIn)
      .where(and(eq(handIn.courseId, courseId), eq(handIn.lessonId, lessonId), eq(handIn.state, 'being-marked')))
      .orderBy(asc(handIn.id))
      .for('update');
    let count = 0;
    for (const row of rows) {
      if (row.learnerId === actor.id || !mayMark(actor, row)) continue;
      const { points, remark, criteria } = row;
      const done = await setMark(context, row, { points, remark, criteria: criteria ?? undefined, finish: true });
      // What has not all its points yet stays as it is kept.
      if (done.ok) count += 1;
      else if (done.problem.code !== 'invalid') return done;
    }
    return ok({ count });
  },
});

/** What is kept of a mark now: with what others have given meanwhile. */
type Kept = { readonly points: number | null; readonly criteria: readonly CriterionMark[] };
const criterionOf = ({ criterionId }: CriterionMark) => criterionId;

/** Puts a mark on work that is held, as `markWork` and `finishDecided` decide it. */
async function setMark(
  context: CommandContext,
  row: HandInRow,
  given: MarkGiven,
): Promise<Result<{ readonly state: HandInState } & Kept>> {
  const lesson = await lessonOf(context.tx.db, row);
  if (!lesson.ok) return lesson;
  const settings = lesson.value.assignment as AssignmentSettings;
  const holders = await partHolders(context.tx.db, row.courseId, row.lessonId);
  const others = partsOfOthers(holders, context.actor.id, row);
  const { seen } = given;
  const keptBefore = row.criteria ?? [];
  const own = given.criteria ?? [];
  const onto = seen ? ontoKept(own, seen.criteria, keptBefore, criterionOf) : own;
  const all = besideOthers(onto, keptBefore, criterionOf, others);
  const whole = seen && seen.points === given.points ? row.points : given.points;
  const mark = markFrom(settings, { ...given, points: whole, criteria: all });
  if (!mark.ok) return mark;
  const { points, criteria } = mark.value;
  const remark = given.remark ?? row.remark;
  // Released at once, or already: then its learner has seen it.
  const isReleased = row.releasedAt !== null || (given.finish && settings.releases !== 'together');
  if (row.releasedAt !== null && !given.finish)
    return fail(
      'conflict',
      'This work has been marked and its learner has seen it. Finish it again to change the mark.',
    );
  const { tx, actor, now } = context;
  const isAsBefore = row.points === points && row.remark === remark && isDeepStrictEqual(row.criteria, criteria);
  // What is kept behind the same mark that was finished meanwhile takes nothing back.
  if (isAsBefore && (row.state === 'marked' || (row.state === 'being-marked' && !given.finish)))
    return ok({ state: row.state, points, criteria: criteria ?? [] });
  const why = given.why?.trim() ?? '';
  if (row.releasedAt !== null && why === '')
    return fail(
      'invalid',
      'Say why this mark is changed; its learner has seen it, and the reason is kept with it.',
      'why',
    );
  const state = given.finish ? ('marked' as const) : ('being-marked' as const);
  await tx.db
    .update(handIn)
    .set({
      points,
      of: settings.points,
      remark,
      criteria,
      state,
      markerId: actor.id,
      ...(given.finish && { markedAt: now.toString() }),
      ...(given.finish && isReleased && { releasedAt: now.toString() }),
    })
    .where(eq(handIn.id, row.id));
  const marking = newId();
  await tx.db.insert(markHistory).values({
    id: marking,
    handInId: row.id,
    markerId: actor.id,
    at: now.toString(),
    points,
    remark,
    criteria,
    finished: given.finish,
    why: row.releasedAt === null ? '' : why,
  });
  if (given.finish) {
    const marked = { ...row, points };
    if (isReleased) await resultFollows(tx, marked, lesson.value, marking, now);
    await context.audit({ courseId: row.courseId, sentence: `marked work for "${lesson.value.title}"` });
  }
  return ok({ state, points, criteria: criteria ?? [] });
}

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

/** The assignment of some work, as it was in the edition it was handed in on. */
export async function lessonOf(db: Database, row: HandInRow): Promise<Result<LessonDocument>> {
  const document = await editionDocument(db, row.editionId);
  const lesson = document && findLesson(document, row.lessonId);
  return lesson?.assignment ? ok(lesson) : fail('not-found', 'The assignment of this work is not there any more.');
}

/**
 * What follows once a learner may see the mark of their work: what they have done, a certificate that may be earned by
 * it, and a message. `deed` tells it from what follows another mark of the same work.
 */
export async function resultFollows(
  tx: Transaction,
  row: HandInRow,
  lesson: LessonDocument,
  deed: string,
  now: Temporal.Instant,
): Promise<void> {
  const settings = lesson.assignment as AssignmentSettings;
  const reached = afterLateness(row.points ?? 0, row.latePercent);
  const event = {
    ...eventIn(row, lesson, now.toString()),
    score: { raw: toThousandths(reached) / 1000, max: settings.points / 1000 },
  };
  const passed = compare(reached, thousandths(settings.passPoints)) >= 0;
  const result = { ...event, verb: passed ? 'passed' : 'failed', deed: `mark/${deed}/result` } as const;
  const completed = { ...event, verb: 'completed', deed: `mark/${deed}/completed` } as const;
  await recordEvents(tx, event, passed ? [result, completed] : [result]);
  await later(tx, 'certificate.award', { enrolmentId: row.enrolmentId });
  await leaveMessages(
    tx,
    [
      {
        ...{ occasion: 'marked', deed: `marked/${deed}` },
        facts: { lesson: { id: row.lessonId, title: lesson.title }, again: row.releasedAt !== null },
        ...{ personId: row.learnerId, courseId: row.courseId, enrolmentId: row.enrolmentId },
      },
    ],
    now,
  );
}
