import { and, asc, eq, sql } from 'drizzle-orm';
import { rowsBefore, rowsPerPage } from '@/core/kernel/page';
import type { Actor, CourseRole } from '@/core/people';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { isSpokenTo } from '../platform/spoken-to';
import { courseStaff, nameRequest, school, session, user } from './schema';
import { sessionToken } from './session-token';
import { sessions } from './sessions';

/** Who is asking, with what they may be told of themselves. */
export type Person = Actor & {
  readonly name: string;
  readonly email: string;
  readonly zone: string;
  readonly locale: string;
};

const personFields = {
  ...{ id: user.id, name: user.name, email: user.email, role: user.role, zone: user.zone, locale: user.locale },
  courses: sql<
    Record<string, CourseRole>
  >`(select coalesce(jsonb_object_agg(s.course_id, s.role), '{}') from ${courseStaff} s where s.user_id = ${user.id})`,
};

/** The person of a session that was renewed today, as a statement that is made ready once. */
const readBySession = (db: Database) =>
  db
    .select(personFields)
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(
      and(
        eq(session.token, sql.placeholder('token')),
        sql`${session.expiresAt} > now() and ${session.updatedAt} > now() - interval '1 day'`,
      ),
    )
    .prepare('person_by_session');
const ready = new WeakMap<Database, ReturnType<typeof readBySession>>();
function bySession(db: Database): ReturnType<typeof readBySession> {
  let statement = ready.get(db);
  if (!statement) {
    statement = readBySession(db);
    ready.set(db, statement);
  }
  return statement;
}

/** Whoever sends a request is spoken to in what answers it. */
function spokenTo<T extends Person | null>(person: T): T {
  if (person) isSpokenTo(person);
  return person;
}

/**
 * Who sends a request. It is asked with every one of them, so a session that was renewed today is looked up with its
 * person in one question; whatever else there is to a session, its library decides.
 */
export async function personOf(db: Database, headers: Headers): Promise<Person | null> {
  const token = sessionToken(headers.get('cookie') ?? '');
  if (token !== null) {
    const [row] = await bySession(db).execute({ token });
    if (row) return spokenTo(row);
  }
  const found = await sessions().api.getSession({ headers });
  return found ? spokenTo(await personById(db, found.user.id)) : null;
}

export async function personById(db: Database, id: string): Promise<Person | null> {
  const [row] = await db.select(personFields).from(user).where(eq(user.id, id));
  return row ?? null;
}

export type SchoolFacts = typeof school.$inferSelect;
export async function schoolFacts(db: Database): Promise<SchoolFacts | null> {
  const [row] = await db.select().from(school);
  return row ?? null;
}

/** The people the sign-in page of the sample school offers; none anywhere else. */
export async function samplePeople(db: Database) {
  const facts = await schoolFacts(db);
  if (!facts?.isSample) return [];
  const rows = await db
    .select({ name: user.name, email: user.email, role: user.role })
    .from(user)
    .orderBy(asc(user.createdAt), asc(user.id));
  const order = ['owner', 'creator', 'marker', 'learner'];
  return rows.sort((a, b) => order.indexOf(a.role) - order.indexOf(b.role)).slice(0, 6);
}

/** A page of everybody in the school by name, of those whose name or address holds some words. */
export async function peoplePage(db: Database, find: string, page: number) {
  const wanted = find === '' ? undefined : contains(sql`${user.name} || ' ' || ${user.email}`, find);
  const [rows, found] = await Promise.all([
    db
      .select({ id: user.id, name: user.name, email: user.email, role: user.role })
      .from(user)
      .where(wanted)
      .orderBy(asc(user.name), asc(user.id))
      .limit(rowsPerPage)
      .offset(rowsBefore(page)),
    db.$count(user, wanted),
  ]);
  return { rows, found, page };
}

export type NameRequest = {
  readonly personId: string;
  readonly name: string;
  readonly wanted: string;
  readonly at: string;
};

/** The names that wait for somebody to agree, oldest first. */
export async function nameRequests(db: Database): Promise<NameRequest[]> {
  return db
    .select({ personId: user.id, name: user.name, wanted: nameRequest.name, at: nameRequest.at })
    .from(nameRequest)
    .innerJoin(user, eq(user.id, nameRequest.userId))
    .orderBy(asc(nameRequest.at));
}

/** The name somebody has asked for and waits for; null when there is none. */
export async function nameAsked(db: Database, personId: string): Promise<string | null> {
  const [row] = await db.select({ name: nameRequest.name }).from(nameRequest).where(eq(nameRequest.userId, personId));
  return row?.name ?? null;
}

export type StaffRow = { readonly name: string; readonly email: string; readonly role: CourseRole };

/** The creators and markers of a course. */
export async function staffOf(db: Database, courseId: string): Promise<StaffRow[]> {
  return db
    .select({ name: user.name, email: user.email, role: courseStaff.role })
    .from(courseStaff)
    .innerJoin(user, eq(user.id, courseStaff.userId))
    .where(eq(courseStaff.courseId, courseId))
    .orderBy(asc(courseStaff.role), asc(user.name));
}
