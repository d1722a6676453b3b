import { and, asc, desc, eq, gt, inArray, isNotNull, isNull, like, lt, ne, or, sql } from 'drizzle-orm';
import type { Change } from '@/core/kernel/change';
import { type KeptChange, pastText, textsToComplete, wholeSteps } from '@/core/outline';
import { user } from '../people';
import { audit } from '../platform/audit';
import type { Database } from '../platform/database';
import { lessonText } from './schema';

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
      .select({ id: audit.id, kind: audit.kind, sentence: audit.sentence, revision: sql<number>`${audit.revision}` })
      .from(audit)
      .where(
        and(
          eq(audit.courseId, courseId),
          eq(audit.actorId, actorId),
          isNotNull(audit.revision),
          isNull(audit.undoneBy),
          ne(audit.kind, not),
        ),
      )
      .orderBy(desc(audit.id))
      .limit(1);
    return row ?? null;
  };
  const undo = await newest('undo');
  // Something new done after an undo ends what could be done again.
  const last = await newest('redo');
  return { undo, redo: last?.kind === 'undo' ? last : null };
}

/** The changes of steps up to the present, with the texts of which the history keeps only differences. */
export async function completed(
  db: Pick<Database, 'select'>,
  steps: readonly (readonly KeptChange[])[],
): Promise<Change[][] | null> {
  const ids = textsToComplete(steps);
  const texts =
    ids.length === 0
      ? []
      : await db
          .select({ id: lessonText.id, content: lessonText.content })
          .from(lessonText)
          .where(inArray(lessonText.id, ids));
  return wholeSteps(steps, Object.fromEntries(texts.map(({ id, content }) => [id, content])));
}

/**
 * All changes after a revision, step by step, oldest first; null when they are not known any more. At most `most`
 * steps. To be asked with the course locked.
 */
export async function changesSince(
  db: Database,
  courseId: string,
  revision: number,
  most: number,
): Promise<Change[][] | null> {
  const rows = await db
    .select({ changes: audit.changes })
    .from(audit)
    .where(and(eq(audit.courseId, courseId), gt(audit.revision, revision)))
    .orderBy(asc(audit.revision))
    .limit(most);
  return completed(
    db,
    rows.map(({ changes }) => changes),
  );
}

/** The changes of one step; null when they are not known any more. To be asked with the course locked. */
export async function changesOf(db: Database, courseId: string, revision: number): Promise<Change[] | null> {
  const [row] = await db
    .select({ changes: audit.changes })
    .from(audit)
    .where(and(eq(audit.courseId, courseId), eq(audit.revision, revision)));
  const kept = row?.changes ?? [];
  const texts = textsToComplete([kept]);
  if (texts.length === 0) return wholeSteps([kept], {})?.[0] ?? null;
  // Only later steps of the same texts are needed to come to what these were.
  const later = await db
    .select({ changes: audit.changes })
    .from(audit)
    .where(
      and(
        eq(audit.courseId, courseId),
        gt(audit.revision, revision),
        or(...texts.map((id) => sql`${audit.changes} @> ${JSON.stringify([{ table: 'text', id }])}::jsonb`)),
      ),
    )
    .orderBy(asc(audit.revision));
  return (await completed(db, [kept, ...later.map(({ changes }) => changes)]))?.[0] ?? null;
}

/** One step of the history, as browsers get it that have the course open. */
export type Step = {
  readonly revision: number;
  readonly actorId: string;
  readonly name: string;
  readonly sentence: string;
  readonly changes: readonly Change[];
};

/**
 * The steps after a revision, in order. More than `most` are not told one by one, and neither is what is not known any
 * more: null.
 */
export async function stepsSince(db: Database, courseId: string, revision: number, most = 500): Promise<Step[] | null> {
  // Steps and texts as they were at one moment, without holding anybody up.
  return db.transaction(
    async (tx) => {
      const rows = await tx
        .select({
          revision: audit.revision,
          actorId: audit.actorId,
          name: user.name,
          sentence: audit.sentence,
          changes: audit.changes,
        })
        .from(audit)
        .leftJoin(user, eq(user.id, audit.actorId))
        .where(and(eq(audit.courseId, courseId), gt(audit.revision, revision)))
        .orderBy(asc(audit.revision))
        .limit(most + 1);
      if (rows.length > most) return null;
      const whole = await completed(
        tx,
        rows.map(({ changes }) => changes),
      );
      if (!whole) return null;
      return rows.map((row, i) => ({
        ...row,
        changes: whole[i] ?? [],
        revision: row.revision ?? 0,
        actorId: row.actorId ?? '',
        name: row.name ?? 'Somebody',
      }));
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
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
export async function historyOf(
  db: Database,
  courseId: string,
  before: string | null,
  most = 100,
): Promise<HistoryRow[]> {
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
