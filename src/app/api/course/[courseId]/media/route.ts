import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { mediaOfCourse } from '@/server/media';
import { personOf } from '@/server/people';

export async function GET(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return Response.json([], { status: person ? 403 : 401 });
  return Response.json([...(await mediaOfCourse(courseId)).values()]);
}
