import { randomInt } from 'node:crypto';
import { and, asc, eq, isNull, lt, sql } from 'drizzle-orm';
import { boolean, mixed, number, object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { judge } from '@/core/learning';
import type { LessonDocument } from '@/core/outline';
import {
  canGoBack,
  checkAnswer,
  deadlineFor,
  isAnswered,
  isFor,
  isOverdue,
  mayBegin,
  mayHandIn,
  mostSeed,
  pagesOf,
  type QuizSettings,
} from '@/core/quiz';
import { instantFrom, learnerIn, takesCourse } from '../enrolment';
import { openLesson } from '../learning';
import { command } from '../platform/command';
import { database, type Transaction, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { eventIn, recordEvent } from '../record';
import { takeBackAbout, tellAbout } from './about';
import { giveFile, withStoredFiles } from './answer-files';
import { showOnBoard } from './board';
import { extraMinutes, giveTime } from './extra-time';
import { markPaper } from './marking';
import { own, ownSitting, underWay } from './own';
import { presetCommands } from './presets';
import { correctionCommands, whileNothingIsPutRight } from './put-right';
import { resultFollows } from './result';
import { sitting, sittingAnswer } from './schema';
import { answersOf, closedWith, paperOf, type SittingRow, scoreOf, sittingOf } from './sitting';

/** Scores a sitting and closes it. Harmless when it is closed already. */
async function handInRow(tx: Transaction, row: SittingRow, at: Temporal.Instant): Promise<SittingRow> {
  if (row.handedInAt) return row;
  await whileNothingIsPutRight(tx, row);
  const lesson = await paperOf(tx.db, row);
  const score = await scoreOf(tx.db, row, lesson);
  const timeUp = row.deadline !== null && Temporal.Instant.compare(at, instantFrom(row.deadline)) >= 0;
  const isVoid = timeUp && lesson?.quiz?.atEnd === 'not-counted';
  const [closed] = await tx.db
    .update(sitting)
    .set({ ...closedWith(score, at.toString(), isVoid), isVoid })
    .where(and(eq(sitting.id, row.id), isNull(sitting.handedInAt)))
    .returning();
  if (!closed) return row;
  await resultFollows(tx, closed, lesson, score, at, { deed: 'result', timeUp });
  return closed;
}

/** Ids of all questions that stood on some papers. */
async function hadIn(tx: Transaction, rows: readonly SittingRow[]): Promise<string[]> {
  const papers = await Promise.all(rows.map((row) => paperOf(tx.db, row)));
  return [...new Set(papers.flatMap((paper) => paper?.questions.map(({ id }) => id) ?? []))];
}

export const beginSitting = command({
  name: 'quiz.begin',
  input: object({ courseId: idSchema, lessonId: idSchema, deed: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, deed }) {
    const found = await openLesson(context, courseId, lessonId, (lesson) => lesson.quiz !== null);
    if (!found.ok) return found;
    const settings = found.value.lesson.lesson.quiz as QuizSettings;
    const { tx, now } = context;
    const { editionId, learner, records } = found.value.learning;
    if (!isFor(settings.forWhom, records.belongs))
      return fail('closed', 'This quiz is for some learners of the course, and you are not one of them.');
    const { enrolmentId, learnerId } = learner;
    // One at a time for each learner and quiz, so that two clicks at once begin one sitting.
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`${enrolmentId}/${lessonId}`]);
    const rows = await tx.db
      .select()
      .from(sitting)
      .where(and(eq(sitting.enrolmentId, enrolmentId), eq(sitting.lessonId, lessonId)))
      .orderBy(asc(sitting.number));
    // Sent again, it is the sitting that was begun then, whatever has become of it.
    const begun = rows.find((row) => row.deed === deed);
    if (begun) return ok({ id: begun.id });
    const underWay = rows.find((row) => row.handedInAt === null);
    if (underWay && !isOverdue(sittingOf(underWay), now)) return ok({ id: underWay.id });
    const closed = underWay && (await handInRow(tx, underWay, instantFrom(underWay.deadline ?? now.toString())));
    const may = mayBegin(
      settings,
      rows.map((row) => sittingOf(row.id === closed?.id ? closed : row)),
      now,
    );
    if (!may.ok) return may;
    const id = newId();
    const deadline = deadlineFor(settings, now, await extraMinutes(tx.db, enrolmentId, lessonId));
    await tx.db.insert(sitting).values({
      id,
      deed,
      enrolmentId,
      learnerId,
      courseId,
      lessonId,
      editionId,
      number: may.value.number,
      seed: randomInt(mostSeed),
      avoids: settings.draws?.some(({ unseen }) => unseen) ? await hadIn(tx, rows) : [],
      startedAt: now.toString(),
      deadline: deadline?.toString() ?? null,
    });
    await recordEvent(tx, {
      ...eventIn(learner, found.value.lesson.lesson, now.toString()),
      verb: 'attempted',
      deed: `sitting/${id}/begun`,
    });
    return ok({ id });
  },
});

