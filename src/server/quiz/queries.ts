import { and, asc, eq } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import type { LessonDocument } from '@/core/outline';
import { type Answers, isOverdue, type PaperScore } from '@/core/quiz';
import type { Database } from '../platform/database';
import { sitting } from './schema';
import { answersOf, closedWith, paperOf, type SittingRow, scoreOf, sittingOf } from './sitting';

/**
 * A sitting as it stands. One whose time is up and that nobody has handed in is shown as what it will be once the
 * worker has come to it: handed in at its deadline, with the answers it had then.
 */
async function asItStands(db: Database, row: SittingRow, now: Temporal.Instant): Promise<SittingRow> {
  if (row.deadline === null || !isOverdue(sittingOf(row), now)) return row;
  const paper = await paperOf(db, row);
  const isVoid = paper?.quiz?.atEnd === 'not-counted';
  return { ...row, ...closedWith(await scoreOf(db, row, paper), row.deadline), isVoid };
}

/** The sittings of a quiz in an enrolment, oldest first. */
export async function sittingsOf(
  db: Database,
  enrolmentId: string,
  lessonId: string,
  now = Temporal.Now.instant(),
): Promise<SittingRow[]> {
  const rows = await db
    .select()
    .from(sitting)
    .where(and(eq(sitting.enrolmentId, enrolmentId), eq(sitting.lessonId, lessonId)))
    .orderBy(asc(sitting.number));
  return Promise.all(rows.map((row) => asItStands(db, row, now)));
}

export type SittingView = {
  readonly row: SittingRow;
  readonly lesson: LessonDocument;
  readonly answers: Answers;
  readonly score: PaperScore | null;
};

/** One sitting of a learner's own, with its paper and, once it is handed in, its score. */
export async function sittingView(
  db: Database,
  id: string,
  learnerId: string,
  now = Temporal.Now.instant(),
): Promise<SittingView | null> {
  const [found] = await db
    .select()
    .from(sitting)
    .where(and(eq(sitting.id, id), eq(sitting.learnerId, learnerId)));
  if (!found) return null;
  const row = await asItStands(db, found, now);
  const lesson = await paperOf(db, row);
  if (!lesson) return null;
  const answers = await answersOf(db, row.id, lesson.questions);
  const score = row.handedInAt ? await scoreOf(db, row, lesson) : null;
  return { row, lesson, answers, score };
}
