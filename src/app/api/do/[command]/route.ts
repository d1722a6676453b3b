import { bodyOf, respond } from '@/app/_server/respond';
import { fail } from '@/core/kernel/problem';
import { commands } from '@/server/commands';
import { personOf } from '@/server/people';

/** The one door for writing: a thin skin over the commands. */
export async function POST(request: Request, { params }: { params: Promise<{ command: string }> }): Promise<Response> {
  const { command: name } = await params;
  const command = commands.get(name);
  if (!command) return respond(fail('not-found', `There is no command "${name.slice(0, 80)}".`));
  const [person, input] = await Promise.all([personOf(request.headers), bodyOf(request)]);
  if (input === undefined) return respond(fail('invalid', 'What was sent could not be read; it may be too large. Nothing was changed.'));
  return respond(await command.run(person, input));
}
