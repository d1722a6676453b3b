import { and, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { PartHolder } from '@/core/marking';
import { can } from '@/core/people';
import { courseStaff, user } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { partShare } from './schema';

/** Whether somebody marks in a course: those who make it, and its markers. */
export const marksHere = async (db: Database, courseId: string, markerId: string): Promise<boolean> =>
  (await db.$count(courseStaff, and(eq(courseStaff.courseId, courseId), eq(courseStaff.userId, markerId)))) > 0;

/** The parts of a lesson that are with one marker alone. Whoever does not mark in the course any more holds none. */
export const partHolders = (db: Database, courseId: string, lessonId: string): Promise<PartHolder[]> =>
  db
    .select({ partId: partShare.partId, markerId: partShare.markerId, name: user.name })
    .from(partShare)
    .innerJoin(user, eq(user.id, partShare.markerId))
    .innerJoin(courseStaff, and(eq(courseStaff.courseId, partShare.courseId), eq(courseStaff.userId, user.id)))
    .where(and(eq(partShare.courseId, courseId), eq(partShare.lessonId, lessonId)));

/** Gives one part of all work of a lesson to a marker, or to nobody alone again. */
const givePart = command({
  name: 'marking.give-part',
  input: object({
    courseId: idSchema,
    lessonId: idSchema,
    partId: idSchema,
    markerId: string().max(64).nullable().defined(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.staff', { courseId }),
  async handle({ tx, now, audit }, { courseId, lessonId, partId, markerId }): Promise<Result<null>> {
    if (markerId !== null && !(await marksHere(tx.db, courseId, markerId)))
      return fail('not-found', 'This person does not mark in this course.');
    const key = and(eq(partShare.lessonId, lessonId), eq(partShare.partId, partId), eq(partShare.courseId, courseId));
    const [before] = await tx.db.select().from(partShare).where(key);
    if ((before?.markerId ?? null) === markerId) return ok(null);
    if (markerId === null) await tx.db.delete(partShare).where(key);
    else {
      const holder = { markerId, sharedAt: now.toString() };
      await tx.db
        .insert(partShare)
        .values({ courseId, lessonId, partId, ...holder })
        .onConflictDoUpdate({
          target: [partShare.courseId, partShare.lessonId, partShare.partId],
          set: holder,
        });
    }
    await audit({ courseId, sentence: 'shared out one part of all work to be marked' });
    return ok(null);
  },
});

export const partCommands = { [givePart.name]: givePart };
