import { and, eq, isNull } from 'drizzle-orm';
import { object, string } from 'yup';
import { same } from '@/core/kernel/change';
import { countSchema, idSchema, optionalId } from '@/core/kernel/ids';
import { checkNear } from '@/core/kernel/near';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { isDay } from '@/core/kernel/time';
import { ordinal } from '@/core/kernel/words';
import { can, emailSchema, mayDecide, nameSchema, plainEmail } from '@/core/people';
import { zoneSchema } from '@/core/release';
import { course } from '../outline';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { enrolledLearner, takesCourse } from './queries';
import { cohort, enrolment } from './schema';

const courseId = idSchema;
const mayEnrol = ({ actor }: { actor: Parameters<typeof can>[0] }, input: { courseId: string }) =>
  can(actor, 'course.enrol', input);

/** A cohort to begin with belongs to the course; none stands for a beginning on one's own. */
async function checkCohort(db: Database, cohortId: string | null, courseId: string): Promise<Result<null>> {
  if (cohortId === null) return ok(null);
  const [group] = await db
    .select({ id: cohort.id })
    .from(cohort)
    .where(and(eq(cohort.id, cohortId), eq(cohort.courseId, courseId)));
  return group ? ok(null) : fail('not-found', 'This cohort does not belong to the course.', 'cohortId');
}

const enrol = command({
  name: 'enrolment.add',
  input: object({ courseId, email: emailSchema, cohortId: optionalId }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, input) {
    const [person] = await tx.db
      .select()
      .from(user)
      .where(eq(user.email, plainEmail(input.email)));
    if (!person)
      return fail('not-found', 'Nobody in the school has this e-mail address. Add the person first.', 'email');
    const fits = await checkCohort(tx.db, input.cohortId, input.courseId);
    if (!fits.ok) return fits;
    if (await enrolledLearner(tx.db, input.courseId, person.id)) return ok({ name: person.name });
    const before = and(eq(enrolment.courseId, input.courseId), eq(enrolment.learnerId, person.id));
    const number = (await tx.db.$count(enrolment, before)) + 1;
    const made = await tx.db
      .insert(enrolment)
      .values({
        id: newId(),
        courseId: input.courseId,
        learnerId: person.id,
        number,
        cohortId: input.cohortId,
        at: now.toString(),
      })
      .onConflictDoNothing()
      .returning();
    if (made.length > 0) await audit({ courseId: input.courseId, sentence: `enrolled ${person.name}` });
    return ok({ name: person.name });
  },
});

/** Somebody takes the course anew. What they have done so far is kept with the enrolment that ends. */
const again = command({
  name: 'enrolment.again',
  input: object({
    id: idSchema,
    courseId,
    learnerId: string().max(64).required('A learner is missing.'),
    /** Which time it is that ends, as whoever asks has seen it: two who ask at once begin one. */
    ends: countSchema,
    cohortId: optionalId,
  }).noUnknown(),
  // Beginning anew gives attempts anew: somebody who makes and takes a course has somebody else decide.
  permission: ({ actor }, about) => mayDecide(actor, 'course.enrol', about),
  async handle({ tx, now, audit }, input) {
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [
      `enrolment/${input.courseId}/${input.learnerId}`,
    ]);
    const [there] = await tx.db.select().from(enrolment).where(eq(enrolment.id, input.id));
    if (there)
      return there.courseId === input.courseId && there.learnerId === input.learnerId
        ? ok({ id: there.id })
        : fail('conflict', 'This id is in use elsewhere. Try again.');
    const current = await enrolledLearner(tx.db, input.courseId, input.learnerId);
    if (!current) return fail('not-found', 'This learner does not take the course.');
    if (current.number !== input.ends)
      return fail('conflict', `${current.name} has begun anew already, for the ${ordinal(current.number)} time.`);
    const fits = await checkCohort(tx.db, input.cohortId, input.courseId);
    if (!fits.ok) return fits;
    const [head] = await tx.db.select({ live: course.liveEditionId }).from(course).where(eq(course.id, input.courseId));
    const number = current.number + 1;
    await tx.db
      .update(enrolment)
      .set({ endedAt: now.toString(), editionId: head?.live ?? null })
      .where(eq(enrolment.id, current.enrolmentId));
    await tx.db.insert(enrolment).values({
      id: input.id,
      courseId: input.courseId,
      learnerId: input.learnerId,
      number,
      cohortId: input.cohortId,
      at: now.toString(),
    });
    await later(tx, 'quiz.close-ended', { enrolmentId: current.enrolmentId });
    await audit({
      courseId: input.courseId,
      sentence: `let ${current.name} begin anew, for the ${ordinal(number)} time`,
    });
    return ok({ id: input.id });
  },
});

const addCohort = command({
  name: 'cohort.add',
  input: object({
    id: courseId,
    courseId,
    name: nameSchema,
    startsOn: string()
      .required('Choose a day.')
      .test('day', 'Choose a day.', (day) => isDay(day ?? '')),
    zone: zoneSchema,
  }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, input) {
    const near = checkNear({ startsOn: input.startsOn }, now);
    if (!near.ok) return near;
    const row = { ...input, name: input.name.trim() };
    const made = await tx.db.insert(cohort).values(row).onConflictDoNothing().returning({ id: cohort.id });
    if (made.length > 0) {
      await audit({ courseId: input.courseId, sentence: `made the cohort "${row.name}"` });
      return ok({ id: input.id });
    }
    const [there] = await tx.db.select().from(cohort).where(eq(cohort.id, input.id));
    return same(there, row) ? ok({ id: input.id }) : fail('conflict', 'This id is in use elsewhere. Try again.');
  },
});

const finishCourse = command({
  name: 'enrolment.finish',
  input: object({ courseId }).noUnknown(),
  permission: takesCourse,
  async handle({ tx, actor, now, audit }, input) {
    const own = await enrolledLearner(tx.db, input.courseId, actor.id);
    if (!own) return fail('not-allowed', 'You do not take this course.');
    const finished = await tx.db
      .update(enrolment)
      .set({ finishedAt: now.toString() })
      .where(and(eq(enrolment.id, own.enrolmentId), isNull(enrolment.finishedAt)))
      .returning({ id: enrolment.id });
    if (finished.length > 0) {
      await audit({ courseId: input.courseId, sentence: 'finished the course' });
      await later(tx, 'certificate.award', { enrolmentId: own.enrolmentId });
    }
    return ok(null);
  },
});

export const enrolmentCommands = {
  [enrol.name]: enrol,
  [again.name]: again,
  [addCohort.name]: addCohort,
  [finishCourse.name]: finishCourse,
};
