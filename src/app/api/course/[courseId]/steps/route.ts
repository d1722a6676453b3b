import { forCourse, revisionIn } from '@/app/_server/routes';
import { stepsSince } from '@/server/outline';

/** The steps of a course's history after a revision; null when there are too many to tell one by one. */
export const GET = forCourse(async ({ request, db, courseId }) => {
  const since = revisionIn(new URL(request.url).searchParams.get('since'));
  return Response.json(since === null ? [] : await stepsSince(db, courseId, since));
});
