import { eq, getTableColumns, sql } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { mayAnswer } from '@/core/quiz';
import type { CommandContext } from '../platform/command';
import { sitting } from './schema';
import { type SittingRow, sittingOf } from './sitting';

/** `isOver`: whether its learner has begun the course anew since. */
type Held = SittingRow & { readonly isOver: boolean };
const held = new WeakMap<CommandContext, Held>();
const columns = {
  ...getTableColumns(sitting),
  isOver: sql<boolean>`exists (select from enrolment e where e.id = ${sitting.enrolmentId} and e.ended_at is not null)`,
};

/** A sitting of one's own, held until the command is over: read once for deciding and for doing. */
export async function own(context: CommandContext, id: string): Promise<Result<Held>> {
  const known = held.get(context);
  if (known?.id === id) return ok(known);
  const [row] = await context.tx.db.select(columns).from(sitting).where(eq(sitting.id, id)).for('update');
  // Somebody else's sitting is not told apart from one that is not there.
  if (!row || row.learnerId !== context.actor.id)
    return fail('not-found', 'This sitting is not there, or it is not yours.');
  held.set(context, row);
  return ok(row);
}

/** A sitting of one's own that still takes answers. */
export async function underWay(context: CommandContext, id: string): Promise<Result<SittingRow>> {
  const found = await own(context, id);
  if (!found.ok) return found;
  const may = mayAnswer(sittingOf(found.value), context.now);
  return may.ok ? found : may;
}

/** Decides whether a sitting may be gone on with: by whoever began it, until they begin the course anew. */
export async function ownSitting(context: CommandContext, { sittingId }: { readonly sittingId: string }) {
  const found = await own(context, sittingId);
  if (!found.ok) return found.problem;
  if (found.value.isOver)
    return fail('too-late', 'You have begun this course anew since. Your answers up to then are kept.').problem;
  return can(context.actor, 'course.take', { courseId: found.value.courseId, own: true });
}
