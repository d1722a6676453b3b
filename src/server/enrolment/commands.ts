import { and, eq, isNull } from 'drizzle-orm';
import { object, string } from 'yup';
import { same } from '@/core/kernel/change';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { checkNear } from '@/core/kernel/near';
import { fail, ok } from '@/core/kernel/problem';
import { isDay } from '@/core/kernel/time';
import { can, emailSchema, nameSchema, plainEmail } from '@/core/people';
import { zoneSchema } from '@/core/release';
import { user } from '../people';
import { command } from '../platform/command';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { cohort, enrolment } from './schema';

const courseId = idSchema;
const mayEnrol = ({ actor }: { actor: Parameters<typeof can>[0] }, input: { courseId: string }) =>
  can(actor, 'course.enrol', input);

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
    if (input.cohortId) {
      const [group] = await tx.db
        .select({ id: cohort.id })
        .from(cohort)
        .where(and(eq(cohort.id, input.cohortId), eq(cohort.courseId, input.courseId)));
      if (!group) return fail('not-found', 'This cohort does not belong to the course.', 'cohortId');
    }
    const made = await tx.db
      .insert(enrolment)
      .values({
        id: newId(),
        courseId: input.courseId,
        learnerId: person.id,
        cohortId: input.cohortId,
        at: now.toString(),
      })
      .onConflictDoNothing()
      .returning();
    if (made.length > 0) await audit({ courseId: input.courseId, sentence: `enrolled ${person.name}` });
    return ok({ name: person.name });
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
  permission: async ({ actor, tx }, input) =>
    (
      await tx.db
        .select()
        .from(enrolment)
        .where(and(eq(enrolment.courseId, input.courseId), eq(enrolment.learnerId, actor.id)))
    ).length > 0,
  async handle({ tx, actor, now, audit }, input) {
    const finished = await tx.db
      .update(enrolment)
      .set({ finishedAt: now.toString() })
      .where(
        and(eq(enrolment.courseId, input.courseId), eq(enrolment.learnerId, actor.id), isNull(enrolment.finishedAt)),
      )
      .returning({ id: enrolment.id });
    if (finished.length > 0) {
      await audit({ courseId: input.courseId, sentence: 'finished the course' });
      await later(tx, 'certificate.award', { courseId: input.courseId, learnerId: actor.id });
    }
    return ok(null);
  },
});

export const enrolmentCommands = {
  [enrol.name]: enrol,
  [addCohort.name]: addCohort,
  [finishCourse.name]: finishCourse,
};
