import { and, asc, eq, sql } from 'drizzle-orm';
import { type Cohort, clockOf } from '@/core/enrolment';
import { type RowsPage, rowsBefore, rowsPerPage } from '@/core/kernel/page';
import { fail, type Problem } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { can } from '@/core/people';
import type { LearnerClock } from '@/core/release';
import { user } from '../people';
import type { CommandContext } from '../platform/command';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { cohort, enrolment } from './schema';

export const instantFrom = (text: string): Temporal.Instant => Temporal.Instant.from(text.replace(' ', 'T'));

export async function cohortsOf(db: Database, courseId: string): Promise<Cohort[]> {
  return db
    .select({ id: cohort.id, name: cohort.name, startsOn: cohort.startsOn, zone: cohort.zone })
    .from(cohort)
    .where(eq(cohort.courseId, courseId))
    .orderBy(asc(cohort.startsOn));
}

export type EnrolledLearner = {
  readonly learnerId: string;
  readonly name: string;
  readonly email: string;
  readonly cohort: Cohort | null;
  readonly clock: LearnerClock;
  readonly finished: boolean;
};

const columns = {
  learnerId: enrolment.learnerId,
  at: enrolment.at,
  finishedAt: enrolment.finishedAt,
  name: user.name,
  email: user.email,
  zone: user.zone,
  cohort,
};

type Row = {
  learnerId: string;
  at: string;
  finishedAt: string | null;
  name: string;
  email: string;
  zone: string;
  cohort: typeof cohort.$inferSelect | null;
};
const learnerOf = (row: Row): EnrolledLearner => ({
  learnerId: row.learnerId,
  name: row.name,
  email: row.email,
  cohort: row.cohort,
  clock: clockOf({ at: instantFrom(row.at), zone: row.zone, cohort: row.cohort }),
  finished: row.finishedAt !== null,
});

export async function learnersOf(db: Database, courseId: string): Promise<EnrolledLearner[]> {
  const rows = await db
    .select(columns)
    .from(enrolment)
    .innerJoin(user, eq(user.id, enrolment.learnerId))
    .leftJoin(cohort, eq(cohort.id, enrolment.cohortId))
    .where(eq(enrolment.courseId, courseId))
    .orderBy(asc(user.name));
  return rows.map(learnerOf);
}

/** A page of the learners of a course by name, of those whose name, address or cohort holds some words. */
export async function learnersPage(
  db: Database,
  courseId: string,
  find: string,
  page: number,
): Promise<RowsPage<EnrolledLearner>> {
  const words = sql`${user.name} || ' ' || ${user.email} || ' ' || coalesce(${cohort.name}, '')`;
  const wanted = and(eq(enrolment.courseId, courseId), find === '' ? undefined : contains(words, find));
  const [rows, [counted]] = await Promise.all([
    db
      .select(columns)
      .from(enrolment)
      .innerJoin(user, eq(user.id, enrolment.learnerId))
      .leftJoin(cohort, eq(cohort.id, enrolment.cohortId))
      .where(wanted)
      .orderBy(asc(user.name), asc(user.id))
      .limit(rowsPerPage)
      .offset(rowsBefore(page)),
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
  db.$count(enrolment, eq(enrolment.courseId, courseId));

export async function enrolledLearner(
  db: Database,
  courseId: string,
  learnerId: string,
): Promise<EnrolledLearner | null> {
  const [row] = await db
    .select(columns)
    .from(enrolment)
    .innerJoin(user, eq(user.id, enrolment.learnerId))
    .leftJoin(cohort, eq(cohort.id, enrolment.cohortId))
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.learnerId, learnerId)));
  return row ? learnerOf(row) : null;
}

export async function coursesTakenBy(db: Database, learnerId: string): Promise<string[]> {
  const rows = await db
    .select({ courseId: enrolment.courseId })
    .from(enrolment)
    .where(eq(enrolment.learnerId, learnerId))
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
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.learnerId, actor.id)))
    .limit(1);
  return can(actor, 'course.take', { courseId, own: row !== undefined }) || notTaken;
}
