import { createHash } from 'node:crypto';
import { and, asc, desc, eq, inArray, isNotNull, ne, type SQL, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { canonical } from '@/core/kernel/change';
import { coursesPerPage, rowsBefore } from '@/core/kernel/page';
import type { MediaFacts } from '@/core/media';
import {
  type CourseDocument,
  compose,
  type Difference,
  differences,
  learnerMinutes,
  noPaper,
  type Outline,
  papersOf,
  type Question,
  unfinishedIn,
  upgradeDocument,
  withFinished,
} from '@/core/outline';
import { everywhere } from '@/core/people';
import type { Pools } from '@/core/quiz';
import { type Rhythm, rhythmSchema } from '@/core/release';
import { mediaById, mediaOfCourse } from '../media';
import type { Person } from '../people';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { undoState } from './history';
import { load, loadOutline, withoutTexts } from './load';
import { poolsIn } from './pools';
import { course, edition, plannedEdition } from './schema';

/** The working copy as a document, for "View as learner" and for publishing. */
export function composeDocument(
  outline: Outline,
  media: ReadonlyMap<string, MediaFacts>,
  pools: Pools<Question> = {},
): CourseDocument {
  const papers = papersOf(outline);
  return compose(
    outline,
    media,
    (one) => learnerMinutes(one, (one.mediaId && media.get(one.mediaId)) || null, papers.get(one.id) ?? noPaper),
    pools,
  );
}

/** SHA-256 over a document's JSON with its keys in order, so that equal documents have equal sums. */
export const documentHash = (document: CourseDocument): string =>
  createHash('sha256').update(canonical(document)).digest('hex');

export type CourseHead = {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly liveEdition: number | null;
  readonly liveEditionId: string | null;
};

export async function courseBySlug(db: Database, slug: string): Promise<CourseHead | null> {
  const [row] = await db
    .select({
      id: course.id,
      slug: course.slug,
      title: course.title,
      liveEditionId: course.liveEditionId,
      liveEdition: edition.number,
    })
    .from(course)
    .leftJoin(edition, eq(edition.id, course.liveEditionId))
    .where(eq(course.slug, slug));
  return row ?? null;
}

export async function courseIsThere(db: Database, id: string): Promise<boolean> {
  const [row] = await db.select({ id: course.id }).from(course).where(eq(course.id, id));
  return row !== undefined;
}

/** Everything the Build stage shows. */
export async function courseDesk(db: Database, head: CourseHead, person: Person) {
  const [loaded, media, undo] = await Promise.all([
    load(db, head.id, withoutTexts),
    mediaOfCourse(db, head.id),
    undoState(db, head.id, person.id),
  ]);
  return loaded ? { ...loaded, media, undo } : null;
}
export type CourseDesk = NonNullable<Awaited<ReturnType<typeof courseDesk>>>;

/**
 * An edition never changes once its files have been worked on, so its document is kept in memory by id, as many letters
 * of them as there is room for; and while it is read, all who want it wait for the same reading.
 */
const editions = new LRUCache<string, CourseDocument>({ maxSize: 100_000_000 });
const readings = new Map<string, Promise<CourseDocument | null>>();

export async function editionDocument(db: Database, editionId: string): Promise<CourseDocument | null> {
  const known = editions.get(editionId);
  if (known) return known;
  const underWay = readings.get(editionId);
  // Whoever reads it does so on their own connection, which may break; then each looks for themselves.
  if (underWay) return underWay.catch(() => readEdition(db, editionId));
  const reading = readEdition(db, editionId).finally(() => readings.delete(editionId));
  readings.set(editionId, reading);
  return reading;
}

async function readEdition(db: Database, editionId: string): Promise<CourseDocument | null> {
  const [row] = await db.select({ document: edition.document }).from(edition).where(eq(edition.id, editionId));
  if (!row) return null;
  const stored = upgradeDocument(row.document);
  const unfinished = unfinishedIn(stored);
  const found = await Promise.all(unfinished.map(({ id, hash }) => mediaById(db, id, hash)));
  const known = new Map(found.flatMap((facts) => (facts ? [[facts.hash, facts] as const] : [])));
  const document = unfinished.length === 0 ? stored : withFinished(stored, known);
  // While a file of it is still being worked on, it is looked at anew each time.
  if (unfinishedIn(document).length === 0)
    editions.set(editionId, document, { size: JSON.stringify(row.document).length });
  return document;
}

export const liveDocument = async (db: Database, editionId: string | null) =>
  editionId ? editionDocument(db, editionId) : null;

/** The live editions of some courses, by the id of the course. */
export async function liveDocuments(db: Database, courseIds: readonly string[]): Promise<Map<string, CourseDocument>> {
  const rows = await db
    .select({ id: course.id, liveEditionId: course.liveEditionId })
    .from(course)
    .where(inArray(course.id, [...courseIds]));
  const found = new Map<string, CourseDocument>();
  for (const { id, liveEditionId } of rows) {
    const document = await liveDocument(db, liveEditionId);
    if (document) found.set(id, document);
  }
  return found;
}

/** Courses somebody works on, the one that was changed last first, with how much is in each. */
const courseRows = (db: Database, wanted: SQL | undefined) =>
  db
    .select({
      id: course.id,
      slug: course.slug,
      title: course.title,
      description: course.description,
      changedAt: course.changedAt,
      revision: course.revision,
      liveEditionId: course.liveEditionId,
      liveEdition: edition.number,
      lessons: sql<number>`(select count(*)::int from lesson where lesson.course_id = ${course.id})`,
      sections: sql<number>`(select count(*)::int from section where section.course_id = ${course.id})`,
      learners: sql<number>`(select count(*)::int from enrolment where enrolment.course_id = ${course.id} and enrolment.ended_at is null)`,
    })
    .from(course)
    .leftJoin(edition, eq(edition.id, course.liveEditionId))
    .where(wanted)
    .orderBy(desc(course.changedAt), asc(course.id))
    .$dynamic();

const workedOnBy = (person: Person): SQL | undefined => {
  const own = Object.keys(person.courses);
  if (everywhere(person, 'course.edit')) return undefined;
  return own.length > 0 ? inArray(course.id, own) : sql`false`;
};

export const coursesFor = async (db: Database, person: Person) => courseRows(db, workedOnBy(person));

/** A page of the shelf, of courses whose title holds some words, and how many there are at all. */
export async function coursesPage(db: Database, person: Person, find: string, page: number) {
  const all = workedOnBy(person);
  const wanted = and(all, find === '' ? undefined : contains(sql`${course.title}`, find));
  const [rows, found, total] = await Promise.all([
    courseRows(db, wanted).limit(coursesPerPage).offset(rowsBefore(page, coursesPerPage)),
    db.$count(course, wanted),
    db.$count(course, all),
  ]);
  return { rows, found, total, page };
}

export type Planned = {
  readonly number: number;
  readonly at: string;
  readonly wall: string;
  readonly zone: string;
  readonly problem: string | null;
};
/** What there is to know of publishing a course without anything being compared. */
export type CourseNews = {
  readonly next: number;
  readonly live: number | null;
  /** The revision the live edition was made of: what the working copy has more are changes not published yet. */
  readonly publishedRevision: number;
  /** An edition that is to be made at a time. */
  readonly planned: Planned | null;
};

async function plannedOf(db: Database, courseId: string): Promise<Planned | null> {
  const [row] = await db.select().from(plannedEdition).where(eq(plannedEdition.courseId, courseId));
  return row ? { number: row.number, at: row.at, wall: row.wall, zone: row.zone, problem: row.problem } : null;
}

export async function courseNews(db: Database, courseId: string): Promise<CourseNews> {
  const rows = await db
    .select({ live: course.liveEditionId, number: edition.number, id: edition.id, revision: edition.revision })
    .from(course)
    .leftJoin(edition, eq(edition.courseId, course.id))
    .where(eq(course.id, courseId));
  const live = rows.find((row) => row.id !== null && row.id === row.live);
  return {
    next: Math.max(0, ...rows.map((row) => row.number ?? 0)) + 1,
    live: live?.number ?? null,
    publishedRevision: live?.revision ?? 0,
    planned: await plannedOf(db, courseId),
  };
}

/** What has changed since the live edition, in words: the whole working copy is compared. */
export async function differencesToLive(db: Database, courseId: string): Promise<Difference[] | null> {
  const [outline, media] = [await loadOutline(db, courseId), await mediaOfCourse(db, courseId)];
  if (!outline) return null;
  const [row] = await db.select({ live: course.liveEditionId }).from(course).where(eq(course.id, courseId));
  const { pools, media: shown } = await poolsIn(db, outline, media);
  return differences(await liveDocument(db, row?.live ?? null), composeDocument(outline, shown, pools));
}

/** Whether a course lets its markers look at it without being enrolled. */
export async function staffLooks(db: Database, courseId: string): Promise<boolean> {
  const [row] = await db.select({ settings: course.settings }).from(course).where(eq(course.id, courseId));
  return row?.settings.staffLook ?? false;
}

/** The rhythms of other courses somebody works on, by the name of the course: patterns of their own. */
export async function otherRhythms(
  db: Database,
  person: Person,
  courseId: string,
): Promise<{ readonly name: string; readonly rhythm: Rhythm }[]> {
  const rows = await db
    .select({ name: course.title, rhythm: course.rhythm })
    .from(course)
    .where(and(workedOnBy(person), ne(course.id, courseId), isNotNull(course.rhythm)))
    .orderBy(desc(course.changedAt))
    .limit(20);
  return rows.flatMap(({ name, rhythm }) =>
    rhythm && rhythmSchema.isValidSync(rhythm, { strict: true }) ? [{ name, rhythm }] : [],
  );
}
