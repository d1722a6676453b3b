import { and, asc, eq } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import type { LessonDocument } from '@/core/outline';
import { type Answers, isOverdue, type PaperScore, scorePaper } from '@/core/quiz';
import type { Database } from '../platform/database';
import { answersOf, closeIfOverdue, paperOf, type SittingRow, sittingOf } from './commands';
import { sitting } from './schema';

/** The sittings of a quiz in an enrolment, oldest first; what is overdue is handed in first. */
export async function sittingsOf(db: Database, enrolmentId: string, lessonId: string): Promise<SittingRow[]> {
  const read = () =>
    db
      .select()
      .from(sitting)
      .where(and(eq(sitting.enrolmentId, enrolmentId), eq(sitting.lessonId, lessonId)))
      .orderBy(asc(sitting.number));
  const rows = await read();
  const overdue = rows.filter((row) => isOverdue(sittingOf(row), Temporal.Now.instant()));
  for (const row of overdue) await closeIfOverdue(row.id);
  return overdue.length > 0 ? read() : rows;
}

export type SittingView = {
  readonly row: SittingRow;
  readonly lesson: LessonDocument;
  readonly answers: Answers;
  readonly score: PaperScore | null;
};

/** One sitting of a learner's own, with its paper and, once it is handed in, its score. */
export async function sittingView(db: Database, id: string, learnerId: string): Promise<SittingView | null> {
  const [first] = await db
    .select()
    .from(sitting)
    .where(and(eq(sitting.id, id), eq(sitting.learnerId, learnerId)));
  if (!first) return null;
  const rows = await sittingsOf(db, first.enrolmentId, first.lessonId);
  const row = rows.find((one) => one.id === id) ?? first;
  const lesson = await paperOf(db, row);
  if (!lesson) return null;
  const answers = await answersOf(db, row.id, lesson.questions);
  const score = row.handedInAt ? scorePaper(lesson.questions, answers, lesson.quiz?.decimals) : null;
  return { row, lesson, answers, score };
}
