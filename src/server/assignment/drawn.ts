import { isDeepStrictEqual } from 'node:util';
import { and, asc, eq, gt, inArray, max } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { type Drawn, drawnSchema, fitsOn, isOnPage, type Step, stepSchema } from '@/core/marking';
import { can, mayMark } from '@/core/people';
import type { Person } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { drawn, drawnStep, type HandInRow, handIn } from './schema';
import { heldWork, namedWork } from './work';

/** What is drawn on a piece of work, what was drawn later behind. */
export async function drawnOn(db: Database, handInId: string): Promise<readonly Drawn[]> {
  const rows = await db
    .select({ thing: drawn.thing })
    .from(drawn)
    .where(eq(drawn.handInId, handInId))
    .orderBy(asc(drawn.place));
  return rows.map(({ thing }) => read(thing));
}

export type NumberedStep = Step & { readonly number: number; readonly isOwn: boolean };

/**
 * How what is drawn on a piece of work came about since one of its steps, the first step first, and which of them a
 * marker has made; null for whoever may not mark it.
 */
export async function stepsSince(
  db: Database,
  handInId: string,
  person: Person,
  number: number,
): Promise<readonly NumberedStep[] | null> {
  const found = await namedWork(db, handInId);
  if (!found || found.row.state === 'draft' || !mayMark(person, found.row)) return null;
  const { id, kind, before, after, markerId } = drawnStep;
  const rows = await db
    .select({ id, kind, before, after, markerId, number: drawnStep.number })
    .from(drawnStep)
    .where(and(eq(drawnStep.handInId, handInId), gt(drawnStep.number, number)))
    .orderBy(asc(drawnStep.number));
  return rows.map(({ markerId: by, ...row }) => ({
    ...{ ...row, isOwn: by === person.id },
    ...{ before: row.before.map(read), after: row.after.map(read) },
  }));
}

function read(raw: unknown): Drawn {
  const thing = parsed(drawnSchema, raw);
  if (!thing.ok) throw new Error(`Something drawn cannot be read: ${thing.problem.sentence}`);
  return thing.value;
}

/**
 * Draws on a piece of work, or takes something of it back: one step, on what is there. Sent twice it is made once. What
 * its learner has seen is changed with a reason.
 */
export const drawOn = command({
  name: 'marking.draw',
  input: object({
    handInId: idSchema,
    step: stepSchema,
    why: string().max(1000, 'Keep the reason under 1,000 characters.'),
  }).noUnknown(),
  async permission(context, { handInId }) {
    const row = await heldWork(context, handInId);
    return (
      row !== null &&
      (row.learnerId === context.actor.id ? can(context.actor, 'marking.mark', row) : mayMark(context.actor, row))
    );
  },
  async handle({ actor, now, tx }, { handInId, step, why = '' }) {
    const { db } = tx;
    const [row] = await db.select().from(handIn).where(eq(handIn.id, handInId));
    if (!row || row.state === 'draft') return fail('not-found', 'This work has not been handed in.');
    if (row.learnerId === actor.id) return fail('not-allowed', 'This is your own work; somebody else has to mark it.');
    const [made] = await db.select({ on: drawnStep.handInId }).from(drawnStep).where(eq(drawnStep.id, step.id));
    if (made) return made.on === row.id ? ok(null) : fail('conflict', 'This step was made on another piece of work.');
    if (row.releasedAt !== null && why.trim() === '')
      return fail(
        'invalid',
        'Say why this is changed; its learner has seen it, and the reason is kept with it.',
        'why',
      );
    const stray = strayIn(row, step.after);
    if (!stray.ok) return stray;
    const ids = [...step.before, ...step.after].map(({ id }) => id);
    const there = await db
      .select({ thing: drawn.thing })
      .from(drawn)
      .where(and(eq(drawn.handInId, row.id), inArray(drawn.id, ids)));
    const all = await db.$count(drawn, eq(drawn.handInId, row.id));
    const fits = fitsOn(
      there.map(({ thing }) => thing),
      step,
      isDeepStrictEqual,
      all,
    );
    if (!fits.ok) return fits;
    await write(db, row.id, step, actor.id);
    const [last] = await db
      .select({ number: max(drawnStep.number) })
      .from(drawnStep)
      .where(eq(drawnStep.handInId, row.id));
    await db.insert(drawnStep).values({
      ...{ id: step.id, handInId: row.id, number: (last?.number ?? 0) + 1, kind: step.kind },
      ...{ before: step.before, after: step.after, markerId: actor.id, at: now.toString() },
      why: row.releasedAt === null ? '' : why.trim(),
    });
    // Whoever draws has begun to mark: its learner does not take it back any more.
    if (row.state === 'handed-in')
      await db.update(handIn).set({ state: 'being-marked', markerId: actor.id }).where(eq(handIn.id, row.id));
    return ok(null);
  },
});

/** Whether all of it stands on something that was handed in. */
function strayIn(row: HandInRow, things: readonly Drawn[]): Result<null> {
  const hashes = new Set(row.files.map(({ hash }) => hash));
  const isStray = things.some((one) => (isOnPage(one) ? !hashes.has(one.file) : one.to > row.text.length));
  return isStray ? fail('invalid', 'This is drawn on something that was not handed in.') : ok(null);
}

/** Puts a step into the rows: what was changed keeps its place, what is new lies above all there is. */
async function write(db: Database, handInId: string, { before, after }: Step, markerId: string): Promise<void> {
  const was = new Set(before.map(({ id }) => id));
  const stays = new Set(after.map(({ id }) => id));
  const gone = [...was].filter((id) => !stays.has(id));
  if (gone.length > 0) await db.delete(drawn).where(inArray(drawn.id, gone));
  for (const thing of after.filter(({ id }) => was.has(id)))
    await db.update(drawn).set({ thing, markerId }).where(eq(drawn.id, thing.id));
  const fresh = after.filter(({ id }) => !was.has(id));
  if (fresh.length === 0) return;
  const [top] = await db
    .select({ place: max(drawn.place) })
    .from(drawn)
    .where(eq(drawn.handInId, handInId));
  const from = (top?.place ?? 0) + 1;
  await db
    .insert(drawn)
    .values(fresh.map((thing, i) => ({ id: thing.id, handInId, place: from + i, thing, markerId })));
}
