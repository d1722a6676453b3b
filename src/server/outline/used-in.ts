import { asc, eq, inArray } from 'drizzle-orm';
import { type Actor, can } from '@/core/people';
import { lessonsUsing } from '../media';
import type { Database } from '../platform/database';
import { course, lesson } from './schema';

/** A lesson of a working copy that uses a thing of the library. */
export type UsedIn = {
  readonly lessonId: string;
  readonly title: string;
  readonly kind: (typeof lesson.$inferSelect)['kind'];
  readonly courseTitle: string;
  readonly slug: string;
};

/**
 * Where a thing of the library is used: the lessons of courses that somebody makes by name, and how many there are
 * elsewhere.
 */
export async function whereUsed(
  db: Database,
  actor: Actor,
  mediaId: string,
): Promise<{ readonly here: readonly UsedIn[]; readonly elsewhere: number }> {
  const rows = await db
    .selectDistinct({
      lessonId: lesson.id,
      title: lesson.title,
      kind: lesson.kind,
      courseId: course.id,
      courseTitle: course.title,
      slug: course.slug,
    })
    .from(lesson)
    .innerJoin(course, eq(course.id, lesson.courseId))
    .where(inArray(lesson.id, await lessonsUsing(db, mediaId)))
    .orderBy(asc(course.title), asc(lesson.title));
  const here = rows.filter(({ courseId }) => can(actor, 'course.edit', { courseId }));
  return { here: here.map(({ courseId: _, ...row }) => row), elsewhere: rows.length - here.length };
}
