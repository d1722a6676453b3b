import { bodyOf, respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { makeFirstOwner } from '@/server/people';

/** The first visit to an empty school. */
export const POST = forAnybody(async ({ request, db }) => respond(await makeFirstOwner(db, await bodyOf(request))));
