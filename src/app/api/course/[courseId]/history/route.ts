import { forCourse } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { historyOf } from '@/server/outline';

/** What was done in a course, a page at a time, newest first. */
export const GET = forCourse(async ({ request, db, courseId }) => {
  const before = new URL(request.url).searchParams.get('before');
  return Response.json(await historyOf(db, courseId, isId(before) ? before : null));
});
