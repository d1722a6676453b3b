import { respond } from '@/app/_server/respond';
import { forCourse, revisionIn, stillAtWork } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { courseEvents } from '@/server/outline';
import { isEnding } from '@/server/platform/shutdown';

export const dynamic = 'force-dynamic';

/** What happens in a course, as it happens, for those who work on it. */
export const GET = forCourse(({ request, courseId, person }) => {
  const query = new URL(request.url).searchParams;
  const client = query.get('client');
  if (!isId(client)) return respond(fail('invalid', 'Whoever listens has to give an id of its own.'));
  if (isEnding())
    return new Response('The school is being stopped.', { status: 503, headers: { connection: 'close' } });
  const since = revisionIn(request.headers.get('last-event-id') ?? query.get('since')) ?? 0;
  const headers = new Headers(request.headers);
  return new Response(
    courseEvents(courseId, since, person.id, client, () => stillAtWork(headers, courseId)),
    {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    },
  );
});
