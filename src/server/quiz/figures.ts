import { desc, eq, sql } from 'drizzle-orm';
import { ok, type Result } from '@/core/kernel/problem';
import { findLesson } from '@/core/outline';
import { type Answer, type CorrectionDoes, kindOf, type QuizFigures } from '@/core/quiz';
import { liveDocuments } from '../outline';
import { user } from '../people';
import type { Database } from '../platform/database';
import { aboutCounts } from './about';
import { allSittings, marksIn, papersOf, passesQuiz, quizzesOf, secondsOf, type WhichSittings } from './all-sittings';
import { workOut } from './apart';
import { questionSum } from './corrections';
import { correction, sittingChange } from './schema';
import { askableIn } from './sitting';

type Wanted = {
  readonly courseId: string;
  readonly lessonId: string;
  readonly which: WhichSittings;
  readonly cohortId: string | null;
};

/** What was put right, for whoever looks back on it. */
export type CorrectionView = {
  readonly id: string;
  readonly questionId: string;
  readonly prompt: string;
  readonly does: CorrectionDoes;
  readonly worth: number | null;
  /** The answer that is right as well, in words. */
  readonly accepted: string | null;
  readonly reason: string;
  readonly madeBy: string;
  readonly madeAt: string;
  readonly droppedAt: string | null;
  readonly changed: number;
};

export type FiguresPage = {
  readonly figures: QuizFigures;
  /** Of each question the hash of what it asks, as the figures show it. */
  readonly hashes: { readonly [questionId: string]: string };
  /** How many sittings still wait to be marked; they are in none of the figures. */
  readonly waiting: number;
  readonly passPercent: number;
  readonly minutes: number | null;
  readonly corrections: readonly CorrectionView[];
  /** What learners have said of themselves, counted without who said what. */
  readonly about: Awaited<ReturnType<typeof aboutCounts>>;
};

/** What the sittings of a quiz say, worked out in a thread of its own, and what has been put right in it. */
export async function figuresPage(db: Database, wanted: Wanted): Promise<Result<FiguresPage>> {
  const all = await allSittings(db, wanted);
  // Of what still waits to be marked it is not known what it is worth.
  const sittings = all.filter(({ waits }) => !waits);
  const quizzes = await quizzesOf(db, wanted.lessonId, sittings);
  const { papers, paperAt } = papersOf(sittings, quizzes);
  const lessons = [...quizzes.values()];
  const figures = await workOut('figures', {
    papers: papers.map(({ questions, lesson }) => ({ questions, decimals: lesson.quiz?.decimals ?? 'point' })),
    sittings: sittings.map((sitting) => ({
      ...{ id: sitting.id, learner: sitting.enrolmentId, number: sitting.number, points: sitting.points },
      ...{ of: sitting.of, paper: paperAt.get(sitting.id) ?? -1, ranOut: sitting.ranOut },
      passed: passesQuiz(sitting, quizzes.get(sitting.editionId)),
      seconds: secondsOf(sitting),
      answers: JSON.parse(sitting.answers) as { [questionId: string]: string },
      spent: JSON.parse(sitting.spent) as { [questionId: string]: number },
      marks: marksIn(sitting),
    })),
  });
  if (!figures.ok) return figures;
  const newest = lessons.at(-1)?.quiz;
  // As the figures show it: each question as the newest paper has it that was sat.
  const hashes = Object.fromEntries(
    lessons.flatMap((lesson) => askableIn(lesson).map((question) => [question.id, questionSum(question)])),
  );
  return ok({
    figures: figures.value,
    hashes,
    waiting: all.length - sittings.length,
    passPercent: newest?.passPercent ?? 0,
    minutes: newest?.minutes ?? null,
    about: await aboutCounts(db, wanted, await asksNow(db, wanted)),
    corrections: await correctionViews(db, wanted, lessons.flatMap(askableIn)),
  });
}

/** What the live edition asks about the person beside a quiz. */
async function asksNow(db: Database, { courseId, lessonId }: Wanted) {
  const document = (await liveDocuments(db, [courseId])).get(courseId);
  return (document && findLesson(document, lessonId))?.quiz?.asks;
}

async function correctionViews(
  db: Database,
  { courseId, lessonId }: Wanted,
  questions: readonly (Parameters<typeof questionSum>[0] & { readonly id: string })[],
): Promise<CorrectionView[]> {
  const rows = await db
    .select({
      row: correction,
      madeBy: user.name,
      changed: sql<number>`(select count(*)::int from ${sittingChange} where ${sittingChange.correctionId} = ${correction.id} and ${sittingChange.at} = ${correction.madeAt})`,
    })
    .from(correction)
    .innerJoin(user, eq(user.id, correction.madeBy))
    .where(sql`${correction.courseId} = ${courseId} and ${correction.lessonId} = ${lessonId}`)
    .orderBy(desc(correction.madeAt));
  return rows.map(({ row, madeBy, changed }) => {
    const question = questions.find((one) => one.id === row.questionId && questionSum(one) === row.questionSum);
    return {
      ...{
        id: row.id,
        questionId: row.questionId,
        prompt: row.prompt,
        does: row.does,
        worth: row.worth,
        reason: row.reason,
      },
      ...{ madeBy, madeAt: row.madeAt, droppedAt: row.droppedAt, changed },
      accepted:
        question && row.accepted ? kindOf(question.kind).answerText(question.body, row.accepted as Answer) : null,
    };
  });
}
