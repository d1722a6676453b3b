import { randomBytes } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import { boolean, number, object, string } from 'yup';
import { nextSeason } from '@/core/enrolment';
import { same } from '@/core/kernel/change';
import { idSchema } from '@/core/kernel/ids';
import { checkNear } from '@/core/kernel/near';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { isDay, Temporal } from '@/core/kernel/time';
import { can, mayDecide, nameSchema } from '@/core/people';
import { accessSchema, breaksSchema, openingRuleSchema, ruleText, zoneSchema } from '@/core/release';
import { lesson, section } from '../outline';
import { command } from '../platform/command';
import type { Database, Transaction } from '../platform/database';
import { later } from '../platform/jobs';
import { fillSeats } from './members';
import { enrolledLearner } from './queries';
import { cohort, enrolment } from './schema';

const mayEnrol = ({ actor }: { actor: Parameters<typeof can>[0] }, input: { courseId: string }) =>
  can(actor, 'course.enrol', input);

const day = string()
  .required('Choose a day.')
  .test('day', 'Choose a day.', (value) => isDay(value ?? ''));

const fields = {
  name: nameSchema,
  startsOn: day,
  endsOn: string()
    .nullable()
    .defined()
    .test('day', 'Choose a day.', (value) => value === null || isDay(value ?? ''))
    .test('order', 'A cohort ends on or after the day it starts.', function (value) {
      return !value || (this.parent as { startsOn: string }).startsOn <= value;
    }),
  zone: zoneSchema,
  seats: number()
    .typeError('Give the seats as a number.')
    .integer('Give a whole number of seats.')
    .min(1, 'A cohort has at least one seat.')
    .max(100_000, 'Give at most 100,000 seats.')
    .nullable()
    .defined(),
  breaks: breaksSchema,
};

type CohortRow = typeof cohort.$inferSelect;

/** A cohort of a course, locked until the command is through: two who change it do so one after the other. */
async function lockedCohort(db: Database, input: { id: string; courseId: string }): Promise<Result<CohortRow>> {
  const [row] = await db
    .select()
    .from(cohort)
    .where(and(eq(cohort.id, input.id), eq(cohort.courseId, input.courseId)))
    .for('update');
  return row ? ok(row) : fail('not-found', 'This cohort does not belong to the course.', 'cohortId');
}

const addCohort = command({
  name: 'cohort.add',
  input: object({ id: idSchema, courseId: idSchema, ...fields }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, input) {
    const { startsOn, endsOn, breaks } = input;
    const near = checkNear({ startsOn, endsOn, breaks }, now);
    if (!near.ok) return near;
    const row = { ...input, name: input.name.trim() };
    const made = await tx.db.insert(cohort).values(row).onConflictDoNothing().returning({ id: cohort.id });
    if (made.length > 0) {
      await audit({ courseId: input.courseId, sentence: `made the cohort "${row.name}"` });
      return ok({ id: input.id });
    }
    const [there] = await tx.db.select().from(cohort).where(eq(cohort.id, input.id));
    const kept = there && Object.fromEntries(Object.keys(row).map((key) => [key, there[key as keyof CohortRow]]));
    return same(kept, row) ? ok({ id: input.id }) : fail('conflict', 'This id is in use elsewhere. Try again.');
  },
});

const changeCohort = command({
  name: 'cohort.change',
  input: object({ id: idSchema, courseId: idSchema, ...fields }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, { id, courseId, ...given }) {
    const { startsOn, endsOn, breaks } = given;
    const near = checkNear({ startsOn, endsOn, breaks }, now);
    if (!near.ok) return near;
    const found = await lockedCohort(tx.db, { id, courseId });
    if (!found.ok) return found;
    const row = { ...given, name: given.name.trim() };
    if (row.seats !== null) {
      const taken = await tx.db.$count(enrolment, and(eq(enrolment.cohortId, id), sql`${enrolment.endedAt} is null`));
      if (taken > row.seats)
        return fail('invalid', `${taken} learners are in this cohort already; give at least that many seats.`, 'seats');
    }
    await tx.db.update(cohort).set(row).where(eq(cohort.id, id));
    await later(tx, 'release.look-again', { cohortId: id });
    await audit({ courseId, sentence: `changed the cohort "${row.name}"` });
    const seated = await fillSeats(tx, courseId, id, now);
    for (const one of seated) await audit({ courseId, sentence: `gave ${one} a seat that was free` });
    return ok({ seated });
  },
});

/** Letters and digits that nobody takes for another one. */
const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const newCode = () => Array.from(randomBytes(8), (byte) => letters[byte % letters.length]).join('');

