import { and, eq, inArray, sql } from 'drizzle-orm';
import type { MediaFacts } from '@/core/media';
import type { Database, Transaction } from '../platform/database';
import { blob, media } from './schema';

export async function mediaOfCourse(db: Database, courseId: string): Promise<Map<string, MediaFacts>> {
  const rows = await db
    .select({ media, size: blob.size, contentType: blob.contentType })
    .from(media)
    .innerJoin(blob, eq(blob.hash, media.hash))
    .where(eq(media.courseId, courseId));
  return new Map(rows.map((row) => [row.media.id, factsOf(row)]));
}

/** A sum over the media of each course, to notice that what is known of one has changed. */
export async function mediaSums(db: Database, courseIds: readonly string[]): Promise<Map<string, string>> {
  const rows = await db
    .select({ courseId: media.courseId, sum: sql<string>`md5(string_agg(${media}::text, '' order by ${media.id}))` })
    .from(media)
    .where(inArray(media.courseId, [...courseIds]))
    .groupBy(media.courseId);
  return new Map(rows.map(({ courseId, sum }) => [courseId, sum]));
}

function factsOf({
  media: row,
  size,
  contentType,
}: {
  media: typeof media.$inferSelect;
  size: number;
  contentType: string;
}): MediaFacts {
  const { courseId: _course, uploadedBy: _person, createdAt: _time, ...facts } = row;
  return { ...facts, size, contentType };
}

export async function mediaById(
  db: Database,
  id: string,
): Promise<(MediaFacts & { readonly courseId: string }) | null> {
  const [row] = await db
    .select({ media, size: blob.size, contentType: blob.contentType })
    .from(media)
    .innerJoin(blob, eq(blob.hash, media.hash))
    .where(eq(media.id, id));
  return row ? { ...factsOf(row), courseId: row.media.courseId } : null;
}

/** Puts files of one course into another under new ids; the contents themselves are stored once. Those there already stay. */
export async function copyMedia(
  tx: Transaction,
  from: string,
  to: string,
  ids: ReadonlyMap<string, string>,
): Promise<void> {
  if (ids.size === 0) return;
  const rows = await tx.db
    .select()
    .from(media)
    .where(and(eq(media.courseId, from), inArray(media.id, [...ids.keys()])));
  const copies = rows.map((row) => ({ ...row, id: ids.get(row.id) ?? row.id, courseId: to }));
  if (copies.length > 0) await tx.db.insert(media).values(copies).onConflictDoNothing();
}
