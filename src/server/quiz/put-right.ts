import { and, eq, sql } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { shownOf } from '@/core/learning';
import { drawnIn } from '@/core/outline';
import { can } from '@/core/people';
import { type Answer, type CorrectionDoes, checkAnswer, correctionFields, scoreAnswer } from '@/core/quiz';
import { leaveMessages } from '../message';
import { command } from '../platform/command';
import type { Database, Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { eventIn, recordEvents } from '../record';
import { allSittings, marksIn, papersOf, passesQuiz, quizzesOf, type WholeSitting } from './all-sittings';
import { workOut } from './apart';
import { appliedTo, type CorrectionRow, correctionsOf, questionSum } from './corrections';
import { correction, sittingChange } from './schema';
import { askableIn } from './sitting';

type Quiz = { readonly courseId: string; readonly lessonId: string };

/** What is to be done about a question that was found wrong. */
export type Wish = Quiz & {
  readonly questionId: string;
  readonly questionSum: string;
  readonly does: CorrectionDoes;
  readonly accepted: Answer | null;
  readonly worth?: number | null | undefined;
  readonly nobodyLoses: boolean;
};

const place = ({ courseId, lessonId }: Quiz) => `put-right/${courseId}/${lessonId}`;

/** Held by whoever hands in a sitting: nothing is put right between its being scored and its being kept. */
export const whileNothingIsPutRight = (tx: Transaction, quiz: Quiz) =>
  tx.client.query('select pg_advisory_xact_lock_shared(hashtextextended($1, 0))', [place(quiz)]);

/** What a sitting was worth, and what it comes to. */
export type Effect = {
  readonly sitting: WholeSitting;
  readonly points: number;
  readonly of: number;
  readonly share: string;
  readonly passedBefore: boolean;
  readonly passed: boolean;
};

/** What all sittings of a quiz are worth with some corrections, worked out in a thread of its own. */
export async function worthOfAll(db: Database, quiz: Quiz, rows: readonly CorrectionRow[]) {
  const sittings = await allSittings(db, quiz);
  const quizzes = await quizzesOf(db, quiz.lessonId, sittings);
  const { papers, paperAt } = papersOf(sittings, quizzes);
  const applied = new Map([...quizzes.values()].map((lesson) => [lesson, appliedTo(askableIn(lesson), rows)]));
  const worth = await workOut('worth', {
    papers: papers.map(({ questions, lesson }) => ({
      ...{ questions, decimals: lesson.quiz?.decimals ?? 'point' },
      corrections: applied.get(lesson) ?? [],
    })),
    sittings: sittings.map((sitting) => ({
      id: sitting.id,
      paper: paperAt.get(sitting.id) ?? -1,
      answers: JSON.parse(sitting.answers) as { [questionId: string]: string },
      marks: marksIn(sitting),
    })),
  });
  return worth.ok ? ok({ sittings, quizzes, worth: new Map(worth.value.map((one) => [one.id, one])) }) : worth;
}

/** What all sittings of a quiz come to with some corrections; those that come to the same are left out. */
async function effectsOf(db: Database, quiz: Quiz, rows: readonly CorrectionRow[]): Promise<Result<Effect[]>> {
  const found = await worthOfAll(db, quiz, rows);
  if (!found.ok) return found;
  const { sittings, quizzes, worth } = found.value;
  return ok(
    sittings.flatMap((sitting) => {
      const now = worth.get(sitting.id);
      const lesson = quizzes.get(sitting.editionId);
      const isSame =
        !now || (now.points === sitting.points && now.of === sitting.of && now.share === (sitting.share ?? now.share));
      if (isSame) return [];
      const { points, of, share } = now;
      const passed = passesQuiz({ points, of, share }, lesson);
      return [{ sitting, points, of, share, passedBefore: passesQuiz(sitting, lesson), passed }];
    }),
  );
}

/** Checks a wish against the papers it would change; gives it as the correction it would be. */
async function checked(db: Database, wish: Wish, by: string): Promise<Result<CorrectionRow>> {
  const sittings = await allSittings(db, wish);
  const quizzes = [...(await quizzesOf(db, wish.lessonId, sittings)).values()];
  const having = quizzes.filter((lesson) =>
    askableIn(lesson).some((question) => question.id === wish.questionId && questionSum(question) === wish.questionSum),
  );
  const question = having[0] && askableIn(having[0]).find(({ id }) => id === wish.questionId);
  if (!question)
    return fail('not-found', 'This question was on no paper that was handed in, or not as it is shown here.');
  if (wish.does === 'leave-out' && having.some((lesson) => lesson.questions.length + drawnIn(lesson) < 2))
    return fail('invalid', 'It is the only question of its paper: without it the paper is worth nothing.', 'does');
  const earlier = (await correctionsOf(db, wish)).filter(
    (row) => row.questionId === wish.questionId && row.questionSum === wish.questionSum,
  );
  if (earlier.some(({ does }) => does !== 'accept'))
    return fail('conflict', 'This question has been put right already. Take that back first.', 'does');
  if (wish.does === 'worth') {
    if (wish.worth == null) return fail('invalid', 'Say what the question is worth instead.', 'worth');
    if (wish.worth === question.points) return fail('invalid', 'That is what it is worth already.', 'worth');
    if (wish.worth === 0 && having.some((lesson) => lesson.questions.length + drawnIn(lesson) < 2))
      return fail('invalid', 'It is the only question of its paper: without it the paper is worth nothing.', 'worth');
  }
  let accepted: Answer | null = null;
  if (wish.does === 'accept') {
    const read = checkAnswer(question.kind, question.body, wish.accepted);
    if (!read.ok) return fail('invalid', read.problem.sentence, 'accepted');
    if (scoreAnswer(question, read.value, having[0]?.quiz?.decimals).verdict !== 'wrong')
      return fail('invalid', 'This answer earns points already, or is none.', 'accepted');
    accepted = read.value;
  }
  return ok({
    ...{ id: newId(), courseId: wish.courseId, lessonId: wish.lessonId, questionId: wish.questionId },
    ...{ questionSum: wish.questionSum, prompt: question.prompt, does: wish.does, accepted },
    worth: wish.does === 'worth' ? (wish.worth ?? null) : null,
    ...{ nobodyLoses: wish.nobodyLoses, reason: '', madeBy: by, madeAt: '', droppedBy: null, droppedAt: null },
  });
}

/** What would come of putting a question right, for every paper it changes; nothing is changed. */
export async function effectsOfWish(db: Database, wish: Wish): Promise<Result<Effect[]>> {
  const row = await checked(db, wish, '');
  return row.ok ? effectsOf(db, wish, [...(await correctionsOf(db, wish)), row.value]) : row;
}

/** Nobody decides about their own work: whoever has sat a quiz has somebody else put it right. */
async function hasSat(db: Database, { courseId, lessonId }: Quiz, personId: string): Promise<boolean> {
  const { rows } = await db.execute(
    sql`select 1 from sitting where course_id = ${courseId} and lesson_id = ${lessonId} and learner_id = ${personId} limit 1`,
  );
  return rows.length > 0;
}
const ownWork = fail('not-allowed', 'You have sat this quiz yourself. Somebody else has to put it right.');

/** Writes what sittings come to, with all that follows from a result. */
async function write(
  tx: Transaction,
  quiz: Quiz,
  correctionId: string,
  effects: readonly Effect[],
  now: Temporal.Instant,
  deed: string,
): Promise<void> {
  if (effects.length === 0) return;
  const at = now.toString();
  await tx.client.query(
    `update sitting set points = new.points, "of" = new."of", share = new.share
     from unnest($1::uuid[], $2::int[], $3::int[], $4::text[]) as new(id, points, "of", share) where sitting.id = new.id`,
    [
      effects.map(({ sitting }) => sitting.id),
      effects.map(({ points }) => points),
      effects.map(({ of }) => of),
      effects.map(({ share }) => share),
    ],
  );
  const changes = effects.map(({ sitting, points, of }) => ({
    ...{ id: newId(), sittingId: sitting.id, correctionId, at, points, of },
    ...{ pointsBefore: sitting.points, ofBefore: sitting.of },
  }));
  for (let from = 0; from < changes.length; from += 1000)
    await tx.db.insert(sittingChange).values(changes.slice(from, from + 1000));
  const quizzes = await quizzesOf(
    tx.db,
    quiz.lessonId,
    effects.map(({ sitting }) => sitting),
  );
  // Where answers still wait to be marked nothing follows from a result yet.
  const known = effects.filter(({ sitting }) => !sitting.waits);
  for (const { sitting, points, of, passed, passedBefore } of known) {
    const lesson = quizzes.get(sitting.editionId);
    const named = { id: quiz.lessonId, title: lesson?.title ?? '' };
    const whose = { enrolmentId: sitting.enrolmentId, learnerId: sitting.learnerId, courseId: quiz.courseId };
    if (passed !== passedBefore) {
      const event = { ...eventIn(whose, named, at), score: { raw: points / 1000, max: of / 1000 } };
      const result = { ...event, verb: passed ? 'passed' : 'failed', deed: `sitting/${sitting.id}/${deed}` } as const;
      const done = { ...event, verb: 'completed', deed: `sitting/${sitting.id}/${deed}/done` } as const;
      await recordEvents(tx, event, passed ? [result, done] : [result]);
    }
    await later(tx, 'certificate.award', { enrolmentId: sitting.enrolmentId });
  }
  await leaveMessages(
    tx,
    known.map(({ sitting }) => {
      const lesson = quizzes.get(sitting.editionId);
      return {
        ...({ occasion: 'quiz-result', deed: `quiz-result/${sitting.id}/${deed}` } as const),
        facts: {
          lesson: { id: quiz.lessonId, title: lesson?.title ?? '' },
          ...{ sittingId: sitting.id, isShown: lesson !== undefined && shownOf(lesson, now).points, timeUp: false },
        },
        ...{ personId: sitting.learnerId, courseId: quiz.courseId, enrolmentId: sitting.enrolmentId },
      };
    }),
    at,
  );
}

const said: Record<CorrectionDoes, string> = {
  'points-for-all': 'gave everybody the points for',
  accept: 'accepted another answer to',
  'leave-out': 'left out',
  worth: 'gave other points to',
};

/** Puts a question right that was found wrong, for every paper that has it as it was. */
const putRight = command({
  name: 'quiz.put-right',
  input: object({
    id: idSchema,
    courseId: idSchema,
    lessonId: idSchema,
    ...correctionFields,
    reason: string().max(500, 'Keep the reason under 500 characters.').defined(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'gradebook.change', { courseId }),
  async handle({ tx, actor, now, audit }, { id, reason, ...wish }) {
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [place(wish)]);
    const [before] = await tx.db.select({ id: correction.id }).from(correction).where(eq(correction.id, id));
    if (before) return ok({ id, changed: 0 });
    if (await hasSat(tx.db, wish, actor.id)) return ownWork;
    if (reason.trim() === '') return fail('invalid', 'Give a reason; it is kept with the results.', 'reason');
    const found = await checked(tx.db, wish, actor.id);
    if (!found.ok) return found;
    const row = { ...found.value, id, reason: reason.trim(), madeAt: now.toString() };
    const effects = await effectsOf(tx.db, wish, [...(await correctionsOf(tx.db, wish)), row]);
    if (!effects.ok) return effects;
    await tx.db.insert(correction).values(row);
    await write(tx, wish, id, effects.value, now, `put-right/${id}`);
    await audit({
      courseId: wish.courseId,
      sentence: `${said[row.does]} "${row.prompt.slice(0, 80)}": ${counted(effects.value.length, 'result')} changed. ${row.reason}`,
    });
    return ok({ id, changed: effects.value.length });
  },
});

/** Takes back what was put right: papers are worth again what they were without it. */
const dropCorrection = command({
  name: 'quiz.drop-correction',
  input: object({ courseId: idSchema, lessonId: idSchema, correctionId: idSchema }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'gradebook.change', { courseId }),
  async handle({ tx, actor, now, audit }, { courseId, lessonId, correctionId }) {
    const quiz = { courseId, lessonId };
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [place(quiz)]);
    const [row] = await tx.db
      .select()
      .from(correction)
      .where(
        and(eq(correction.id, correctionId), eq(correction.courseId, courseId), eq(correction.lessonId, lessonId)),
      );
    if (!row) return fail('not-found', 'This correction is not there.');
    if (row.droppedAt) return ok({ changed: 0 });
    if (await hasSat(tx.db, quiz, actor.id)) return ownWork;
    const others = (await correctionsOf(tx.db, quiz)).filter((one) => one.id !== correctionId);
    const effects = await effectsOf(tx.db, quiz, others);
    if (!effects.ok) return effects;
    await tx.db
      .update(correction)
      .set({ droppedBy: actor.id, droppedAt: now.toString() })
      .where(eq(correction.id, correctionId));
    await write(tx, quiz, correctionId, effects.value, now, `put-back/${correctionId}`);
    await audit({
      courseId,
      sentence: `took back what was put right in "${row.prompt.slice(0, 80)}": ${counted(effects.value.length, 'result')} changed`,
    });
    return ok({ changed: effects.value.length });
  },
});

export const correctionCommands = { [putRight.name]: putRight, [dropCorrection.name]: dropCorrection };
