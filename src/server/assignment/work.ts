import { eq } from 'drizzle-orm';
import { isId } from '@/core/kernel/ids';
import { course } from '../outline';
import { user } from '../people';
import type { CommandContext } from '../platform/command';
import type { Database } from '../platform/database';
import { type HandInRow, handIn } from './schema';

/** A piece of work with whose it is and of which course; null where there is none. */
export async function namedWork(db: Database, id: string) {
  if (!isId(id)) return null;
  const [found] = await db
    .select({ row: handIn, learner: user.name, courseTitle: course.title })
    .from(handIn)
    .innerJoin(user, eq(user.id, handIn.learnerId))
    .innerJoin(course, eq(course.id, handIn.courseId))
    .where(eq(handIn.id, id));
  return found ?? null;
}

/** A piece of work, held for this transaction. */
export async function heldWork({ tx }: CommandContext, id: string): Promise<HandInRow | null> {
  const [row] = await tx.db.select().from(handIn).where(eq(handIn.id, id)).for('update');
  return row ?? null;
}

/** Hands in and begins one at a time for each learner and assignment, whoever does it for them. */
export const holdWork = ({ tx }: CommandContext, learnerId: string, lessonId: string) =>
  tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`${learnerId}/${lessonId}`]);
