import { respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { bindAndHandIn } from '@/server/assignment';

/** Hands a paper script in for its learner. */
export const POST = forPerson(async ({ db, person, params: { scriptId = '' } }) =>
  respond(await bindAndHandIn(db, person, scriptId)),
);
