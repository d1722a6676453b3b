import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { sessionDesk } from '@/server/live';

/** Who leads a session of a course and who could, and the way to its rooms. */
export const GET = forCourse(async ({ db, courseId, params: { lessonId } }) => {
  if (!isId(lessonId)) return respond(fail('not-found', 'There is no such session.'));
  return Response.json(await sessionDesk(db, courseId, lessonId, Date.now()));
});
