import { atWork } from '@/app/_server/course-door';
import { respond } from '@/app/_server/respond';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { lessonTextOf } from '@/server/outline';

type Route = { readonly params: Promise<{ readonly courseId: string; readonly lessonId: string }> };

/** The text of one lesson of the working copy. */
export async function GET(request: Request, route: Route): Promise<Response> {
  const work = await atWork(request, route);
  if (work instanceof Response) return work;
  const { lessonId } = await route.params;
  if (!isId(lessonId)) return respond(fail('not-found', 'This lesson is not there any more.'));
  return Response.json(await lessonTextOf(work.courseId, lessonId));
}
