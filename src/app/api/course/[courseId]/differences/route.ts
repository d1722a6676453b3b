import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { unpublished } from '@/server/outline';
import { personOf } from '@/server/people';

/** What has changed since the live edition, in words. */
export async function GET(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId })) return Response.json(null, { status: person ? 403 : 401 });
  return Response.json(await unpublished(courseId));
}
