import { atWork, type CourseParams } from '@/app/_server/course-door';
import { isId } from '@/core/kernel/ids';
import { historyOf } from '@/server/outline';

/** What was done in a course, a page at a time, newest first. */
export async function GET(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const before = new URL(request.url).searchParams.get('before');
  return Response.json(await historyOf(work.courseId, isId(before) ? before : null));
}
