import { and, eq } from 'drizzle-orm';
import { boolean, object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { takesCourse } from '../enrolment';
import { courseHead, learning } from '../learning';
import { command } from '../platform/command';
import { openingWish } from './schema';

/** A learner wants to be told when a lesson opens, or does not any more. */
const wish = command({
  name: 'release.tell-me',
  input: object({ courseId: idSchema, lessonId: idSchema, wanted: boolean().required() }).noUnknown(),
  permission: takesCourse,
  async handle({ tx, actor, now }, { courseId, lessonId, wanted }) {
    const head = await courseHead(tx.db, courseId);
    const found = head && (await learning(tx.db, head, actor.id, now));
    if (!found) return fail('not-allowed', 'You do not take this course.');
    const lesson = found.view.lessons.find((one) => one.lesson.id === lessonId);
    if (!lesson) return fail('not-found', 'This lesson is not part of the course.');
    const { enrolmentId } = found.learner;
    const own = and(eq(openingWish.enrolmentId, enrolmentId), eq(openingWish.lessonId, lessonId));
    if (!wanted) await tx.db.delete(openingWish).where(own);
    else if (lesson.open || lesson.locked) return fail('conflict', 'This lesson is open.');
    else await tx.db.insert(openingWish).values({ enrolmentId, lessonId, at: now.toString() }).onConflictDoNothing();
    return ok(null);
  },
});

export const releaseCommands = { [wish.name]: wish };
