import { and, eq, ne, or, sql } from 'drizzle-orm';
import { boolean, object, string } from 'yup';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { localePlaces } from '@/core/kernel/locale';
import { parsed } from '@/core/kernel/parse';
import { keepableJson } from '@/core/kernel/plain-text';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { can, emailSchema, localeSchema, nameSchema, passwordSchema, plainEmail, schoolRoles } from '@/core/people';
import { zoneSchema } from '@/core/release';
import { command } from '../platform/command';
import { type Database, type Transaction, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { schoolFacts } from './queries';
import { account, courseStaff, nameRequest, school, session, user } from './schema';
import { hashPassword } from './sessions';

export type NewPerson = {
  readonly name: string;
  readonly email: string;
  readonly role: (typeof schoolRoles)[number];
  readonly passwordHash: string;
  readonly zone?: string;
  readonly locale?: string;
};

/** Adds a person with a password. The one place that writes accounts. */
export async function insertPerson(tx: Transaction, person: NewPerson): Promise<string> {
  const id = newId();
  const { passwordHash, ...row } = person;
  await tx.db.insert(user).values({ id, ...row });
  await tx.db
    .insert(account)
    .values({ id: newId(), accountId: id, providerId: 'credential', userId: id, password: passwordHash });
  return id;
}

const firstOwner = object({
  school: nameSchema,
  name: nameSchema,
  email: emailSchema,
  password: passwordSchema,
  zone: zoneSchema,
  locale: localeSchema,
}).noUnknown();

const hasOwner = fail('conflict', 'This school has an owner already. Sign in instead.');

/** The first visit to an empty installation makes the school and its owner; later ones are turned away. */
export async function makeFirstOwner(db: Database, raw: unknown): Promise<Result<null>> {
  // Asked first: working out a password costs more than anybody should be able to ask for without a name.
  if (await schoolFacts(db)) return hasOwner;
  const asked = parsed(firstOwner, keepableJson(raw));
  if (!asked.ok) return asked;
  const { value } = asked;
  const passwordHash = await hashPassword(value.password);
  return transaction(async (tx) => {
    // The row with id 1 can be made once, so two first visits at the same moment make one owner.
    const made = await tx.db
      .insert(school)
      .values({ id: 1, name: value.school.trim(), zone: value.zone, locale: value.locale })
      .onConflictDoNothing()
      .returning();
    if (made.length === 0) return hasOwner;
    await insertPerson(tx, {
      name: value.name.trim(),
      email: plainEmail(value.email),
      role: 'owner',
      passwordHash,
      zone: value.zone,
      locale: value.locale,
    });
    return ok(null);
  });
}

/**
 * Tells every process that what somebody may do has changed, so that open lines of theirs are looked at before anything
 * else goes out.
 */
const tellAccess = (tx: Transaction, personId: string) =>
  tx.client.query('select pg_notify($1, $2)', ['mosaik_access', personId]);

const personInput = object({
  name: nameSchema,
  email: emailSchema,
  role: string().oneOf(schoolRoles).required(),
  password: passwordSchema,
  courseId: optionalId,
}).noUnknown();

export const addPerson = command({
  name: 'people.add',
  input: personInput,
  permission: ({ actor }) => can(actor, 'people.manage'),
  async handle({ tx, audit }, input) {
    const email = plainEmail(input.email);
    const [there] = await tx.db.select({ id: user.id }).from(user).where(eq(user.email, email));
    if (there) return fail('conflict', 'Somebody with this e-mail address is here already.', 'email');
    const passwordHash = await hashPassword(input.password);
    // Somebody new is where the school is, until they say otherwise.
    const [own] = await tx.db.select({ zone: school.zone, locale: school.locale }).from(school);
    const id = await insertPerson(tx, { name: input.name.trim(), email, role: input.role, passwordHash, ...own });
    if (input.courseId && (input.role === 'creator' || input.role === 'marker')) {
      await tx.db.insert(courseStaff).values({ courseId: input.courseId, userId: id, role: input.role });
    }
    await audit({
      sentence: `added ${input.name} as ${input.role}`,
      ...(input.courseId ? { courseId: input.courseId } : {}),
    });
    return ok({ id });
  },
});

export const signOutEverywhere = command({
  name: 'people.sign-out-everywhere',
  input: object({ also: boolean().oneOf([true]).required() }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, actor, audit }) {
    await tx.db.delete(session).where(eq(session.userId, actor.id));
    await tellAccess(tx, actor.id);
    await audit({ sentence: 'signed out everywhere' });
    return ok(null);
  },
});

