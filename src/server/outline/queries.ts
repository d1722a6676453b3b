import { createHash } from 'node:crypto';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { MediaFacts } from '@/core/media';
import {
  type Course,
  type CourseDocument,
  compose,
  type Difference,
  differences,
  type Lesson,
  learnerMinutes,
  type Outline,
  type Question,
  type Section,
} from '@/core/outline';
import { can } from '@/core/people';
import { mediaOfCourse } from '../media';
import type { Person } from '../people';
import { type Database, database } from '../platform/database';
import { audit, course, edition, lesson, question, section } from './schema';

const byId = <T extends { readonly id: string }>(rows: readonly T[]): { readonly [id: string]: T } => Object.fromEntries(rows.map((row) => [row.id, row]));

/** A row without the columns that belong to the table and not to the core's record. */
function strip<T extends object, K extends keyof T>(row: T, ...columns: K[]): Omit<T, K> {
  const copy = { ...row };
  for (const column of columns) delete copy[column];
  return copy;
}

export async function loadOutline(courseId: string, db: Database = database()): Promise<Outline | null> {
  // One after the other: inside a transaction there is one connection, and the four are quick.
  const courses = await db.select().from(course).where(eq(course.id, courseId));
  const sections = await db.select().from(section).where(eq(section.courseId, courseId));
  const lessons = await db.select().from(lesson).where(eq(lesson.courseId, courseId));
  const questions = await db.select().from(question).where(eq(question.courseId, courseId));
  const [own] = courses;
  if (!own) return null;
  return {
    course: byId([strip(own, 'liveEditionId', 'createdAt', 'changedAt') as Course]),
    section: byId(sections.map((row) => strip(row, 'courseId') as Section)),
    lesson: byId(lessons.map((row) => strip(row, 'courseId') as Lesson)),
    question: byId(questions.map((row) => strip(row, 'courseId') as Question)),
  };
}

/** The working copy as a document, for "View as learner" and for publishing. */
export function composeDocument(outline: Outline, media: ReadonlyMap<string, MediaFacts>): CourseDocument {
  const questions = new Map<string, number>();
  for (const { lessonId } of Object.values(outline.question)) questions.set(lessonId, (questions.get(lessonId) ?? 0) + 1);
  return compose(outline, media, (one) => learnerMinutes(one, (one.mediaId && media.get(one.mediaId)) || null, questions.get(one.id) ?? 0));
}

/** SHA-256 over a document's JSON with its keys in order, so that equal documents have equal sums. */
export function documentHash(document: CourseDocument): string {
  const ordered = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(ordered)
      : value && typeof value === 'object'
        ? Object.fromEntries(
            Object.entries(value)
              .sort(([a], [b]) => (a < b ? -1 : 1))
              .map(([key, inner]) => [key, ordered(inner)]),
          )
        : value;
  return createHash('sha256')
    .update(JSON.stringify(ordered(document)))
    .digest('hex');
}

export type CourseHead = {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly liveEdition: number | null;
  readonly liveEditionId: string | null;
};

export async function courseBySlug(slug: string): Promise<CourseHead | null> {
  const [row] = await database()
    .select({ id: course.id, slug: course.slug, title: course.title, liveEditionId: course.liveEditionId, liveEdition: edition.number })
    .from(course)
    .leftJoin(edition, eq(edition.id, course.liveEditionId))
    .where(eq(course.slug, slug));
  return row ?? null;
}

export type UndoState = { readonly undo: string | null; readonly redo: string | null };

/** What the next undo and redo of a person in a course would take back or do again, in words. */
export async function undoState(courseId: string, actorId: string, db: Database = database()): Promise<UndoState> {
  const { undo, redo } = await undoRows(courseId, actorId, db);
  return { undo: undo?.sentence ?? null, redo: redo?.sentence.replace(/^undo: /, '') ?? null };
}

export async function undoRows(courseId: string, actorId: string, db: Database) {
  const open = await db
    .select()
    .from(audit)
    .where(
      and(
        eq(audit.courseId, courseId),
        eq(audit.actorId, actorId),
        inArray(audit.command, ['outline.edit', 'outline.undo', 'outline.redo']),
        isNull(audit.undoneBy),
      ),
    )
    .orderBy(desc(audit.id))
    .limit(200);
  const undo = open.find((row) => row.kind !== 'undo');
  // Something new done after an undo ends what could be done again.
  const newest = open.find((row) => row.kind !== 'redo');
  return { undo: undo ?? null, redo: newest?.kind === 'undo' ? newest : null };
}

/** Everything the Build stage shows. */
export async function courseDesk(slug: string, person: Person) {
  const head = await courseBySlug(slug);
  if (!head || !can(person, 'course.edit', { courseId: head.id })) return null;
  const [outline, media, undo, live] = await Promise.all([
    loadOutline(head.id),
    mediaOfCourse(head.id),
    undoState(head.id, person.id),
    liveDocument(head.liveEditionId),
  ]);
  return outline ? { head, outline, media, undo, live } : null;
}
export type CourseDesk = NonNullable<Awaited<ReturnType<typeof courseDesk>>>;

/** An edition never changes, so its document is kept in memory by id. */
const editions = new Map<string, CourseDocument>();
const mostEditions = 50;

export async function editionDocument(editionId: string): Promise<CourseDocument | null> {
  const known = editions.get(editionId);
  if (known) return known;
  const [row] = await database().select({ document: edition.document }).from(edition).where(eq(edition.id, editionId));
  if (!row) return null;
  const [oldest] = editions.keys();
  if (editions.size >= mostEditions && oldest) editions.delete(oldest);
  editions.set(editionId, row.document);
  return row.document;
}

export const liveDocument = async (editionId: string | null) => (editionId ? editionDocument(editionId) : null);

/** The courses a person works on, newest change first. */
export async function coursesFor(person: Person) {
  const own = Object.keys(person.courses);
  const rows = await database()
    .select({
      id: course.id,
      slug: course.slug,
      title: course.title,
      description: course.description,
      changedAt: course.changedAt,
      liveEdition: edition.number,
      lessons: sql<number>`(select count(*)::int from lesson where lesson.course_id = ${course.id})`,
      sections: sql<number>`(select count(*)::int from section where section.course_id = ${course.id})`,
      learners: sql<number>`(select count(*)::int from enrolment where enrolment.course_id = ${course.id})`,
    })
    .from(course)
    .leftJoin(edition, eq(edition.id, course.liveEditionId))
    .where(person.role === 'owner' ? undefined : own.length > 0 ? inArray(course.id, own) : sql`false`)
    .orderBy(desc(course.changedAt));
  return rows;
}

export type Unpublished = { readonly next: number; readonly live: number | null; readonly differences: readonly Difference[] };

/** What publishing would bring: the number of the next edition, and what changed since the live one. */
export async function unpublished(courseId: string): Promise<Unpublished | null> {
  const [outline, media, rows] = await Promise.all([
    loadOutline(courseId),
    mediaOfCourse(courseId),
    database()
      .select({ live: course.liveEditionId, number: edition.number, id: edition.id })
      .from(course)
      .leftJoin(edition, eq(edition.courseId, course.id))
      .where(eq(course.id, courseId)),
  ]);
  if (!outline) return null;
  const live = rows.find((row) => row.id !== null && row.id === row.live);
  const before = await liveDocument(live?.id ?? null);
  return {
    next: Math.max(0, ...rows.map((row) => row.number ?? 0)) + 1,
    live: live?.number ?? null,
    differences: differences(before, composeDocument(outline, media)),
  };
}