/** A code with which people of the school join by themselves, given, changed or taken away. */
const codeOfCohort = command({
  name: 'cohort.set-code',
  input: object({ id: idSchema, courseId: idSchema, on: boolean().required() }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, audit }, { id, courseId, on }) {
    const found = await lockedCohort(tx.db, { id, courseId });
    if (!found.ok) return found;
    const code = on ? newCode() : null;
    await tx.db.update(cohort).set({ code }).where(eq(cohort.id, id));
    const what = on ? 'gave a code to' : 'took the code away from';
    await audit({ courseId, sentence: `${what} the cohort "${found.value.name}"` });
    return ok({ code });
  },
});

/**
 * A cohort of the next season: as another one, with every date moved. Members and what was opened by hand stay behind.
 */
const copyCohort = command({
  name: 'cohort.copy',
  input: object({
    id: idSchema,
    courseId: idSchema,
    from: idSchema,
    name: nameSchema,
    startsOn: day,
    weekday: number().integer().min(1).max(7).nullable().defined(),
  }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, { id, courseId, from, name, startsOn, weekday }) {
    const found = await lockedCohort(tx.db, { id: from, courseId });
    if (!found.ok) return found;
    const { moves: _moves, ...dates } = nextSeason(found.value, { startsOn, weekday }, new Map());
    const near = checkNear(dates, now);
    if (!near.ok) return near;
    const { zone, seats } = found.value;
    const made = await tx.db
      .insert(cohort)
      .values({ id, courseId, name: name.trim(), zone, seats, ...dates })
      .onConflictDoNothing()
      .returning({ id: cohort.id });
    if (made.length > 0)
      await audit({ courseId, sentence: `made the cohort "${name.trim()}" from "${found.value.name}"` });
    return ok({ id });
  },
});

/** What a section or lesson of a course is called; null where there is none. */
async function titleIn(db: Database, courseId: string, of: string): Promise<string | null> {
  for (const table of [lesson, section]) {
    const [row] = await db
      .select({ title: table.title })
      .from(table)
      .where(and(eq(table.id, of), eq(table.courseId, courseId)));
    if (row) return row.title;
  }
  return null;
}

const notThere = fail('not-found', 'This is not part of the course any more.', 'of');

const ruleOfCohort = command({
  name: 'cohort.set-rule',
  input: object({ id: idSchema, courseId: idSchema, of: idSchema, rule: openingRuleSchema }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, { id, courseId, of, rule }) {
    const given = (rule ?? null) as CohortRow['opens'][string] | null;
    const near = checkNear({ rule: given }, now);
    if (!near.ok) return near;
    const found = await lockedCohort(tx.db, { id, courseId });
    if (!found.ok) return found;
    const title = await titleIn(tx.db, courseId, of);
    if (title === null) return notThere;
    const { [of]: _old, ...others } = found.value.opens;
    const opens = given === null ? others : { ...others, [of]: given };
    if (same(opens, found.value.opens)) return ok(null);
    await tx.db.update(cohort).set({ opens }).where(eq(cohort.id, id));
    await later(tx, 'release.look-again', { cohortId: id });
    await audit({
      courseId,
      sentence:
        given === null
          ? `let "${title}" open for ${found.value.name} as in the course`
          : `let "${title}" open for ${found.value.name}: ${ruleText(given)}`,
    });
    return ok(null);
  },
});

/** A session meets at a time of its own for a cohort; none: as in the course. */
const moveSession = command({
  name: 'cohort.move-session',
  input: object({ id: idSchema, courseId: idSchema, lessonId: idSchema, when: accessSchema }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, { id, courseId, lessonId, when }) {
    const given = (when ?? null) as CohortRow['meets'][string] | null;
    const near = checkNear({ when: given }, now);
    if (!near.ok) return near;
    const found = await lockedCohort(tx.db, { id, courseId });
    if (!found.ok) return found;
    const title = await titleIn(tx.db, courseId, lessonId);
    if (title === null) return notThere;
    const { [lessonId]: _old, ...others } = found.value.meets;
    const meets = given === null ? others : { ...others, [lessonId]: given };
    if (same(meets, found.value.meets)) return ok(null);
    await tx.db.update(cohort).set({ meets }).where(eq(cohort.id, id));
    await later(tx, 'release.look-again', { cohortId: id });
    const to = given === null ? 'as in the course' : ruleText(given);
    await audit({ courseId, sentence: `let the session "${title}" of ${found.value.name} meet ${to}` });
    return ok(null);
  },
});

const opening = { courseId: idSchema, of: idSchema, open: boolean().required() };