/** What was shared out to somebody who marks in a course no more, and is not marked yet, is with nobody again. */
async function shareWithNobody(db: Database, courseId: string, personId: string): Promise<void> {
  await db.execute(sql`
    update hand_in set shared_to = null, shared_at = null
    where course_id = ${courseId} and shared_to = ${personId} and state <> 'marked'`);
  await db.execute(sql`
    update sitting set shared_to = null, shared_at = null
    where course_id = ${courseId} and shared_to = ${personId} and marking <> 'marked'`);
}

/** Makes somebody a creator or marker of a course, or takes that back. The last thing said counts. */
const setStaff = command({
  name: 'people.set-staff',
  input: object({
    courseId: idSchema,
    email: emailSchema,
    role: string().oneOf(['creator', 'marker', 'none']).required(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.staff', { courseId }),
  async handle({ tx, actor, audit }, { courseId, email, role }) {
    const [person] = await tx.db
      .select()
      .from(user)
      .where(eq(user.email, plainEmail(email)))
      // Held, so that the same thing said twice at once finds what the first one did.
      .for('update');
    if (!person)
      return fail(
        'not-found',
        'Nobody in the school has this e-mail address. The owner can add the person under People.',
        'email',
      );
    if (person.id === actor.id && role !== 'creator')
      return fail(
        'invalid',
        'You cannot take yourself off a course you make. Ask another creator, or the owner.',
        'email',
      );
    const key = and(eq(courseStaff.courseId, courseId), eq(courseStaff.userId, person.id));
    const [before] = await tx.db.select({ role: courseStaff.role }).from(courseStaff).where(key).for('update');
    if ((before?.role ?? 'none') === role) return ok({ name: person.name });
    if (role === 'none') {
      await tx.db.delete(courseStaff).where(key);
      await shareWithNobody(tx.db, courseId, person.id);
    } else {
      const row = { courseId, userId: person.id, role: role as 'creator' | 'marker' };
      await tx.db
        .insert(courseStaff)
        .values(row)
        .onConflictDoUpdate({ target: [courseStaff.courseId, courseStaff.userId], set: row });
    }
    await tellAccess(tx, person.id);
    await audit({
      courseId,
      sentence: role === 'none' ? `took ${person.name} off the course` : `made ${person.name} ${role} of the course`,
    });
    return ok({ name: person.name });
  },
});

/** Whether somebody holds a certificate: what it says must not change behind the back of the school. */
const holdsCertificate = async (tx: Transaction, userId: string): Promise<boolean> =>
  (await tx.client.query('select 1 from certificate where learner_id = $1 limit 1', [userId])).rowCount !== 0;

/** Somebody wants to be called otherwise. Whoever holds a certificate asks for it, and staff decide. */
const rename = command({
  name: 'people.rename',
  input: object({ name: nameSchema }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, actor, now, audit }, input) {
    const name = input.name.trim();
    const [own] = await tx.db.select({ name: user.name }).from(user).where(eq(user.id, actor.id)).for('update');
    if (!own) return fail('not-found', 'You are not a person of this school any more.');
    if (own.name === name) {
      await tx.db.delete(nameRequest).where(eq(nameRequest.userId, actor.id));
      return ok({ waits: false });
    }
    if (await holdsCertificate(tx, actor.id)) {
      const row = { name, at: now.toString() };
      await tx.db
        .insert(nameRequest)
        .values({ userId: actor.id, ...row })
        .onConflictDoUpdate({ target: nameRequest.userId, set: row });
      await audit({ sentence: `asked to be called "${name}" instead of "${own.name}"` });
      return ok({ waits: true });
    }
    await tx.db.update(user).set({ name }).where(eq(user.id, actor.id));
    await audit({ sentence: `is now called "${name}" instead of "${own.name}"` });
    return ok({ waits: false });
  },
});

/** Staff say yes or no to a name that somebody who holds a certificate asked for; never to their own. */
const decideName = command({
  name: 'people.decide-name',
  input: object({
    personId: string().max(64).required('A person is missing.'),
    name: nameSchema,
    yes: boolean().required(),
  }).noUnknown(),
  permission: ({ actor }, { personId }) => can(actor, 'people.manage') && actor.id !== personId,
  async handle({ tx, audit }, { personId, name, yes }) {
    const [row] = await tx.db
      .select({ wanted: nameRequest.name, now: user.name })
      .from(nameRequest)
      .innerJoin(user, eq(user.id, nameRequest.userId))
      .where(eq(nameRequest.userId, personId))
      .for('update');
    // Decided already, or asked for anew since this was looked at.
    if (!row) return ok(null);
    if (row.wanted !== name)
      return fail('conflict', `They have asked for another name since: "${row.wanted}". Load the page again.`);
    await tx.db.delete(nameRequest).where(eq(nameRequest.userId, personId));
    if (yes) await tx.db.update(user).set({ name }).where(eq(user.id, personId));
    await audit({
      sentence: yes
        ? `agreed that "${row.now}" is now called "${name}"`
        : `did not agree that "${row.now}" is called "${name}"`,
    });
    return ok(null);
  },
});

/** The zone a person's own days are counted in, unless a cohort has one. */
const setZone = command({
  name: 'people.set-zone',
  input: object({ zone: zoneSchema }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, actor, audit }, { zone }) {
    const changed = await tx.db
      .update(user)
      .set({ zone })
      .where(and(eq(user.id, actor.id), ne(user.zone, zone)))
      .returning({ id: user.id });
    if (changed.length > 0) {
      await later(tx, 'release.look-again', { personId: actor.id });
      await audit({ sentence: `chose the time zone ${zone}` });
    }
    return ok(null);
  },
});

/** How dates and numbers are written for a person. */
const setLocale = command({
  name: 'people.set-locale',
  input: object({ locale: localeSchema }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, actor, audit }, { locale }) {
    const changed = await tx.db
      .update(user)
      .set({ locale })
      .where(and(eq(user.id, actor.id), ne(user.locale, locale)))
      .returning({ id: user.id });
    if (changed.length > 0) await audit({ sentence: `chose dates as in ${localePlaces[locale]}` });
    return ok(null);
  },
});

/** Where a school is: what its certificates tell dates by, and what somebody new begins with. */
const setSchool = command({
  name: 'people.set-school',
  input: object({ zone: zoneSchema, locale: localeSchema }).noUnknown(),
  permission: ({ actor }) => can(actor, 'school.change'),
  async handle({ tx, audit }, { zone, locale }) {
    const changed = await tx.db
      .update(school)
      .set({ zone, locale })
      .where(or(ne(school.zone, zone), ne(school.locale, locale)))
      .returning({ id: school.id });
    if (changed.length > 0) await audit({ sentence: `set the school to ${zone}, dates as in ${localePlaces[locale]}` });
    return ok(null);
  },
});

export const peopleCommands = {
  [setLocale.name]: setLocale,
  [setSchool.name]: setSchool,
  [setStaff.name]: setStaff,
  [setZone.name]: setZone,
  [rename.name]: rename,
  [decideName.name]: decideName,
  [addPerson.name]: addPerson,
  [signOutEverywhere.name]: signOutEverywhere,
};
