import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { boolean, object, string } from 'yup';
import { clockOf, mostMembers, readMembers } from '@/core/enrolment';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { numberText } from '@/core/kernel/locale';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Temporal } from '@/core/kernel/time';
import { can, mayDecide } from '@/core/people';
import { leaveMessages, type NewMessage } from '../message';
import { user } from '../people';
import { command } from '../platform/command';
import type { Database, Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { enrolledLearner } from './queries';
import { cohort, enrolment, waitingPlace } from './schema';

type Audit = { readonly courseId: string; readonly sentence: string };
type CohortRow = typeof cohort.$inferSelect;
type Now = { toString(): string };

const learnersIn = (cohortId: string) => and(eq(enrolment.cohortId, cohortId), isNull(enrolment.endedAt));

/** A cohort of a course, locked until the command is through, with the seats that are free; null for any number. */
export async function lockedSeats(
  db: Database,
  courseId: string,
  cohortId: string,
): Promise<Result<{ readonly group: CohortRow; readonly free: number | null }>> {
  const [group] = await db
    .select()
    .from(cohort)
    .where(and(eq(cohort.id, cohortId), eq(cohort.courseId, courseId)))
    .for('update');
  if (!group) return fail('not-found', 'This cohort does not belong to the course.', 'cohortId');
  const taken = group.seats === null ? 0 : await db.$count(enrolment, learnersIn(cohortId));
  return ok({ group, free: group.seats === null ? null : Math.max(0, group.seats - taken) });
}

type Begun = { readonly enrolmentId: string; readonly learnerId: string };

/** Begins a first enrolment, or another one of somebody whose last is over; null where they take the course already. */
export async function beginEnrolment(
  db: Database,
  courseId: string,
  learnerId: string,
  cohortId: string | null,
  now: Now,
): Promise<Begun | null> {
  const before = and(eq(enrolment.courseId, courseId), eq(enrolment.learnerId, learnerId));
  const number = (await db.$count(enrolment, before)) + 1;
  const made = await db
    .insert(enrolment)
    .values({ id: newId(), courseId, learnerId, number, cohortId, at: now.toString() })
    .onConflictDoNothing()
    .returning({ id: enrolment.id });
  if (cohortId !== null)
    await db.delete(waitingPlace).where(and(eq(waitingPlace.cohortId, cohortId), eq(waitingPlace.personId, learnerId)));
  return made[0] ? { enrolmentId: made[0].id, learnerId } : null;
}

/** Tells those who have just begun that they have, and has looked at what there is to tell them from now on. */
export async function welcome(
  tx: Transaction,
  courseId: string,
  group: CohortRow | null,
  begun: readonly Begun[],
  now: Temporal.Instant,
  occasion: 'enrolled' | 'seat-free' = 'enrolled',
): Promise<void> {
  if (begun.length === 0) return;
  const startsAt = clockOf({ at: now, zone: 'UTC', cohort: group }).start.epochMilliseconds;
  await leaveMessages(
    tx,
    begun.map(({ enrolmentId, learnerId: personId }): NewMessage => {
      const about = { personId, courseId, enrolmentId, deed: `${occasion}/${enrolmentId}` };
      return occasion === 'enrolled' || !group
        ? { ...about, occasion: 'enrolled', facts: { cohort: group?.name ?? null, startsAt } }
        : { ...about, occasion: 'seat-free', facts: { cohort: group.name, startsAt } };
    }),
    now,
  );
  await later(tx, 'release.look-again', { enrolmentIds: begun.map(({ enrolmentId }) => enrolmentId) });
}

export const waitFor = (db: Database, cohortId: string, personId: string, now: Now) =>
  db.insert(waitingPlace).values({ cohortId, personId, since: now.toString() }).onConflictDoNothing();

/** Gives free seats to those who wait, in their order. Gives the names of who got one. */
export async function fillSeats(
  tx: Transaction,
  courseId: string,
  cohortId: string,
  now: Temporal.Instant,
): Promise<string[]> {
  const { db } = tx;
  const found = await lockedSeats(db, courseId, cohortId);
  if (!found.ok || found.value.free === 0) return [];
  const next = db
    .select({ id: user.id, name: user.name })
    .from(waitingPlace)
    .innerJoin(user, eq(user.id, waitingPlace.personId))
    .where(eq(waitingPlace.cohortId, cohortId))
    .orderBy(asc(waitingPlace.number));
  const seated = await (found.value.free === null ? next : next.limit(found.value.free));
  const begun: Begun[] = [];
  for (const { id } of seated) {
    const one = await beginEnrolment(db, courseId, id, cohortId, now);
    if (one) begun.push(one);
  }
  await welcome(tx, courseId, found.value.group, begun, now, 'seat-free');
  return seated.map(({ name }) => name);
}

/** What came of each line of a list of members. */
export type MemberOutcome = {
  readonly line: number;
  readonly words: string;
  readonly outcome: 'enrolled' | 'waits' | 'takes-it' | 'fault';
  readonly sentence: string;
};

/** People are looked for so many at a time. */
const atOnce = 1000;

async function peopleBy(db: Database, emails: readonly string[]) {
  const found = new Map<string, { readonly id: string; readonly name: string }>();
  for (let i = 0; i < emails.length; i += atOnce) {
    const rows = await db
      .select({ id: user.id, name: user.name, email: user.email })
      .from(user)
      .where(inArray(user.email, emails.slice(i, i + atOnce)));
    for (const { email, ...person } of rows) found.set(email, person);
  }
  return found;
}

/**
 * Enrols a pasted list; looked at first, when `dry`, without anything being done. Lines that cannot be taken say why,
 * and harm no others.
 */
const enrolMany = command({
  name: 'cohort.enrol-many',
  input: object({
    courseId: idSchema,
    cohortId: idSchema,
    list: string().max(2_000_000, 'Paste at most two million characters.').defined(),
    dry: boolean().required(),
  }).noUnknown(),
  permission: ({ actor }, input) => can(actor, 'course.enrol', input),
  async handle({ tx, now, audit }, { courseId, cohortId, list, dry }) {
    const lines = readMembers(list);
    if (lines.length > mostMembers)
      return fail('too-large', `Paste at most ${numberText(mostMembers)} members at once.`, 'list');
    const seats = await lockedSeats(tx.db, courseId, cohortId);
    if (!seats.ok) return seats;
    const people = await peopleBy(
      tx.db,
      lines.flatMap((one) => ('email' in one ? [one.email] : [])),
    );
    const there = await tx.db
      .select({ learnerId: enrolment.learnerId })
      .from(enrolment)
      .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.endedAt)));
    const taking = new Set(there.map(({ learnerId }) => learnerId));
    let { free } = seats.value;
    let enrolled = 0;
    const begun: Begun[] = [];
    const outcomes: MemberOutcome[] = [];
    for (const one of lines) {
      const say = (outcome: MemberOutcome['outcome'], sentence: string) =>
        outcomes.push({ line: one.line, words: one.words.slice(0, 200), outcome, sentence });
      const person = 'email' in one ? people.get(one.email) : undefined;
      if ('fault' in one) say('fault', one.fault);
      else if (!person) say('fault', 'Nobody in the school has this address. Add the person first.');
      else if (taking.has(person.id)) say('takes-it', `${person.name} takes this course already.`);
      else if (free === 0) {
        if (!dry) await waitFor(tx.db, cohortId, person.id, now);
        say('waits', `There is no seat left: ${person.name} waits for one.`);
      } else {
        const one = dry ? null : await beginEnrolment(tx.db, courseId, person.id, cohortId, now);
        if (one) begun.push(one);
        free = free === null ? null : free - 1;
        enrolled += 1;
        say('enrolled', `${person.name} is enrolled.`);
      }
    }
    await welcome(tx, courseId, seats.value.group, begun, now);
    if (!dry && enrolled > 0)
      await audit({ courseId, sentence: `enrolled ${enrolled} in ${seats.value.group.name}` } satisfies Audit);
    return ok({ outcomes });
  },
});