/** When an answer was given: never before its sitting began, and never after it arrived. */
function givenAt(given: number | undefined, row: SittingRow, now: Temporal.Instant): Temporal.Instant {
  if (given === undefined) return now;
  const from = instantFrom(row.startedAt).epochMilliseconds;
  return Temporal.Instant.fromEpochMilliseconds(Math.max(from, Math.min(given, now.epochMilliseconds)));
}

/** The page of a paper a question stands on, from 0. */
const pageOf = (paper: LessonDocument, questionId: string): number =>
  pagesOf(paper.quiz ?? {}, paper.questions).findIndex((page) => page.some(({ id }) => id === questionId));

export const answerQuestion = command({
  name: 'quiz.answer',
  input: object({
    sittingId: idSchema,
    questionId: idSchema,
    answer: mixed<object>((value): value is object => typeof value === 'object').required(),
    spent: number().integer().min(0).optional(),
    /** When it was given, by the server's clock as the browser knows it: milliseconds since 1970. */
    given: number().integer().min(0).optional(),
  }).noUnknown(),
  permission: ownSitting,
  async handle(context, { sittingId, questionId, answer, spent, given }) {
    const found = await underWay(context, sittingId);
    if (!found.ok) return found;
    const row = found.value;
    const paper = await paperOf(context.tx.db, row);
    const question = paper?.questions.find((one) => one.id === questionId);
    if (!paper || !question) return fail('not-found', 'This question is not part of the quiz.');
    const page = pageOf(paper, questionId);
    if (!canGoBack(paper.quiz ?? {}) && page < row.reached)
      return fail('closed', 'This page was left, and one cannot go back to it. What was answered there is kept.');
    const checked = checkAnswer(question.kind, question.body, answer);
    if (!checked.ok) return checked;
    // Nobody has spent longer on a question than their sitting has lasted.
    const lasted = context.now.epochMilliseconds - instantFrom(row.startedAt).epochMilliseconds;
    const at = givenAt(given, row, context.now);
    const stored = await withStoredFiles(context.tx.db, { sittingId, questionId }, question.kind, checked.value);
    if (!stored.ok) return stored;
    const kept = {
      answer: stored.value,
      at: at.toString(),
      spent: spent === undefined ? null : Math.max(0, Math.min(spent, lasted)),
    };
    const written = await context.tx.db
      .insert(sittingAnswer)
      .values({ sittingId: row.id, questionId, ...kept })
      .onConflictDoUpdate({
        target: [sittingAnswer.sittingId, sittingAnswer.questionId],
        // A browser that was opened anew begins to measure anew.
        set: { ...kept, spent: sql`greatest(excluded.spent, ${sittingAnswer.spent})` },
        // What was given last holds, whichever device sends it first; what was judged stays as it is.
        setWhere: sql`${sittingAnswer.at} <= excluded.at and ${sittingAnswer.judgedAt} is null`,
      })
      .returning({ at: sittingAnswer.at });
    if (written.length > 0) return ok({ saved: context.now.toString(), newer: null });
    const [newer] = await context.tx.db
      .select({ answer: sittingAnswer.answer })
      .from(sittingAnswer)
      .where(and(eq(sittingAnswer.sittingId, row.id), eq(sittingAnswer.questionId, questionId)));
    return ok({ saved: context.now.toString(), newer: newer?.answer ?? null });
  },
});

export const handInSitting = command({
  name: 'quiz.hand-in',
  input: object({ sittingId: idSchema }).noUnknown(),
  permission: ownSitting,
  async handle(context, { sittingId }) {
    const found = await own(context, sittingId);
    if (!found.ok) return found;
    const row = found.value;
    const at = isOverdue(sittingOf(row), context.now) && row.deadline ? instantFrom(row.deadline) : context.now;
    // Once the time is up it is handed in as it is, whatever is open.
    const isUp = row.deadline !== null && Temporal.Instant.compare(context.now, instantFrom(row.deadline)) >= 0;
    if (!row.handedInAt && !isUp) {
      const paper = await paperOf(context.tx.db, row);
      const answers = await answersOf(context.tx.db, row.id, paper?.questions ?? []);
      const open = (paper?.questions ?? []).filter(({ id, kind }) => !isAnswered(kind, answers[id])).length;
      const may = mayHandIn(paper?.quiz ?? {}, open);
      if (!may.ok) return may;
    }
    const closed = await handInRow(context.tx, row, at);
    return ok({ id: closed.id });
  },
});

