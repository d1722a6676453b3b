import { and, eq, inArray, or, sql } from 'drizzle-orm';
import type { MediaFacts, MediaForm } from '@/core/media';
import { type Actor, can, everywhere, makesCourses } from '@/core/people';
import type { Database } from '../platform/database';
import { blob, media, mediaUse, mediaVersion } from './schema';

export const known = {
  id: media.id,
  kind: media.kind,
  title: media.title,
  alt: media.alt,
  version: mediaVersion.number,
  fileName: mediaVersion.fileName,
  hash: mediaVersion.hash,
  contentType: blob.contentType,
  size: blob.size,
  state: mediaVersion.state,
  problem: mediaVersion.problem,
  seconds: mediaVersion.seconds,
  width: mediaVersion.width,
  height: mediaVersion.height,
  pages: mediaVersion.pages,
  posterHash: mediaVersion.posterHash,
  waveHash: mediaVersion.waveHash,
  playHash: mediaVersion.playHash,
  captions: mediaVersion.captions,
} satisfies { readonly [F in keyof MediaFacts]: unknown };

/** What is known of things in the library, version by version. */
const versions = (db: Database) =>
  db
    .select(known)
    .from(media)
    .innerJoin(mediaVersion, eq(mediaVersion.mediaId, media.id))
    .innerJoin(blob, eq(blob.hash, mediaVersion.hash));
export const isCurrent = eq(mediaVersion.number, media.version);

/** What a course uses, and what was uploaded for it, as it is now. */
export async function mediaOfCourse(db: Database, courseId: string): Promise<Map<string, MediaFacts>> {
  const used = db.select({ id: mediaUse.mediaId }).from(mediaUse).where(eq(mediaUse.courseId, courseId));
  const rows = await versions(db).where(and(isCurrent, or(eq(media.courseId, courseId), inArray(media.id, used))));
  return new Map(rows.map((row) => [row.id, row]));
}

/** A sum over what each course uses, to notice that what is known of one has changed. */
export async function mediaSums(db: Database, courseIds: readonly string[]): Promise<Map<string, string>> {
  const rows = await db
    .select({
      courseId: mediaUse.courseId,
      sum: sql<string>`md5(string_agg(${media}::text || ${mediaVersion}::text, '' order by ${media.id}, ${mediaUse.lessonId}, ${mediaUse.place}))`,
    })
    .from(mediaUse)
    .innerJoin(media, eq(media.id, mediaUse.mediaId))
    .innerJoin(mediaVersion, and(eq(mediaVersion.mediaId, media.id), isCurrent))
    .where(inArray(mediaUse.courseId, [...courseIds]))
    .groupBy(mediaUse.courseId);
  return new Map(rows.map(({ courseId, sum }) => [courseId, sum]));
}

/** One thing of the library: as it is now, or the version that holds a certain content. */
export async function mediaById(db: Database, id: string, hash?: string): Promise<MediaFacts | null> {
  const [row] = await versions(db).where(isVersion(id, hash)).limit(1);
  return row ?? null;
}

const isVersion = (id: string, hash?: string) =>
  and(eq(media.id, id), hash === undefined ? isCurrent : eq(mediaVersion.hash, hash));

/** The same with the forms that were made of it, for whoever hands them out. */
export async function fileById(db: Database, id: string, hash?: string): Promise<MediaFile | null> {
  const [row] = await db
    .select({ ...known, forms: mediaVersion.forms })
    .from(media)
    .innerJoin(mediaVersion, eq(mediaVersion.mediaId, media.id))
    .innerJoin(blob, eq(blob.hash, mediaVersion.hash))
    .where(isVersion(id, hash))
    .limit(1);
  return row ? { ...row, forms: row.forms ?? [] } : null;
}
export type MediaFile = MediaFacts & { readonly forms: readonly MediaForm[] };

/** The courses that use a thing of the library, and the one it was uploaded for. */
export async function coursesOf(db: Database, mediaId: string): Promise<string[]> {
  const used = await db
    .selectDistinct({ courseId: mediaUse.courseId })
    .from(mediaUse)
    .where(eq(mediaUse.mediaId, mediaId));
  const [own] = await db.select({ courseId: media.courseId }).from(media).where(eq(media.id, mediaId));
  return [...new Set([own?.courseId ?? [], ...used.map(({ courseId }) => courseId)].flat())];
}

/** The courses in which a question shows a thing of the library: who marks there has to see it. */
export async function coursesAsking(db: Database, mediaId: string): Promise<ReadonlySet<string>> {
  const rows = await db
    .selectDistinct({ courseId: mediaUse.courseId })
    .from(mediaUse)
    .where(and(eq(mediaUse.mediaId, mediaId), eq(mediaUse.place, 'question')));
  return new Set(rows.map(({ courseId }) => courseId));
}

/** The lessons of working copies that use a thing of the library. */
export async function lessonsUsing(db: Database, mediaId: string): Promise<string[]> {
  const rows = await db
    .selectDistinct({ lessonId: mediaUse.lessonId })
    .from(mediaUse)
    .where(eq(mediaUse.mediaId, mediaId));
  return rows.map(({ lessonId }) => lessonId);
}

/** Of some ids, those that are things of the library. */
export async function knownMedia(db: Database, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await db
    .select({ id: media.id })
    .from(media)
    .where(inArray(media.id, [...ids]));
  return new Set(rows.map(({ id }) => id));
}

/**
 * Whether somebody may change a thing of the library: who makes a course it belongs to, and who put it there for no
 * course.
 */
export async function mayChangeMedia(db: Database, actor: Actor, mediaId: string): Promise<boolean> {
  const courses = await coursesOf(db, mediaId);
  if (courses.some((courseId) => can(actor, 'course.edit', { courseId }))) return true;
  const [row] = await db.select({ addedBy: media.addedBy }).from(media).where(eq(media.id, mediaId));
  return row !== undefined && (everywhere(actor, 'course.edit') || (row.addedBy === actor.id && makesCourses(actor)));
}

/** Whether an edition there is or was shows a thing of the library. */
export async function isInEditions(db: Database, mediaId: string): Promise<boolean> {
  const { rows } = await db.execute(
    sql`select 1 from edition where edition.document::text like ${`%${mediaId}%`} limit 1`,
  );
  return rows.length > 0;
}
