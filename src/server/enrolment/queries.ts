import { and, asc, desc, eq, getTableColumns, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { type Cohort, clockOf } from '@/core/enrolment';
import { type RowsPage, rowsBefore, rowsPerPage } from '@/core/kernel/page';
import { fail, type Problem } from '@/core/kernel/problem';
import { dayText, type Names } from '@/core/kernel/time';
import { can } from '@/core/people';
import type { CohortPlan, LearnerClock } from '@/core/release';
import { course } from '../outline';
import { user } from '../people';
import type { CommandContext } from '../platform/command';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { instantFrom } from '../platform/instant';
import { cohort, enrolment, waitingPlace } from './schema';

const { courseId: _courseId, ...cohortColumns } = getTableColumns(cohort);

export async function cohortsOf(db: Database, courseId: string): Promise<Cohort[]> {
  return db.select(cohortColumns).from(cohort).where(eq(cohort.courseId, courseId)).orderBy(asc(cohort.startsOn));
}

export type CohortOverview = {
  readonly cohort: Cohort;
  readonly taken: number;
  /** Who waits for a seat, in their order. */
  readonly waiting: readonly { readonly personId: string; readonly name: string; readonly since: string }[];
};

/** The cohorts of a course with how many are in each and who waits for a seat. */
export async function cohortsOverview(db: Database, courseId: string): Promise<CohortOverview[]> {
  const cohorts = await cohortsOf(db, courseId);
  const taken = await db
    .select({ cohortId: enrolment.cohortId, count: sql<number>`count(*)::int` })
    .from(enrolment)
    .where(takenNow(courseId))
    .groupBy(enrolment.cohortId);
  const waiting = await db
    .select({ cohortId: waitingPlace.cohortId, personId: user.id, name: user.name, since: waitingPlace.since })
    .from(waitingPlace)
    .innerJoin(user, eq(user.id, waitingPlace.personId))
    .innerJoin(cohort, eq(cohort.id, waitingPlace.cohortId))
    .where(eq(cohort.courseId, courseId))
    .orderBy(asc(waitingPlace.number));
  return cohorts.map((one) => ({
    cohort: one,
    taken: taken.find(({ cohortId }) => cohortId === one.id)?.count ?? 0,
    waiting: waiting.filter(({ cohortId }) => cohortId === one.id).map(({ cohortId: _cohortId, ...person }) => person),
  }));
}

/** The cohorts somebody waits for a seat in. */
export const waitsOf = (db: Database, personId: string) =>
  db
    .select({
      cohortId: cohort.id,
      courseId: cohort.courseId,
      cohort: cohort.name,
      startsOn: cohort.startsOn,
      course: course.title,
    })
    .from(waitingPlace)
    .innerJoin(cohort, eq(cohort.id, waitingPlace.cohortId))
    .innerJoin(course, eq(course.id, cohort.courseId))
    .where(eq(waitingPlace.personId, personId))
    .orderBy(asc(waitingPlace.number));

/** Somebody in one enrolment of theirs: what they do in the course is kept with it. */
export type EnrolledLearner = {
  readonly enrolmentId: string;
  readonly learnerId: string;
  readonly courseId: string;
  /** The how-manieth time it is that they take the course. */
  readonly number: number;
  readonly name: string;
  readonly email: string;
  readonly cohort: Cohort | null;
  readonly clock: LearnerClock;
  readonly finished: boolean;
  readonly begunAt: string;
  /** When they began anew; null for the enrolment they are in. */
  readonly endedAt: string | null;
  /** The edition that what was earned is measured by; null for the live one. */
  readonly editionId: string | null;
  /** Until when they alone may use the course; null for as long as everybody. */
  readonly accessUntil: string | null;
  /** What was opened for them alone by hand, and when. */
  readonly opened: CohortPlan['opened'];
  readonly tags: readonly string[];
};

const columns = {
  enrolment,
  name: user.name,
  email: user.email,
  zone: user.zone,
  cohort,
};

type Row = {
  enrolment: typeof enrolment.$inferSelect;
  name: string;
  email: string;
  zone: string;
  cohort: typeof cohort.$inferSelect | null;
};
const learnerOf = ({ enrolment: own, name, email, zone, cohort }: Row): EnrolledLearner => ({
  enrolmentId: own.id,
  learnerId: own.learnerId,
  courseId: own.courseId,
  number: own.number,
  name,
  email,
  cohort,
  clock: clockOf({ at: instantFrom(own.at), zone, cohort }),
  finished: own.finishedAt !== null,
  begunAt: own.at,
  endedAt: own.endedAt,
  editionId: own.editionId,
  accessUntil: own.accessUntil,
  opened: own.opened,
  tags: own.tags,
});

/** From when to when an enrolment was, in words: `3 March 2027 to 5 May 2027`. */
export const spanText = ({ begunAt, endedAt }: EnrolledLearner, names: Names): string =>
  [begunAt, endedAt].flatMap((at) => (at === null ? [] : [dayText(instantFrom(at), names)])).join(' to ');

/** Learners with their cohorts, to be narrowed down. */
const learners = (db: Database) =>
  db
    .select(columns)
    .from(enrolment)
    .innerJoin(user, eq(user.id, enrolment.learnerId))
    .leftJoin(cohort, eq(cohort.id, enrolment.cohortId));

/** The enrolments of a course that are not over: one for each of its learners. */
const takenNow = (courseId: string) => and(eq(enrolment.courseId, courseId), isNull(enrolment.endedAt));

/** The tags that learners of a course have, by name. */
export async function tagsIn(db: Database, courseId: string): Promise<string[]> {
  const { rows } = await db.execute<{ tag: string }>(sql`
    select distinct jsonb_array_elements_text(tags) as tag from enrolment
    where course_id = ${courseId} and ended_at is null order by 1`);
  return rows.map(({ tag }) => tag);
}

export async function learnersOf(db: Database, courseId: string): Promise<EnrolledLearner[]> {
  const rows = await learners(db).where(takenNow(courseId)).orderBy(asc(user.name));
  return rows.map(learnerOf);
}

/** The longest or the shortest name of those who take a course now; null where nobody does. */
export async function nameOnRoll(
  db: Database,
  courseId: string,
  which: 'longest' | 'shortest',
): Promise<string | null> {
  const [row] = await db
    .select({ name: user.name })
    .from(enrolment)
    .innerJoin(user, eq(user.id, enrolment.learnerId))
    .where(takenNow(courseId))
    .orderBy(which === 'longest' ? sql`length(${user.name}) desc` : sql`length(${user.name})`, asc(user.name))
    .limit(1);
  return row?.name ?? null;
}

/** A page of the learners of a course by name, of those whose name, address, cohort or tags hold some words. */
export async function learnersPage(
  db: Database,
  courseId: string,
  find: string,
  page: number,
): Promise<RowsPage<EnrolledLearner>> {
  const words = sql`${user.name} || ' ' || ${user.email} || ' ' || coalesce(${cohort.name}, '') || ' ' || ${enrolment.tags}::text`;
  const wanted = and(takenNow(courseId), find === '' ? undefined : contains(words, find));
  const [rows, [counted]] = await Promise.all([
    learners(db).where(wanted).orderBy(asc(user.name), asc(user.id)).limit(rowsPerPage).offset(rowsBefore(page)),
    db
      .select({ found: sql<number>`count(*)::int` })
      .from(enrolment)
      .innerJoin(user, eq(user.id, enrolment.learnerId))
      .leftJoin(cohort, eq(cohort.id, enrolment.cohortId))
      .where(wanted),
  ]);
  return { rows: rows.map(learnerOf), found: counted?.found ?? 0, page };
}

/** How many take a course. */
export const countLearners = (db: Database, courseId: string): Promise<number> =>
  db.$count(enrolment, takenNow(courseId));

export async function enrolledLearner(
  db: Database,
  courseId: string,
  learnerId: string,
): Promise<EnrolledLearner | null> {
  const [row] = await learners(db).where(and(takenNow(courseId), eq(enrolment.learnerId, learnerId)));
  return row ? learnerOf(row) : null;
}

/** Somebody as they are or were in an enrolment, which may be over. */
export async function learnerIn(db: Database, enrolmentId: string): Promise<EnrolledLearner | null> {
  const [row] = await learners(db).where(eq(enrolment.id, enrolmentId));
  return row ? learnerOf(row) : null;
}

/** Some enrolments, over or not. */
export async function learnersIn(db: Database, enrolmentIds: readonly string[]): Promise<EnrolledLearner[]> {
  const rows = await learners(db).where(inArray(enrolment.id, [...enrolmentIds]));
  return rows.map(learnerOf);
}

/** The enrolments of some people in a course that are over, the newest first. */
export async function earlierEnrolments(
  db: Database,
  courseId: string,
  learnerIds: readonly string[],
): Promise<EnrolledLearner[]> {
  if (learnerIds.length === 0) return [];
  const own = and(
    eq(enrolment.courseId, courseId),
    inArray(enrolment.learnerId, [...learnerIds]),
    isNotNull(enrolment.endedAt),
  );
  const rows = await learners(db).where(own).orderBy(desc(enrolment.number));
  return rows.map(learnerOf);
}

export async function coursesTakenBy(db: Database, learnerId: string): Promise<string[]> {
  const rows = await db
    .select({ courseId: enrolment.courseId })
    .from(enrolment)
    .where(and(eq(enrolment.learnerId, learnerId), isNull(enrolment.endedAt)))
    .orderBy(asc(enrolment.at));
  return rows.map((row) => row.courseId);
}

const notTaken = fail('not-allowed', 'You do not take this course.').problem;

/** Decides whether somebody may learn in a course: whoever takes it, themselves. */
export async function takesCourse(
  { actor, tx }: CommandContext,
  { courseId }: { readonly courseId: string },
): Promise<true | Problem> {
  const [row] = await tx.db
    .select({ id: enrolment.id })
    .from(enrolment)
    .where(and(takenNow(courseId), eq(enrolment.learnerId, actor.id)))
    .limit(1);
  return can(actor, 'course.take', { courseId, own: row !== undefined }) || notTaken;
}
