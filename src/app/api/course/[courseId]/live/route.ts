import { isId } from '@/core/kernel/ids';
import { can } from '@/core/people';
import { courseEvents } from '@/server/outline';
import { personOf } from '@/server/people';
import { isEnding } from '@/server/platform/shutdown';

export const dynamic = 'force-dynamic';

/** What happens in a course, as it happens, for those who work on it. */
export async function GET(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const mayLook = async () => can(await personOf(request.headers), 'course.edit', { courseId });
  const query = new URL(request.url).searchParams;
  const client = query.get('client');
  const person = await personOf(request.headers);
  if (!person || !isId(courseId) || !isId(client) || !(await mayLook())) return new Response('You do not work on this course.', { status: 403 });
  if (isEnding()) return new Response('The school is being stopped.', { status: 503, headers: { connection: 'close' } });
  const since = Number(request.headers.get('last-event-id') ?? query.get('since') ?? 0) || 0;
  return new Response(courseEvents(courseId, since, person.id, client, mayLook), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', 'x-accel-buffering': 'no' },
  });
}
