import { desc, eq } from 'drizzle-orm';
import { boolean, object } from 'yup';
import { pointsText } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { besideOthers, ontoKept, partsOfOthers } from '@/core/marking';
import type { Question } from '@/core/outline';
import { can, mayMark } from '@/core/people';
import { type Answers, type DraftMark, draftMarksSchema, isAnswered, kindOf } from '@/core/quiz';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { partHolders } from '../sharing';
import { whileNothingIsPutRight } from './put-right';
import { resultFollows } from './result';
import { sitting, sittingMarks } from './schema';
import { answersOf, closedWith, paperOf, readMarks, type SittingRow, scoreOf } from './sitting';

/** The questions whose answers a person has to mark; what was left open is not marked. */
export const questionsToMark = (questions: readonly Question[], answers: Answers): readonly Question[] =>
  questions.filter(({ id, kind }) => kindOf(kind).judgedBy === 'person' && isAnswered(kind, answers[id]));

/** What was marked last in a sitting, finished or not; null where nothing was. */
export async function lastMarks(db: Database, sittingId: string) {
  const [row] = await db
    .select()
    .from(sittingMarks)
    .where(eq(sittingMarks.sittingId, sittingId))
    .orderBy(desc(sittingMarks.at), desc(sittingMarks.id))
    .limit(1);
  return row ? { ...row, marks: readMarks(row.marks) } : null;
}

/** Whether marks are for these questions, no more than they are worth, and, to be finished, all there. */
function checkMarks(marks: readonly DraftMark[], questions: readonly Question[], finish: boolean): Result<null> {
  for (const { questionId, points } of marks) {
    const question = questions.find(({ id }) => id === questionId);
    if (!question) return fail('not-found', 'This answer is not there to be marked. Load the page again.');
    if (points !== null && points > question.points)
      return fail(
        'invalid',
        `This question is worth ${pointsText(question.points)} points; give at most that.`,
        questionId,
      );
  }
  if (new Set(marks.map(({ questionId }) => questionId)).size < marks.length)
    return fail('invalid', 'An answer is marked twice here. Load the page again.');
  const without =
    finish && questions.find(({ id }) => !marks.some((one) => one.questionId === id && one.points !== null));
  return without ? fail('invalid', 'Give points before you finish.', without.id) : ok(null);
}

const questionOf = ({ questionId }: DraftMark) => questionId;

/** Whether two lists say the same of the same answers. */
const sameMarks = (a: readonly DraftMark[], b: readonly DraftMark[]): boolean =>
  a.length === b.length &&
  a.every(({ questionId, points, remark }) =>
    b.some((one) => one.questionId === questionId && one.points === points && one.remark === remark),
  );

async function rowFor({ tx }: CommandContext, id: string): Promise<SittingRow | null> {
  const [row] = await tx.db.select().from(sitting).where(eq(sitting.id, id)).for('update');
  return row ?? null;
}

/** Keeps marks of the answers of a sitting for later, or finishes them: then it is known what the sitting is worth. */
export const markPaper = command({
  name: 'marking.mark-paper',
  input: object({
    sittingId: idSchema,
    marks: draftMarksSchema,
    /** The marks as they were before; what is as it was is left to what is kept by now. */
    seen: draftMarksSchema.default(undefined).optional(),
    finish: boolean().required(),
  }).noUnknown(),
  async permission(context, { sittingId }) {
    const row = await rowFor(context, sittingId);
    // To somebody who may not mark, a sitting that is not there is the same as one they may not see.
    return (
      row !== null &&
      (row.learnerId === context.actor.id ? can(context.actor, 'marking.mark', row) : mayMark(context.actor, row))
    );
  },
  async handle(context, { sittingId, marks: own, seen, finish }) {
    const { tx, actor, now } = context;
    const row = await rowFor(context, sittingId);
    if (!row || row.marking === null) return fail('not-found', 'Nothing in this sitting waits to be marked.');
    if (row.learnerId === actor.id) return fail('not-allowed', 'This is your own work; somebody else has to mark it.');
    const paper = await paperOf(tx.db, row);
    const asked = paper?.questions ?? [];
    const questions = questionsToMark(asked, await answersOf(tx.db, row.id, asked));
    const last = await lastMarks(tx.db, row.id);
    const others = partsOfOthers(await partHolders(tx.db, row.courseId, row.lessonId), actor.id, row);
    const kept = last?.marks ?? [];
    const given = seen ? ontoKept(own, seen, kept, questionOf) : own;
    const marks = besideOthers(given, kept, questionOf, others);
    const checked = checkMarks(marks, questions, finish);
    if (!checked.ok) return checked;
    if (row.marking === 'marked' && !finish)
      return fail('conflict', 'This has been marked and its learner has seen it. Finish it again to change the marks.');
    const isSame = last !== null && last.finished === finish && sameMarks(last.marks, marks);
    if (isSame) return ok({ state: row.marking, marks });
    const values = { marks, finished: finish, at: now.toString(), markerId: actor.id };
    const goesOn = last && !last.finished && last.markerId === actor.id;
    const id = goesOn ? last.id : newId();
    if (goesOn) await tx.db.update(sittingMarks).set(values).where(eq(sittingMarks.id, id));
    else await tx.db.insert(sittingMarks).values({ ...values, id, sittingId: row.id });
    if (!finish) {
      await tx.db.update(sitting).set({ marking: 'being-marked' }).where(eq(sitting.id, row.id));
      return ok({ state: 'being-marked' as const, marks });
    }
    await whileNothingIsPutRight(tx, row);
    const marked = { ...row, marking: 'marked' as const };
    const score = await scoreOf(tx.db, marked, paper);
    const { points, of, share } = closedWith(score, row.handedInAt ?? now.toString(), row.isVoid);
    await tx.db
      .update(sitting)
      .set({ points, of, share, marking: 'marked', markedAt: now.toString() })
      .where(eq(sitting.id, row.id));
    await resultFollows(tx, marked, paper, score, now, { deed: `marked/${id}` });
    await context.audit({ courseId: row.courseId, sentence: `marked a sitting of "${paper?.title ?? ''}"` });
    return ok({ state: 'marked' as const, marks });
  },
});
