import { bodyOf, respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { commands } from '@/server/commands';

/** The one door for writing: a thin skin over the commands, which decide for themselves who may. */
export const POST = forAnybody(async ({ request, person, params: { command: name = '' } }) => {
  const command = commands.get(name);
  if (!command) return respond(fail('not-found', `There is no command "${name.slice(0, 80)}".`));
  const input = await bodyOf(request);
  if (input === undefined)
    return respond(
      fail(
        'invalid',
        'What was sent could not be read; it may be too large, or nested too deeply. Nothing was changed.',
      ),
    );
  return respond(await command.run(person, input));
});
