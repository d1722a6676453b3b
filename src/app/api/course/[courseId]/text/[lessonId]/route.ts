import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { lessonTextOf } from '@/server/outline';

/** The text of one lesson of the working copy. */
export const GET = forCourse(async ({ db, courseId, params: { lessonId } }) =>
  isId(lessonId)
    ? Response.json(await lessonTextOf(db, courseId, lessonId))
    : respond(fail('not-found', 'This lesson is not there any more.')),
);
