import { and, eq, inArray, sql } from 'drizzle-orm';
import { wholeFull, wholeItem } from '@/core/gradebook';
import { pointsText } from '@/core/kernel/exact';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { fullPoints, schemeOf } from '@/core/learning';
import { type CourseDocument, findLesson } from '@/core/outline';
import type { CommandContext } from '../platform/command';
import type { Transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { gradeDecision, gradeHistory } from './schema';

/** What is decided about one learner and one item. */
export type Decided = {
  readonly enrolmentId: string;
  readonly learnerId: string;
  readonly itemId: string;
  readonly kind: 'points' | 'excused' | 'none';
  /** Thousandths of a point. */
  readonly points: number | null;
};

/** What can be decided about: a graded lesson, a column of its own, or the grade as a whole; with its full points. */
export function decidable(
  document: CourseDocument,
  itemId: string,
): { readonly title: string; readonly of: number } | null {
  if (itemId === wholeItem) return { title: 'the course grade', of: wholeFull };
  const own = schemeOf(document).own.find(({ id }) => id === itemId);
  if (own) return { title: own.title, of: own.of };
  const lesson = findLesson(document, itemId);
  return lesson ? { title: lesson.title, of: fullPoints(lesson) } : null;
}

/** Whether it can be decided; the sentence names what is wrong. */
export function checkDecided(
  document: CourseDocument,
  { itemId, kind, points }: Pick<Decided, 'itemId' | 'kind' | 'points'>,
): Result<{ readonly title: string; readonly of: number }> {
  const item = decidable(document, itemId);
  if (!item) return fail('not-found', 'This learner or this item is not part of the course.');
  if (kind === 'excused' && itemId === wholeItem)
    return fail('invalid', 'Nobody is excused from the course grade. Excuse them from its items.');
  if (kind !== 'points') return ok(item);
  if (points === null) return fail('invalid', 'Give the points.', 'points');
  if (points <= item.of) return ok(item);
  return itemId === wholeItem
    ? fail('invalid', 'A grade set by hand is at most 100 %.', 'points')
    : fail('invalid', `${item.title} is worth ${pointsText(item.of)} points; give at most that.`, 'points');
}

/** One decision after the other for each learner, so that the same one sent twice finds the first. */
export async function holdGrades(tx: Transaction, decided: readonly Pick<Decided, 'enrolmentId'>[]): Promise<string[]> {
  const enrolments = [...new Set(decided.map(({ enrolmentId }) => enrolmentId))].toSorted();
  await tx.client.query(
    `select pg_advisory_xact_lock(hashtextextended('decision/' || id, 0)) from unnest($1::text[]) as id`,
    [enrolments],
  );
  return enrolments;
}

/**
 * Writes decisions, each with the reason, and each into the history of its cell; what stands already is left alone.
 * Gives back how many there were to write.
 */
export async function writeDecisions(
  { tx, actor, now }: CommandContext,
  courseId: string,
  document: CourseDocument,
  decided: readonly Decided[],
  reason: string,
): Promise<number> {
  const { db } = tx;
  const enrolments = await holdGrades(tx, decided);
  const known = await db.select().from(gradeDecision).where(inArray(gradeDecision.enrolmentId, enrolments));
  const cell = (enrolmentId: string, itemId: string) => `${enrolmentId}/${itemId}`;
  const before = new Map(known.map((row) => [cell(row.enrolmentId, row.lessonId), row]));
  const fresh = decided.filter(({ enrolmentId, itemId, kind, points }) => {
    const was = before.get(cell(enrolmentId, itemId));
    if (kind === 'none') return was !== undefined;
    const of = kind === 'points' ? (decidable(document, itemId)?.of ?? 0) : null;
    return (
      !was ||
      was.kind !== kind ||
      was.points !== (kind === 'points' ? points : null) ||
      was.of !== of ||
      was.reason !== reason
    );
  });
  if (fresh.length === 0) return 0;
  const rows = fresh.map(({ enrolmentId, learnerId, itemId, kind, points }) => ({
    ...{ enrolmentId, learnerId, courseId, lessonId: itemId, kind, reason, decidedBy: actor.id, at: now.toString() },
    points: kind === 'points' ? points : null,
    of: kind === 'points' ? (decidable(document, itemId)?.of ?? 0) : null,
  }));
  for (const part of inParts(rows)) {
    await db.insert(gradeHistory).values(part.map((row) => ({ ...row, id: newId() })));
    const kept = part.flatMap((row) => (row.kind === 'none' ? [] : [{ ...row, kind: row.kind }]));
    if (kept.length > 0)
      await db
        .insert(gradeDecision)
        .values(kept)
        .onConflictDoUpdate({
          target: [gradeDecision.enrolmentId, gradeDecision.lessonId],
          set: {
            kind: sql`excluded.kind`,
            points: sql`excluded.points`,
            of: sql`excluded.of`,
            reason: sql`excluded.reason`,
            decidedBy: sql`excluded.decided_by`,
            at: sql`excluded.at`,
          },
        });
  }
  for (const { enrolmentId, itemId, kind } of fresh)
    if (kind === 'none')
      await db
        .delete(gradeDecision)
        .where(and(eq(gradeDecision.enrolmentId, enrolmentId), eq(gradeDecision.lessonId, itemId)));
  for (const enrolmentId of new Set(fresh.map((one) => one.enrolmentId)))
    await later(tx, 'certificate.award', { enrolmentId });
  return fresh.length;
}

/** A statement takes some ten thousand values at most. */
const rowsAtOnce = 500;
const inParts = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / rowsAtOnce) }, (_, i) =>
    rows.slice(i * rowsAtOnce, (i + 1) * rowsAtOnce),
  );
