import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { stepsSince } from '@/server/outline';
import { personOf } from '@/server/people';

/** The steps of a course's history after a revision; null when there are too many to tell one by one. */
export async function GET(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return Response.json([], { status: person ? 403 : 401 });
  const since = Number(new URL(request.url).searchParams.get('since'));
  return Response.json(Number.isSafeInteger(since) && since >= 0 ? await stepsSince(courseId, since) : []);
}
