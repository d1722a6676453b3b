import { and, asc, eq } from 'drizzle-orm';
import { clockOfCohort } from '@/core/enrolment';
import { meetingsOf } from '@/core/live';
import { findLesson, type LessonDocument } from '@/core/outline';
import { type Actor, can } from '@/core/people';
import { cohortsOf, instantFrom, learnersOf } from '../enrolment';
import { courseHead } from '../learning';
import { liveDocument } from '../outline';
import { courseStaff, user } from '../people';
import type { Database } from '../platform/database';
import { liveHost } from './schema';

const hostsOf = async (db: Database, lessonId: string): Promise<string[]> =>
  (await db.select({ personId: liveHost.personId }).from(liveHost).where(eq(liveHost.lessonId, lessonId))).map(
    ({ personId }) => personId,
  );

/** Whether somebody who works on a course leads a session of it. */
export async function mayHost(db: Database, person: Actor, courseId: string, lessonId: string): Promise<boolean> {
  if (can(person, 'course.edit', { courseId })) return true;
  const hosts = await hostsOf(db, lessonId);
  return hosts.length === 0 || hosts.includes(person.id);
}

/** Who could lead the sessions of a course. */
const staffWhoMark = (db: Database, courseId: string) =>
  db
    .select({ id: user.id, name: user.name })
    .from(courseStaff)
    .innerJoin(user, eq(user.id, courseStaff.userId))
    .where(eq(courseStaff.courseId, courseId))
    .orderBy(asc(user.name), asc(user.id));

/**
 * Says who leads a session; gives back those who do not work on its course, when there are some: then nothing is
 * changed.
 */
export async function keepHosts(
  db: Database,
  courseId: string,
  lessonId: string,
  personIds: readonly string[],
): Promise<readonly string[]> {
  const staff = new Set((await staffWhoMark(db, courseId)).map(({ id }) => id));
  const strangers = personIds.filter((id) => !staff.has(id));
  if (strangers.length > 0) return strangers;
  await db.delete(liveHost).where(and(eq(liveHost.courseId, courseId), eq(liveHost.lessonId, lessonId)));
  const rows = [...new Set(personIds)].map((personId) => ({ courseId, lessonId, personId }));
  if (rows.length > 0) await db.insert(liveHost).values(rows).onConflictDoNothing();
  return [];
}

export type SessionDesk = {
  readonly staff: readonly { readonly id: string; readonly name: string }[];
  readonly hosts: readonly string[];
  /** The meeting that is on or comes next, of each cohort: milliseconds since 1970. */
  readonly rooms: readonly { readonly cohort: string; readonly zone: string; readonly startsAt: number }[];
};

/** Who leads a session and who could, and its rooms that are open or open next. */
export async function sessionDesk(
  db: Database,
  courseId: string,
  lessonId: string,
  nowMs: number,
): Promise<SessionDesk> {
  const head = await courseHead(db, courseId);
  const document = head && (await liveDocument(db, head.liveEditionId));
  const lesson = document && findLesson(document, lessonId);
  const cohorts = lesson?.live ? await cohortsOf(db, courseId) : [];
  return {
    staff: await staffWhoMark(db, courseId),
    hosts: await hostsOf(db, lessonId),
    rooms: cohorts.flatMap((cohort) => {
      const next = lesson && meetingsOf(lesson, clockOfCohort(cohort)).find(({ ends }) => ends > nowMs);
      return next ? [{ cohort: cohort.name, zone: cohort.zone, startsAt: next.starts }] : [];
    }),
  };
}

/** When a session meets, of which course. */
type Meeting = { readonly courseId: string; readonly startsAt: number };

/** So many are looked through for those who are expected; in a larger course nobody is named before they come. */
const mostExpected = 400;

/** The learners for whom a session meets at the moment of a room, of those who took the course by a moment. */
export async function expectedAt(
  db: Database,
  { place, lesson }: { readonly place: Meeting; readonly lesson: LessonDocument },
  byMs: number,
): Promise<{ id: string; name: string }[]> {
  const all = await learnersOf(db, place.courseId);
  if (all.length > mostExpected) return [];
  // Those of one cohort go by one clock.
  const known = new Map<string, boolean>();
  return all.flatMap(({ learnerId, name, cohort, clock, begunAt }) => {
    if (instantFrom(begunAt).epochMilliseconds > byMs) return [];
    const key = cohort?.id ?? learnerId;
    const meets = known.get(key) ?? meetingsOf(lesson, clock).some(({ starts }) => starts === place.startsAt);
    known.set(key, meets);
    return meets ? [{ id: learnerId, name }] : [];
  });
}
