import { and, asc, desc, eq, gt, isNotNull, isNull, like, lt, ne, or } from 'drizzle-orm';
import type { Change } from '@/core/kernel/change';
import { pastText } from '@/core/outline';
import { user } from '../people';
import type { Database } from '../platform/database';
import { audit } from './schema';

export type UndoState = { readonly undo: string | null; readonly redo: string | null };

/** What the next undo and redo of a person in a course would take back or do again, in words. */
export async function undoState(db: Database, courseId: string, actorId: string): Promise<UndoState> {
  const { undo, redo } = await undoRows(db, courseId, actorId);
  return { undo: undo?.sentence ?? null, redo: redo?.sentence.replace(/^undo: /, '') ?? null };
}

/** The rows of the history that undo and redo would act on next, for one person in one course. */
export async function undoRows(db: Database, courseId: string, actorId: string) {
  const newest = async (not: 'undo' | 'redo') => {
    const [row] = await db
      .select({ id: audit.id, kind: audit.kind, sentence: audit.sentence })
      .from(audit)
      .where(and(eq(audit.courseId, courseId), eq(audit.actorId, actorId), isNotNull(audit.revision), isNull(audit.undoneBy), ne(audit.kind, not)))
      .orderBy(desc(audit.id))
      .limit(1);
    return row ?? null;
  };
  const undo = await newest('undo');
  // Something new done after an undo ends what could be done again.
  const last = await newest('redo');
  return { undo, redo: last?.kind === 'undo' ? last : null };
}

export async function changesOf(db: Database, auditId: string): Promise<Change[]> {
  const [row] = await db.select({ changes: audit.changes }).from(audit).where(eq(audit.id, auditId));
  return row?.changes ?? [];
}

/** One step of the history, as browsers get it that have the course open. */
export type Step = {
  readonly revision: number;
  readonly actorId: string;
  readonly name: string;
  readonly sentence: string;
  readonly changes: readonly Change[];
};

/** The steps after a revision, in order. More than `most` are not told one by one: null. */
export async function stepsSince(db: Database, courseId: string, revision: number, most = 500): Promise<Step[] | null> {
  const rows = await db
    .select({ revision: audit.revision, actorId: audit.actorId, name: user.name, sentence: audit.sentence, changes: audit.changes })
    .from(audit)
    .leftJoin(user, eq(user.id, audit.actorId))
    .where(and(eq(audit.courseId, courseId), gt(audit.revision, revision)))
    .orderBy(asc(audit.revision))
    .limit(most + 1);
  if (rows.length > most) return null;
  return rows.map((row) => ({ ...row, revision: row.revision ?? 0, actorId: row.actorId ?? '', name: row.name ?? 'Somebody' }));
}

export type HistoryRow = {
  readonly id: string;
  readonly at: string;
  readonly by: string;
  readonly sentence: string;
  /** Null for what did not change the working copy, for example publishing. */
  readonly revision: number | null;
};

/** What was done to a course by those who make it, newest first, from before a moment on. */
export async function historyOf(db: Database, courseId: string, before: string | null, most = 100): Promise<HistoryRow[]> {
  const rows = await db
    .select({ id: audit.id, at: audit.at, by: user.name, sentence: audit.sentence, revision: audit.revision })
    .from(audit)
    .leftJoin(user, eq(user.id, audit.actorId))
    .where(
      and(
        eq(audit.courseId, courseId),
        or(like(audit.command, 'outline.%'), like(audit.command, 'course.%'), like(audit.command, 'catalogue.%')),
        before === null ? undefined : lt(audit.id, before),
      ),
    )
    .orderBy(desc(audit.id))
    .limit(most);
  return rows.map((row) => ({ ...row, by: row.by ?? 'somebody', sentence: pastText(row.sentence) }));
}
