import { doCommand } from '@/app/_server/command-door';
import { respond, textWithin } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';

/** The door for writing as the framework has it, where the web server does not answer commands itself. */
export const POST = forAnybody(async ({ request, person, params: { command = '' } }) =>
  respond(await doCommand(command, person, () => textWithin(request))),
);
