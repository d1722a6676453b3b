import { and, eq, isNull, sql } from 'drizzle-orm';
import { number, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { mayDecide } from '@/core/people';
import { deadlineFor } from '@/core/quiz';
import { enrolledLearner, instantFrom } from '../enrolment';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { extraTime, sitting } from './schema';
import { paperOf } from './sitting';

/** The minutes somebody has beyond the time limit of a quiz. */
export async function extraMinutes(db: Database, enrolmentId: string, lessonId: string): Promise<number> {
  const [row] = await db
    .select({ minutes: extraTime.minutes })
    .from(extraTime)
    .where(and(eq(extraTime.enrolmentId, enrolmentId), eq(extraTime.lessonId, lessonId)));
  return row?.minutes ?? 0;
}

/** Who has more time for a quiz. */
export async function extraTimes(db: Database, courseId: string, lessonId: string) {
  const { rows } = await db.execute<{ learnerId: string; name: string; minutes: number }>(sql`
    select e.learner_id as "learnerId", u.name, x.minutes
    from ${extraTime} x join enrolment e on e.id = x.enrolment_id join "user" u on u.id = e.learner_id
    where e.course_id = ${courseId} and x.lesson_id = ${lessonId} and e.ended_at is null
    order by u.name, u.id`);
  return rows;
}

/** Gives one person more time for a quiz, also for a sitting that is under way; 0 takes it back. */
export const giveTime = command({
  name: 'quiz.give-time',
  input: object({
    courseId: idSchema,
    lessonId: idSchema,
    learnerId: string().max(64).required('A learner is missing.'),
    minutes: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(0, 'Give at least 0 minutes.')
      .max(1440, 'Give at most 1,440 minutes more.')
      .required(),
  }).noUnknown(),
  permission: ({ actor }, about) => mayDecide(actor, 'gradebook.change', about),
  async handle({ tx, actor, now, audit }, { courseId, lessonId, learnerId, minutes }) {
    const learner = await enrolledLearner(tx.db, courseId, learnerId);
    if (!learner) return fail('not-found', 'This learner is not part of the course.');
    const { enrolmentId } = learner;
    const row = { enrolmentId, lessonId, minutes, givenBy: actor.id, givenAt: now.toString() };
    if (minutes === 0)
      await tx.db
        .delete(extraTime)
        .where(and(eq(extraTime.enrolmentId, enrolmentId), eq(extraTime.lessonId, lessonId)));
    else
      await tx.db
        .insert(extraTime)
        .values(row)
        .onConflictDoUpdate({ target: [extraTime.enrolmentId, extraTime.lessonId], set: row });
    const [open] = await tx.db
      .select()
      .from(sitting)
      .where(and(eq(sitting.enrolmentId, enrolmentId), eq(sitting.lessonId, lessonId), isNull(sitting.handedInAt)))
      .for('update');
    const settings = open && (await paperOf(tx.db, open))?.quiz;
    if (open && settings) {
      const deadline = deadlineFor(settings, instantFrom(open.startedAt), minutes);
      await tx.db
        .update(sitting)
        .set({ deadline: deadline?.toString() ?? null })
        .where(eq(sitting.id, open.id));
    }
    await audit({ courseId, sentence: `gave ${learner.name} ${counted(minutes, 'minute')} more for a quiz` });
    return ok(null);
  },
});
