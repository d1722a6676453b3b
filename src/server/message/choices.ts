import { eq } from 'drizzle-orm';
import { parsed } from '@/core/kernel/parse';
import { type Choices, choicesSchema, usualChoices } from '@/core/message';
import type { Database } from '../platform/database';
import { messageChoice } from './schema';

/**
 * What was kept of somebody's choices, as it is today; what does not fit any more, and nothing, stand for the usual.
 */
export function readChoices(kept: unknown): Choices {
  if (kept === undefined) return usualChoices;
  const read = parsed(choicesSchema, kept);
  return read.ok ? (read.value as Choices) : usualChoices;
}

export async function choicesOf(db: Database, personId: string): Promise<Choices> {
  const [row] = await db.select().from(messageChoice).where(eq(messageChoice.personId, personId));
  return readChoices(row?.choices);
}
