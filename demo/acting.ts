import { createHash } from 'node:crypto';
import type { Result } from '../src/core/kernel/problem';
import type { Temporal } from '../src/core/kernel/time';
import type { Actor, CourseRole, SchoolRole } from '../src/core/people';
import { commands } from '../src/server/commands';

/** How the sample school is filled: as its people do it, through the commands there are. */
export type People = {
  readonly owner: Actor;
  readonly creator: string;
  readonly marker: string;
  readonly secondMarker: string;
  readonly learners: readonly { readonly id: string; readonly name: string }[];
};

export const actorOf = (id: string, role: SchoolRole, courses: Record<string, CourseRole> = {}): Actor => ({
  id,
  role,
  courses,
});

/** Does a command as somebody at some time; the seed goes through the same door as everybody. */
export async function perform<T = { id: string }>(
  actor: Actor,
  name: string,
  input: unknown,
  at: Temporal.Instant,
): Promise<T> {
  const result = (await commands.get(name)?.run(actor, input, at)) as Result<T> | undefined;
  if (!result?.ok) throw new Error(`${name}: ${result?.problem.sentence ?? 'no such command'}`);
  return result.value;
}

/** A number from 0 to 1 that is the same each time for the same words. */
export const drawn = (...words: (string | number)[]) =>
  createHash('sha256').update(words.join('/')).digest().readUInt32BE(0) / 2 ** 32;