/**
 * Somebody goes over to another cohort and keeps what they have done. Whoever waits for the seat they leave gets it.
 */
const moveLearner = command({
  name: 'cohort.move',
  input: object({
    courseId: idSchema,
    learnerId: string().max(64).required('A learner is missing.'),
    cohortId: optionalId,
  }).noUnknown(),
  permission: ({ actor }, about) => mayDecide(actor, 'course.enrol', about),
  async handle({ tx, now, audit }, { courseId, learnerId, cohortId }) {
    const learner = await enrolledLearner(tx.db, courseId, learnerId);
    if (!learner) return fail('not-found', 'This learner does not take the course.');
    const left = learner.cohort?.id ?? null;
    if (left === cohortId) return ok({ seated: [] });
    let name = 'nobody but themselves';
    if (cohortId !== null) {
      const seats = await lockedSeats(tx.db, courseId, cohortId);
      if (!seats.ok) return seats;
      name = seats.value.group.name;
      if (seats.value.free === 0)
        return fail('closed', `${name} has no seat left. Give it more seats, or move somebody out first.`, 'cohortId');
    }
    await tx.db.update(enrolment).set({ cohortId }).where(eq(enrolment.id, learner.enrolmentId));
    await later(tx, 'release.look-again', { enrolmentIds: [learner.enrolmentId] });
    await audit({ courseId, sentence: `moved ${learner.name} to ${name}` });
    const seated = left === null ? [] : await fillSeats(tx, courseId, left, now);
    for (const one of seated) await audit({ courseId, sentence: `gave ${one} the seat that was free` });
    return ok({ seated });
  },
});

