import { fail, type Result } from '@/core/kernel/problem';
import { commands } from '@/server/commands';
import type { Person } from '@/server/people';
import { jsonIn } from './respond';

/**
 * The one door for writing: a thin skin over the commands, which decide for themselves who may. `read` gives the text
 * that was sent; null where it is longer than anything can be that is sent.
 */
export async function doCommand(
  name: string,
  person: Person | null,
  read: () => Promise<string | null>,
): Promise<Result<unknown>> {
  const command = commands.get(name);
  if (!command) return fail('not-found', `There is no command "${name.slice(0, 80)}".`);
  const text = await read();
  const input = text === null ? undefined : jsonIn(text);
  if (input === undefined)
    return fail(
      'invalid',
      'What was sent could not be read; it may be too large, or nested too deeply. Nothing was changed.',
    );
  return command.run(person, input);
}
