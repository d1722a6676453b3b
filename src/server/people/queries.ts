import { asc, eq } from 'drizzle-orm';
import type { Actor, CourseRole } from '@/core/people';
import { database } from '../platform/database';
import { courseStaff, school, user } from './schema';
import { sessions } from './sessions';

/** Who is asking, with what they may be told of themselves. */
export type Person = Actor & { readonly name: string; readonly email: string; readonly zone: string; readonly locale: string };

export async function personOf(headers: Headers): Promise<Person | null> {
  const found = await sessions().api.getSession({ headers });
  return found ? personById(found.user.id) : null;
}

export async function personById(id: string): Promise<Person | null> {
  const [[row], staff] = await Promise.all([
    database().select().from(user).where(eq(user.id, id)),
    database().select().from(courseStaff).where(eq(courseStaff.userId, id)),
  ]);
  if (!row) return null;
  const courses: Record<string, CourseRole> = Object.fromEntries(staff.map((one) => [one.courseId, one.role]));
  return { id: row.id, name: row.name, email: row.email, role: row.role, zone: row.zone, locale: row.locale, courses };
}

export type SchoolFacts = typeof school.$inferSelect;
export async function schoolFacts(): Promise<SchoolFacts | null> {
  const [row] = await database().select().from(school);
  return row ?? null;
}

/** The people the sign-in page of the sample school offers; none anywhere else. */
export async function samplePeople() {
  const facts = await schoolFacts();
  if (!facts?.isSample) return [];
  const rows = await database().select({ name: user.name, email: user.email, role: user.role }).from(user).orderBy(asc(user.createdAt), asc(user.id));
  const order = ['owner', 'creator', 'marker', 'learner'];
  return rows.sort((a, b) => order.indexOf(a.role) - order.indexOf(b.role)).slice(0, 6);
}

export async function peopleOfSchool() {
  return database().select({ id: user.id, name: user.name, email: user.email, role: user.role }).from(user).orderBy(asc(user.name));
}

export type StaffRow = { readonly name: string; readonly email: string; readonly role: CourseRole };

/** The creators and markers of a course. */
export async function staffOf(courseId: string): Promise<StaffRow[]> {
  return database()
    .select({ name: user.name, email: user.email, role: courseStaff.role })
    .from(courseStaff)
    .innerJoin(user, eq(user.id, courseStaff.userId))
    .where(eq(courseStaff.courseId, courseId))
    .orderBy(asc(courseStaff.role), asc(user.name));
}