/** A code as it was given out, however it was written down: in small letters, in groups. */
const asTold = (typed: string): string => typed.replace(/[\s-]/g, '').toUpperCase();

/** Somebody joins a cohort by themselves, with its code: at once, or in the queue when there is no seat left. */
const joinByCode = command({
  name: 'cohort.join',
  input: object({
    code: line(40, 'This is no code.', 'Give the code you were told.'),
  }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, now, actor, audit }, { code }) {
    const [row] = await tx.db
      .select()
      .from(cohort)
      .where(eq(cohort.code, asTold(code)));
    if (!row)
      return fail('not-found', 'No cohort has this code. Look at it once more; letters and digits only.', 'code');
    if (await enrolledLearner(tx.db, row.courseId, actor.id))
      return ok({ courseId: row.courseId, cohort: row.name, waits: false });
    const seats = await lockedSeats(tx.db, row.courseId, row.id);
    if (!seats.ok) return seats;
    if (seats.value.free === 0) {
      await waitFor(tx.db, row.id, actor.id, now);
      return ok({ courseId: row.courseId, cohort: row.name, waits: true });
    }
    const begun = await beginEnrolment(tx.db, row.courseId, actor.id, row.id, now);
    if (begun) {
      await welcome(tx, row.courseId, row, [begun], now);
      await audit({ courseId: row.courseId, sentence: `joined ${row.name} with its code` });
    }
    return ok({ courseId: row.courseId, cohort: row.name, waits: false });
  },
});

/** Somebody does not wait for a seat any more. */
const leaveQueue = command({
  name: 'cohort.leave-queue',
  input: object({
    courseId: idSchema,
    cohortId: idSchema,
    learnerId: string().max(64).required('A person is missing.'),
  }).noUnknown(),
  permission: ({ actor }, about) =>
    actor !== null && (actor.id === about.learnerId || can(actor, 'course.enrol', about)),
  async handle({ tx }, { courseId, cohortId, learnerId }) {
    await tx.db
      .delete(waitingPlace)
      .where(
        and(
          eq(waitingPlace.cohortId, cohortId),
          eq(waitingPlace.personId, learnerId),
          sql`exists (select from cohort where cohort.id = ${cohortId} and cohort.course_id = ${courseId})`,
        ),
      );
    return ok(null);
  },
});

const all = [enrolMany, moveLearner, joinByCode, leaveQueue];
export const memberCommands = Object.fromEntries(all.map((one) => [one.name, one]));
