import { and, eq, sql } from 'drizzle-orm';
import { object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { asksOf, fittingTold, type PersonAsks, type ToldAbout, toldAboutSchema, toldCounts } from '@/core/quiz';
import { takesCourse } from '../enrolment';
import { openLesson } from '../learning';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { quizAbout } from './schema';

/**
 * What a learner says of themselves beside a quiz. Sending it is agreeing to it: nothing is kept of who does not, and
 * whoever takes it back leaves nothing. Questions of one moment leave the answers of the other as they are.
 */
export const tellAbout = command({
  name: 'quiz.tell-about',
  input: object({ courseId: idSchema, lessonId: idSchema, told: toldAboutSchema.required() }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, told }) {
    const found = await openLesson(context, courseId, lessonId, ({ quiz }) => asksOf(quiz?.asks).length > 0);
    if (!found.ok) return found;
    const fitting = fittingTold(found.value.lesson.lesson.quiz?.asks, told as ToldAbout);
    if (Object.keys(fitting).length === 0) return fail('invalid', 'Answer a question first, or leave them all.');
    const { enrolmentId } = found.value.learning.learner;
    const row = { enrolmentId, lessonId, told: fitting, agreedAt: context.now.toString() };
    await context.tx.db
      .insert(quizAbout)
      .values(row)
      .onConflictDoUpdate({
        target: [quizAbout.enrolmentId, quizAbout.lessonId],
        set: { told: sql`${quizAbout.told} || excluded.told`, agreedAt: row.agreedAt },
      });
    return ok(null);
  },
});

/** Takes back what was said, whole: there is nothing left of it. */
export const takeBackAbout = command({
  name: 'quiz.take-back-about',
  input: object({ courseId: idSchema, lessonId: idSchema }).noUnknown(),
  permission: takesCourse,
  async handle({ tx, actor }, { courseId, lessonId }) {
    await tx.db.execute(sql`
      delete from quiz_about a using enrolment e where e.id = a.enrolment_id and a.lesson_id = ${lessonId}
        and e.course_id = ${courseId} and e.learner_id = ${actor.id}`);
    return ok(null);
  },
});

/** What a learner has said of themselves beside a quiz; null where they have not agreed to say anything. */
export async function aboutOf(db: Database, enrolmentId: string, lessonId: string): Promise<ToldAbout | null> {
  const [row] = await db
    .select({ told: quizAbout.told })
    .from(quizAbout)
    .where(and(eq(quizAbout.enrolmentId, enrolmentId), eq(quizAbout.lessonId, lessonId)));
  return row?.told ?? null;
}

/** Below so many who have answered, what was said tells of single people. */
const fewestTold = 5;

/** What learners have said of themselves, counted, without who said what; only how many, where that are too few. */
export async function aboutCounts(
  db: Database,
  {
    courseId,
    lessonId,
    cohortId,
  }: { readonly courseId: string; readonly lessonId: string; readonly cohortId: string | null },
  asks: PersonAsks | undefined,
) {
  const questions = asksOf(asks);
  if (questions.length === 0) return null;
  const { rows } = await db.execute<{ told: ToldAbout }>(sql`
    select a.told from quiz_about a join enrolment e on e.id = a.enrolment_id
    where a.lesson_id = ${lessonId} and e.course_id = ${courseId}
      and (${cohortId}::uuid is null or e.cohort_id = ${cohortId}::uuid)`);
  const told = rows.map((row) => row.told);
  return { learners: told.length, counts: told.length < fewestTold ? null : toldCounts(questions, told) };
}
