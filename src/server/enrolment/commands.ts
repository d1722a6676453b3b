import { and, eq, isNull } from 'drizzle-orm';
import { object, string } from 'yup';
import { countSchema, idSchema, optionalId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { ordinal } from '@/core/kernel/words';
import { can, emailSchema, mayDecide, plainEmail } from '@/core/people';
import { course } from '../outline';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { later } from '../platform/jobs';
import { cohortCommands } from './cohorts';
import { beginEnrolment, fillSeats, lockedSeats, memberCommands, waitFor, welcome } from './members';
import { enrolledLearner, takesCourse } from './queries';
import { enrolment } from './schema';

const courseId = idSchema;
const mayEnrol = ({ actor }: { actor: Parameters<typeof can>[0] }, input: { courseId: string }) =>
  can(actor, 'course.enrol', input);

/** Whether there is a seat in a cohort to begin with; none stands for a beginning on one's own. */
async function seatIn(
  db: Database,
  cohortId: string | null,
  courseId: string,
): Promise<Result<{ isFull: boolean; name: string; group: Parameters<typeof welcome>[2] }>> {
  if (cohortId === null) return ok({ isFull: false, name: '', group: null });
  const seats = await lockedSeats(db, courseId, cohortId);
  return seats.ok
    ? ok({ isFull: seats.value.free === 0, name: seats.value.group.name, group: seats.value.group })
    : seats;
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
    const seat = await seatIn(tx.db, input.cohortId, input.courseId);
    if (!seat.ok) return seat;
    if (await enrolledLearner(tx.db, input.courseId, person.id)) return ok({ name: person.name, waits: false });
    if (seat.value.isFull && input.cohortId !== null) {
      await waitFor(tx.db, input.cohortId, person.id, now);
      await audit({ courseId: input.courseId, sentence: `let ${person.name} wait for a seat in ${seat.value.name}` });
      return ok({ name: person.name, waits: true });
    }
    const begun = await beginEnrolment(tx.db, input.courseId, person.id, input.cohortId, now);
    if (begun) {
      await welcome(tx, input.courseId, seat.value.group, [begun], now);
      await audit({ courseId: input.courseId, sentence: `enrolled ${person.name}` });
    }
    return ok({ name: person.name, waits: false });
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
    const stays = input.cohortId === (current.cohort?.id ?? null);
    const seat = stays
      ? ok({ isFull: false, name: '', group: null })
      : await seatIn(tx.db, input.cohortId, input.courseId);
    if (!seat.ok) return seat;
    if (seat.value.isFull) return fail('closed', `${seat.value.name} has no seat left.`, 'cohortId');
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
    await later(tx, 'release.look-again', { enrolmentIds: [input.id] });
    await later(tx, 'quiz.close-ended', { enrolmentId: current.enrolmentId });
    await audit({
      courseId: input.courseId,
      sentence: `let ${current.name} begin anew, for the ${ordinal(number)} time`,
    });
    if (current.cohort && !stays) await fillSeats(tx, input.courseId, current.cohort.id, now);
    return ok({ id: input.id });
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
  ...cohortCommands,
  ...memberCommands,
  [finishCourse.name]: finishCourse,
};
