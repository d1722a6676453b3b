import { bodyOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { bringInDesign } from '@/server/certificate';

/** Reads the file of a design: its pictures are kept, and what lies on its page is given back to be made a design. */
export const POST = forMaker(async ({ request, person }) =>
  respond(await bringInDesign(person, await bodyOf(request))),
);
