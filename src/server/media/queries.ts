import { eq } from 'drizzle-orm';
import type { MediaFacts } from '@/core/media';
import { type Database, database } from '../platform/database';
import { blob, media } from './schema';

export async function mediaOfCourse(courseId: string, db: Database = database()): Promise<Map<string, MediaFacts>> {
  const rows = await db
    .select({ media, size: blob.size, contentType: blob.contentType })
    .from(media)
    .innerJoin(blob, eq(blob.hash, media.hash))
    .where(eq(media.courseId, courseId));
  return new Map(rows.map((row) => [row.media.id, factsOf(row)]));
}

function factsOf({ media: row, size, contentType }: { media: typeof media.$inferSelect; size: number; contentType: string }): MediaFacts {
  const { courseId: _course, uploadedBy: _person, createdAt: _time, ...facts } = row;
  return { ...facts, size, contentType };
}

export async function mediaById(id: string): Promise<(MediaFacts & { readonly courseId: string }) | null> {
  const [row] = await database()
    .select({ media, size: blob.size, contentType: blob.contentType })
    .from(media)
    .innerJoin(blob, eq(blob.hash, media.hash))
    .where(eq(media.id, id));
  return row ? { ...factsOf(row), courseId: row.media.courseId } : null;
}