/** What was opened by hand, with one more or one less. What is open already stays open since then. */
const withOpened = (opened: CohortRow['opened'], of: string, open: boolean, now: Temporal.Instant) => {
  const { [of]: since, ...others } = opened;
  return open ? { ...others, [of]: since ?? now.toString() } : others;
};

const openForCohort = command({
  name: 'release.open-for-cohort',
  input: object({ id: idSchema, ...opening }).noUnknown(),
  permission: mayEnrol,
  async handle({ tx, now, audit }, { id, courseId, of, open }) {
    const found = await lockedCohort(tx.db, { id, courseId });
    if (!found.ok) return found;
    const title = await titleIn(tx.db, courseId, of);
    if (title === null) return notThere;
    const opened = withOpened(found.value.opened, of, open, now);
    if (same(opened, found.value.opened)) return ok(null);
    await tx.db.update(cohort).set({ opened }).where(eq(cohort.id, id));
    await later(tx, 'release.look-again', { cohortId: id });
    const verb = open ? 'opened' : 'took back that was opened:';
    await audit({ courseId, sentence: `${verb} "${title}" for ${found.value.name}` });
    return ok(null);
  },
});

/** Opens a section or a lesson for one learner, or takes that back; whether that changed anything. */
export async function setOpened(
  tx: Transaction,
  enrolmentId: string,
  of: string,
  open: boolean,
  now: Temporal.Instant,
): Promise<boolean> {
  const own = eq(enrolment.id, enrolmentId);
  const [row] = await tx.db.select({ opened: enrolment.opened }).from(enrolment).where(own).for('update');
  const before = row?.opened ?? {};
  const opened = withOpened(before, of, open, now);
  if (same(opened, before)) return false;
  await tx.db.update(enrolment).set({ opened }).where(own);
  await later(tx, 'release.look-again', { enrolmentIds: [enrolmentId] });
  return true;
}

const learnerId = string().max(64).required('A learner is missing.');

const openForLearner = command({
  name: 'release.open-for-learner',
  input: object({ learnerId, ...opening }).noUnknown(),
  permission: ({ actor }, about) => mayDecide(actor, 'course.enrol', about),
  async handle({ tx, now, audit }, { courseId, of, open, ...about }) {
    const learner = await enrolledLearner(tx.db, courseId, about.learnerId);
    if (!learner) return fail('not-found', 'This learner does not take the course.');
    const title = await titleIn(tx.db, courseId, of);
    if (title === null) return notThere;
    if (!(await setOpened(tx, learner.enrolmentId, of, open, now))) return ok(null);
    const verb = open ? 'opened' : 'took back that was opened:';
    await audit({ courseId, sentence: `${verb} "${title}" for ${learner.name}` });
    return ok(null);
  },
});

/**
 * One learner may use a course until the end of a day, in the zone their days are counted in, whatever holds for the
 * others.
 */
const extendAccess = command({
  name: 'enrolment.extend',
  input: object({
    courseId: idSchema,
    learnerId,
    until: string()
      .nullable()
      .defined()
      .test('day', 'Choose a day.', (value) => value === null || isDay(value ?? '')),
  }).noUnknown(),
  permission: ({ actor }, about) => mayDecide(actor, 'course.enrol', about),
  async handle({ tx, now, audit }, { courseId, until, ...about }) {
    const near = checkNear({ until }, now);
    if (!near.ok) return near;
    const learner = await enrolledLearner(tx.db, courseId, about.learnerId);
    if (!learner) return fail('not-found', 'This learner does not take the course.');
    const end =
      until === null
        ? null
        : Temporal.PlainDate.from(until).add({ days: 1 }).toZonedDateTime({ timeZone: learner.clock.zone }).toInstant();
    if (end !== null && Temporal.Instant.compare(end, learner.clock.start) <= 0)
      return fail('invalid', 'Access cannot end before it begins.', 'until');
    await tx.db
      .update(enrolment)
      .set({ accessUntil: end?.toString() ?? null })
      .where(eq(enrolment.id, learner.enrolmentId));
    await later(tx, 'release.look-again', { enrolmentIds: [learner.enrolmentId] });
    await audit({
      courseId,
      sentence:
        until === null
          ? `let ${learner.name} use it as long as everybody`
          : `let ${learner.name} use it until ${until}`,
    });
    return ok(null);
  },
});

const all = [
  addCohort,
  changeCohort,
  codeOfCohort,
  copyCohort,
  ruleOfCohort,
  moveSession,
  openForCohort,
  openForLearner,
  extendAccess,
];
export const cohortCommands = Object.fromEntries(all.map((one) => [one.name, one]));
