import { atWork, type CourseParams, revisionIn } from '@/app/_server/course-door';
import { stepsSince } from '@/server/outline';

/** The steps of a course's history after a revision; null when there are too many to tell one by one. */
export async function GET(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const since = revisionIn(new URL(request.url).searchParams.get('since'));
  return Response.json(since === null ? [] : await stepsSince(work.courseId, since));
}
