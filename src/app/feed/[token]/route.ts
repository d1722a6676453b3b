import { respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { calendarOf, feedOwner } from '@/server/calendar';

/** Somebody's own calendar, for calendar programs: they cannot sign in, so the address itself is the secret. */
export const GET = forAnybody(async ({ db, params: { token = '' } }) => {
  const person = /^[\w-]{20,64}$/.test(token) ? await feedOwner(db, token) : null;
  if (!person) return respond(fail('not-found', 'There is no calendar at this address.'));
  return new Response(await calendarOf(db, person, Temporal.Now.instant()), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'cache-control': 'private, no-store',
      'content-disposition': 'inline; filename="courses.ics"',
    },
  });
});