/** Judges an answer at once, where its quiz does: from then on it stays as it is. */
export const judgeAnswer = command({
  name: 'quiz.judge',
  input: object({ sittingId: idSchema, questionId: idSchema }).noUnknown(),
  permission: ownSitting,
  async handle(context, { sittingId, questionId }) {
    const found = await underWay(context, sittingId);
    if (!found.ok) return found;
    const row = found.value;
    const paper = await paperOf(context.tx.db, row);
    const question = paper?.questions.find(({ id }) => id === questionId);
    if (!paper?.quiz?.judges || !question) return fail('not-found', 'This question is not judged at once.');
    const answer = (await answersOf(context.tx.db, row.id, [question]))[questionId];
    const judgement = answer && judge(question, answer, paper.quiz.decimals);
    if (!judgement) return fail('invalid', 'Answer the question first.');
    await context.tx.db
      .update(sittingAnswer)
      .set({ judgedAt: context.now.toString() })
      .where(
        and(
          eq(sittingAnswer.sittingId, row.id),
          eq(sittingAnswer.questionId, questionId),
          isNull(sittingAnswer.judgedAt),
        ),
      );
    return ok({ verdict: judgement.verdict, said: judgement.said });
  },
});

/** Marks a question as one to look at again, or takes the mark away: it is there on every device. */
export const markQuestion = command({
  name: 'quiz.mark',
  input: object({ sittingId: idSchema, questionId: idSchema, on: boolean().required() }).noUnknown(),
  permission: ownSitting,
  async handle(context, { sittingId, questionId, on }) {
    const found = await underWay(context, sittingId);
    if (!found.ok) return found;
    const row = found.value;
    const paper = await paperOf(context.tx.db, row);
    if (!paper?.questions.some(({ id }) => id === questionId))
      return fail('not-found', 'This question is not part of the quiz.');
    const others = row.marks.filter((id) => id !== questionId);
    const marks = on ? [...others, questionId] : others;
    await context.tx.db.update(sitting).set({ marks }).where(eq(sitting.id, row.id));
    return ok(null);
  },
});

/** Goes on to a page of a paper on which one cannot go back: those before it are left for good. */
export const goOn = command({
  name: 'quiz.go-on',
  input: object({ sittingId: idSchema, page: number().integer().min(0).required() }).noUnknown(),
  permission: ownSitting,
  async handle(context, { sittingId, page }) {
    const found = await underWay(context, sittingId);
    if (!found.ok) return found;
    const row = found.value;
    const paper = await paperOf(context.tx.db, row);
    const last = paper ? pagesOf(paper.quiz ?? {}, paper.questions).length - 1 : 0;
    if (page > last) return fail('invalid', 'The paper has no page behind this one.');
    // Sent twice, or by a device that lags behind, it changes nothing.
    if (page > row.reached) await context.tx.db.update(sitting).set({ reached: page }).where(eq(sitting.id, row.id));
    return ok(null);
  },
});

/** Hands in what its learner left open when the time was up: each in its own transaction. */
export async function closeOverdue(now = Temporal.Now.instant()): Promise<number> {
  const limit = now.subtract({ seconds: 10 }).toString();
  const rows = await database()
    .select({ id: sitting.id })
    .from(sitting)
    .where(and(isNull(sitting.handedInAt), lt(sitting.deadline, limit)));
  for (const { id } of rows) await closeIfOverdue(id, now);
  return rows.length;
}

async function closeIfOverdue(id: string, now = Temporal.Now.instant()): Promise<void> {
  await transaction(async (tx) => {
    const [row] = await tx.db.select().from(sitting).where(eq(sitting.id, id)).for('update');
    if (row?.deadline && isOverdue(sittingOf(row), now)) await handInRow(tx, row, instantFrom(row.deadline));
  });
}

/** Hands in what somebody left open in an enrolment that is over: they have begun anew. */
export async function closeEnded(enrolmentId: string): Promise<void> {
  await transaction(async (tx) => {
    const learner = await learnerIn(tx.db, enrolmentId);
    if (!learner?.endedAt) return;
    const rows = await tx.db
      .select()
      .from(sitting)
      .where(and(eq(sitting.enrolmentId, enrolmentId), isNull(sitting.handedInAt)))
      .for('update');
    for (const row of rows) await handInRow(tx, row, instantFrom(learner.endedAt));
  });
}

export const quizCommands = {
  [beginSitting.name]: beginSitting,
  [answerQuestion.name]: answerQuestion,
  [goOn.name]: goOn,
  [handInSitting.name]: handInSitting,
  [judgeAnswer.name]: judgeAnswer,
  [markQuestion.name]: markQuestion,
  [giveFile.name]: giveFile,
  [giveTime.name]: giveTime,
  [markPaper.name]: markPaper,
  ...correctionCommands,
  ...presetCommands,
  [showOnBoard.name]: showOnBoard,
  [tellAbout.name]: tellAbout,
  [takeBackAbout.name]: takeBackAbout,
};
