import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { historyOf } from '@/server/outline';
import { personOf } from '@/server/people';

/** What was done in a course, a page at a time, newest first. */
export async function GET(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return Response.json([], { status: person ? 403 : 401 });
  const before = new URL(request.url).searchParams.get('before');
  return Response.json(await historyOf(courseId, isId(before) ? before : null));
}
