import { atWork, type CourseParams } from '@/app/_server/course-door';
import { unpublished } from '@/server/outline';

/** What has changed since the live edition, in words. */
export async function GET(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  return work instanceof Response ? work : Response.json(await unpublished(work.courseId));
}
