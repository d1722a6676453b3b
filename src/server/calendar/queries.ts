import { eq, inArray, sql } from 'drizzle-orm';
import { type CalendarEvent, calendarFile, type Entry, entriesOf } from '@/core/calendar';
import { clockOfCohort } from '@/core/enrolment';
import type { Temporal } from '@/core/kernel/time';
import { wholeStanding } from '@/core/learning';
import { releaseState, standingAtPace } from '@/core/release';
import { cohortsOverview } from '../enrolment';
import { coursesOfLearner } from '../learning';
import { coursesFor, liveDocument } from '../outline';
import type { Person } from '../people';
import { user } from '../people';
import { audit } from '../platform/audit';
import { config } from '../platform/config';
import type { Database } from '../platform/database';
import { calendarFeed } from './schema';

/** An entry with where it belongs. */
export type Dated = Entry & {
  readonly course: string;
  readonly slug: string;
  /** The cohort it is for; null for somebody themselves. */
  readonly cohort: {
    readonly id: string;
    readonly name: string;
    readonly zone: string;
    /** How many take part, whom a move would touch. */
    readonly learners: number;
  } | null;
  /** The zone its time is meant in. */
  readonly zone: string;
};

/** Everything that has a date for a learner, in all courses they take. */
export async function datesOfLearner(db: Database, personId: string): Promise<Dated[]> {
  const taken = await coursesOfLearner(db, personId);
  return taken
    .flatMap(({ head, learner, records, view: { document } }) => {
      const standing = wholeStanding(document, learner.clock, records);
      const { accessUntil } = records;
      const state = releaseState(
        document.course,
        document.sections,
        { clock: learner.clock, standing, accessUntil },
        Number.NEGATIVE_INFINITY,
      );
      const own = { course: document.course.title, slug: head.slug, cohort: null, zone: learner.clock.zone };
      return entriesOf(document, learner.clock, state).map((entry) => ({ ...entry, ...own }));
    })
    .sort((a, b) => a.at - b.at);
}

/** Everything that has a date for the cohorts of the courses somebody gives, as their live editions have it. */
export async function datesOfStaff(db: Database, person: Person): Promise<Dated[]> {
  const found: Dated[] = [];
  for (const { id, slug, liveEditionId } of await coursesFor(db, person)) {
    const document = await liveDocument(db, liveEditionId);
    if (!document) continue;
    for (const { cohort, taken } of await cohortsOverview(db, id)) {
      const clock = clockOfCohort(cohort);
      const standing = standingAtPace(document.course, document.sections, clock, 'all');
      const state = releaseState(
        document.course,
        document.sections,
        { clock, standing, accessUntil: null },
        Number.NEGATIVE_INFINITY,
      );
      const { name, zone } = cohort;
      const own = { course: document.course.title, slug, cohort: { id: cohort.id, name, zone, learners: taken }, zone };
      found.push(...entriesOf(document, clock, state).map((entry) => ({ ...entry, ...own })));
    }
  }
  return found.sort((a, b) => a.at - b.at);
}

/** Whose calendar an address is; null for nobody's. */
export async function feedOwner(db: Database, token: string) {
  const [row] = await db
    .select({ id: user.id, zone: user.zone, name: user.name })
    .from(calendarFeed)
    .innerJoin(user, eq(user.id, calendarFeed.personId))
    .where(eq(calendarFeed.token, token));
  return row ?? null;
}

/** The address of somebody's calendar; null where they have made none. */
export async function feedOf(db: Database, personId: string): Promise<string | null> {
  const [row] = await db
    .select({ token: calendarFeed.token })
    .from(calendarFeed)
    .where(eq(calendarFeed.personId, personId));
  return row ? `${config.address}/feed/${row.token}` : null;
}

const sortNames = { opens: 'Opens', due: 'Due', meets: 'Live session', break: 'Break', ends: 'Access ends' } as const;
/** What has no length stands a quarter of an hour in a calendar, so that it can be seen. */
const shownMs = 900_000;

/** How often something has been done in each course: grows with whatever may move a date. */
async function stepsIn(db: Database, courseIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (courseIds.length === 0) return new Map();
  const rows = await db
    .select({ courseId: audit.courseId, count: sql<number>`count(*)::int` })
    .from(audit)
    .where(inArray(audit.courseId, [...courseIds]))
    .groupBy(audit.courseId);
  return new Map(rows.map(({ courseId, count }) => [courseId ?? '', count]));
}

/** A learner's calendar as a file, for calendar programs. */
export async function calendarOf(
  db: Database,
  person: { readonly id: string; readonly zone: string },
  now: Temporal.Instant,
): Promise<string> {
  const dates = await datesOfLearner(db, person.id);
  const steps = await stepsIn(db, [...new Set(dates.map(({ courseId }) => courseId))]);
  const host = new URL(config.address).host;
  const events = dates.map(
    ({ id, sort, courseId, title, course, slug, lessonIds, at, until }): CalendarEvent => ({
      uid: `${id}-${person.id}@${host}`,
      sequence: steps.get(courseId) ?? 0,
      summary: `${sortNames[sort]}: ${title}`,
      description: course,
      url: `${config.address}/learn/${slug}${lessonIds.length === 1 ? `/${lessonIds[0]}` : ''}`,
      starts: at,
      ends: until ?? at + shownMs,
    }),
  );
  return calendarFile('My courses', person.zone, events, now.epochMilliseconds);
}
