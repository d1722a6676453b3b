import { and, desc, eq, sql } from 'drizzle-orm';
import { number, object } from 'yup';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { type CommandContext, command } from '../platform/command';
import type { Database } from '../platform/database';
import { savedRemark } from './schema';

/** A remark that is kept to be used again, with the points it gives or takes (thousandths). */
export type SavedRemark = {
  readonly id: string;
  readonly criterionId: string | null;
  readonly words: string;
  readonly points: number | null;
};
const mostSaved = 500;

/** The remarks that are kept for an assignment, those that are used most first. */
export async function savedRemarks(db: Database, courseId: string, lessonId: string): Promise<readonly SavedRemark[]> {
  return db
    .select({
      ...{ id: savedRemark.id, criterionId: savedRemark.criterionId },
      ...{ words: savedRemark.words, points: savedRemark.points },
    })
    .from(savedRemark)
    .where(and(eq(savedRemark.courseId, courseId), eq(savedRemark.lessonId, lessonId)))
    .orderBy(desc(savedRemark.used), desc(savedRemark.at))
    .limit(mostSaved);
}

const place = { courseId: idSchema, lessonId: idSchema, id: idSchema };
const marksHere = ({ actor }: CommandContext, { courseId }: { readonly courseId: string }) =>
  can(actor, 'marking.mark', { courseId });

/** Keeps a remark for everybody who marks the assignment; under the same id it is changed. */
const saveRemark = command({
  name: 'marking.save-remark',
  input: object({
    ...place,
    criterionId: optionalId,
    words: line(2000, 'Keep a saved remark under 2,000 characters.', 'Write the remark first.'),
    points: number().integer().min(-1_000_000).max(1_000_000).nullable().defined(),
  }).noUnknown(),
  permission: marksHere,
  async handle({ actor, now, tx }, { id, courseId, lessonId, criterionId, words, points }) {
    const there = and(eq(savedRemark.courseId, courseId), eq(savedRemark.lessonId, lessonId));
    const count = await tx.db.$count(savedRemark, there);
    if (count >= mostSaved) return fail('too-large', `At most ${mostSaved} remarks are kept for an assignment.`);
    const own = { criterionId, words: words.trim(), points };
    const [kept] = await tx.db
      .insert(savedRemark)
      .values({ id, courseId, lessonId, ...own, savedBy: actor.id, at: now.toString() })
      .onConflictDoUpdate({ target: savedRemark.id, set: own, setWhere: there })
      .returning({ id: savedRemark.id });
    return kept ? ok(kept) : fail('not-found', 'This remark belongs to another assignment.');
  },
});

/** Counts that a remark was used, so that what is used most is found first. */
const useRemark = command({
  name: 'marking.use-remark',
  input: object(place).noUnknown(),
  permission: marksHere,
  async handle({ tx }, { id, courseId }) {
    await tx.db
      .update(savedRemark)
      .set({ used: sql`${savedRemark.used} + 1` })
      .where(and(eq(savedRemark.id, id), eq(savedRemark.courseId, courseId)));
    return ok(null);
  },
});

const dropRemark = command({
  name: 'marking.drop-remark',
  input: object(place).noUnknown(),
  permission: marksHere,
  async handle({ tx }, { id, courseId }) {
    await tx.db.delete(savedRemark).where(and(eq(savedRemark.id, id), eq(savedRemark.courseId, courseId)));
    return ok(null);
  },
});

export const savedRemarkCommands = {
  [saveRemark.name]: saveRemark,
  [useRemark.name]: useRemark,
  [dropRemark.name]: dropRemark,
};
