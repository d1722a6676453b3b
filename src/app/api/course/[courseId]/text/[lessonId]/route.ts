import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { lessonTextOf } from '@/server/outline';
import { personOf } from '@/server/people';

/** The text of one lesson of the working copy. */
export async function GET(request: Request, { params }: { params: Promise<{ courseId: string; lessonId: string }> }): Promise<Response> {
  const { courseId, lessonId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !isId(lessonId) || !can(person, 'course.edit', { courseId })) return Response.json(null, { status: person ? 403 : 401 });
  return Response.json(await lessonTextOf(courseId, lessonId));
}
