import { eq } from 'drizzle-orm';
import type { CommandContext } from '../platform/command';
import { type HandInRow, handIn } from './schema';

/** A piece of work, held for this transaction. */
export async function heldWork({ tx }: CommandContext, id: string): Promise<HandInRow | null> {
  const [row] = await tx.db.select().from(handIn).where(eq(handIn.id, id)).for('update');
  return row ?? null;
}

/** Hands in and begins one at a time for each learner and assignment, whoever does it for them. */
export const holdWork = ({ tx }: CommandContext, learnerId: string, lessonId: string) =>
  tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`${learnerId}/${lessonId}`]);
