import { respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { fail, ok } from '@/core/kernel/problem';
import { stepsSince } from '@/server/assignment';

/** What was drawn on a piece of work since a step of it, for those who may mark it. */
export const GET = forPerson(async ({ request, db, person, params: { id = '' } }) => {
  const after = Number(new URL(request.url).searchParams.get('after') ?? 0);
  const steps = await stepsSince(
    db,
    id,
    person,
    Number.isSafeInteger(after) ? Math.min(Math.max(after, 0), 2 ** 31 - 1) : 0,
  );
  return respond(steps ? ok(steps) : fail('not-found', 'This work is not there, or not yours to mark.'));
});
