import { eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { type Actor, can, mayMark } from '@/core/people';
import { rememberBlob, storedFile } from '../media';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { handIn } from './schema';
import { heldWork } from './work';

/** What a marker gives back with the mark: a corrected file, a spoken remark. Its learner has it with the result. */
const mostReturned = 10;
const notTheirs = fail('not-allowed', 'This work is not there, or not yours to mark.');

/** Whether somebody may give a file back with some work; asked before it is sent. */
export async function mayGiveBack(db: Database, actor: Actor, handInId: string): Promise<Result<null>> {
  const [row] = isId(handInId) ? await db.select().from(handIn).where(eq(handIn.id, handInId)) : [];
  return row && row.state !== 'draft' && mayMark(actor, row) ? ok(null) : notTheirs;
}

async function mayMarkHere(context: CommandContext, { handInId }: { readonly handInId: string }) {
  const row = await heldWork(context, handInId);
  if (row?.learnerId === context.actor.id) return can(context.actor, 'marking.mark', row) ? notTheirs.problem : false;
  return row !== null && row.state !== 'draft' && mayMark(context.actor, row);
}

/** Gives a file back with some work. Called by the upload route only, which has looked at its content. */
export const giveBack = command({
  name: 'marking.give-back',
  input: object({ handInId: idSchema, ...storedFile }).noUnknown(),
  permission: mayMarkHere,
  async handle(context, { handInId, fileName, ...file }) {
    const row = await heldWork(context, handInId);
    if (!row) return notTheirs;
    if (row.returned.some(({ hash }) => hash === file.hash)) return ok({ id: row.id });
    if (row.returned.length >= mostReturned)
      return fail('too-large', `At most ${mostReturned} files are given back with a mark.`);
    const stored = await rememberBlob(context.tx, file);
    if (!stored.ok) return stored;
    await context.tx.db
      .update(handIn)
      .set({
        returned: [...row.returned, { ...stored.value, name: fileName }],
        // Whoever gives something back has begun to mark.
        ...(row.state === 'handed-in' && { state: 'being-marked' as const, markerId: context.actor.id }),
      })
      .where(eq(handIn.id, row.id));
    return ok({ id: row.id });
  },
});

/** Takes back a file that was given with a mark. */
export const takeFromReturned = command({
  name: 'marking.drop-returned',
  input: object({ handInId: idSchema, hash: string().required() }).noUnknown(),
  permission: mayMarkHere,
  async handle(context, { handInId, hash }) {
    const row = await heldWork(context, handInId);
    if (row)
      await context.tx.db
        .update(handIn)
        .set({ returned: row.returned.filter((file) => file.hash !== hash) })
        .where(eq(handIn.id, row.id));
    return ok(null);
  },
});
