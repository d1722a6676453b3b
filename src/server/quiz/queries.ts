import { and, asc, eq, isNotNull, sql } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import type { LessonDocument } from '@/core/outline';
import { type Answers, isOverdue, type PaperScore } from '@/core/quiz';
import type { Database } from '../platform/database';
import { sitting, sittingAnswer } from './schema';
import { answersOf, closedWith, paperOf, type SittingRow, scoreOf, sittingOf } from './sitting';

/**
 * A sitting as it stands. One whose time is up and that nobody has handed in is shown as what it will be once the
 * worker has come to it: handed in at its deadline, with the answers it had then.
 */
async function asItStands(db: Database, row: SittingRow, now: Temporal.Instant): Promise<SittingRow> {
  if (row.deadline === null || !isOverdue(sittingOf(row), now)) return row;
  const paper = await paperOf(db, row);
  const isVoid = paper?.quiz?.atEnd === 'not-counted';
  return { ...row, ...closedWith(await scoreOf(db, row, paper), row.deadline, isVoid), isVoid };
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
  /** Ids of questions whose answers were judged already. */
  readonly judged: readonly string[];
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
  const judged = lesson.quiz?.judges
    ? await db
        .select({ id: sittingAnswer.questionId })
        .from(sittingAnswer)
        .where(and(eq(sittingAnswer.sittingId, row.id), isNotNull(sittingAnswer.judgedAt)))
    : [];
  return { row, lesson, answers, score, judged: judged.map((one) => one.id) };
}

/** Below so many others an average tells of single people. */
const fewestOthers = 5;

/** The average share of others who have handed in a quiz, 0 to 1; null while there are too few of them. */
export async function averageOfOthers(
  db: Database,
  { courseId, lessonId, learnerId }: Pick<SittingRow, 'courseId' | 'lessonId' | 'learnerId'>,
): Promise<number | null> {
  const { rows } = await db.execute<{ others: number; average: number | null }>(sql`
    select count(distinct learner_id)::int as others, avg(points::float8 / nullif("of", 0)) as average from sitting
    where course_id = ${courseId} and lesson_id = ${lessonId} and learner_id <> ${learnerId}
      and handed_in_at is not null and not is_void and coalesce(marking, 'marked') = 'marked'`);
  const [found] = rows;
  return found && found.others >= fewestOthers ? found.average : null;
}
