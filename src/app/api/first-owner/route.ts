import { bodyOf, respond } from '@/app/_server/respond';
import { makeFirstOwner } from '@/server/people';

export const POST = async (request: Request) => respond(await makeFirstOwner(await bodyOf(request)));
