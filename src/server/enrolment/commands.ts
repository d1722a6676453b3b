import { and, eq, isNull } from 'drizzle-orm';
import { array, object, string } from 'yup';
import { countSchema, idSchema, optionalId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Temporal } from '@/core/kernel/time';
import { ordinal } from '@/core/kernel/words';
import { can, emailSchema, mayDecide, plainEmail } from '@/core/people';
import { course } from '../outline';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database, Transaction } from '../platform/database';
import { later } from '../platform/jobs';
import { cohortCommands } from './cohorts';
import { beginEnrolment, fillSeats, lockedSeats, memberCommands, waitFor, welcome } from './members';
import { enrolledLearner, takesCourse } from './queries';
import { enrolment } from './schema';

const courseId = idSchema;
const mostTags = 20;
const tagsSchema = array()
  .of(
    string()
      .max(40, 'Keep a tag under 40 characters.')
      .matches(/\S/, 'A tag has no name.')
      .required('A tag has no name.'),
  )
  .max(mostTags, `At most ${mostTags} tags.`)
  .required();
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

/** Lets somebody begin a course, with a cohort or alone; where that is full, they wait for a seat. */
export async function beginOrWait(
  tx: Transaction,
  courseId: string,
  personId: string,
  cohortId: string | null,
  now: Temporal.Instant,
): Promise<Result<{ readonly became: 'there' | 'waits' | 'begun'; readonly group: string }>> {
  const seat = await seatIn(tx.db, cohortId, courseId);
  if (!seat.ok) return seat;
  const { isFull, name, group } = seat.value;
  if (await enrolledLearner(tx.db, courseId, personId)) return ok({ became: 'there', group: name });
  if (isFull && cohortId !== null) {
    await waitFor(tx.db, cohortId, personId, now);
    return ok({ became: 'waits', group: name });
  }
  const begun = await beginEnrolment(tx.db, courseId, personId, cohortId, now);
  if (begun) await welcome(tx, courseId, group, [begun], now);
  return ok({ became: begun ? 'begun' : 'there', group: name });
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
    const begun = await beginOrWait(tx, input.courseId, person.id, input.cohortId, now);
    if (!begun.ok) return begun;
    const { became, group } = begun.value;
    const sentence = became === 'waits' ? `let ${person.name} wait for a seat in ${group}` : `enrolled ${person.name}`;
    if (became !== 'there') await audit({ courseId: input.courseId, sentence });
    return ok({ name: person.name, waits: became === 'waits' });
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

/** What the people who give a course call a learner by. */
const setTags = command({
  name: 'enrolment.set-tags',
  input: object({
    courseId,
    learnerId: string().max(64).required('A learner is missing.'),
    tags: tagsSchema,
  }).noUnknown(),
  permission: ({ actor }, about) => mayDecide(actor, 'course.enrol', about),
  async handle({ tx, audit }, input) {
    const learner = await enrolledLearner(tx.db, input.courseId, input.learnerId);
    if (!learner) return fail('not-found', 'This learner does not take the course.');
    const tags = [...new Set(input.tags)];
    await tx.db.update(enrolment).set({ tags }).where(eq(enrolment.id, learner.enrolmentId));
    await audit({
      courseId: input.courseId,
      sentence: `tagged ${learner.name}: ${tags.join(', ') || 'nothing'}`,
    });
    return ok(null);
  },
});

/** Gives a learner one tag more; as it is where they have it, or as many as there can be. */
export async function addTag(tx: Transaction, enrolmentId: string, tag: string): Promise<void> {
  const own = eq(enrolment.id, enrolmentId);
  const [row] = await tx.db.select({ tags: enrolment.tags }).from(enrolment).where(own).for('update');
  const tags = row?.tags ?? [];
  if (!tags.includes(tag) && tags.length < mostTags)
    await tx.db
      .update(enrolment)
      .set({ tags: [...tags, tag] })
      .where(own);
}

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
  [setTags.name]: setTags,
  ...cohortCommands,
  ...memberCommands,
  [finishCourse.name]: finishCourse,
};
