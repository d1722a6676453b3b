import { eq } from 'drizzle-orm';
import { isId } from '@/core/kernel/ids';
import type { LessonDocument, Question } from '@/core/outline';
import { type Actor, mayMark } from '@/core/people';
import type { Answers, DraftMark, PaperScore } from '@/core/quiz';
import { course } from '../outline';
import { user } from '../people';
import type { Database } from '../platform/database';
import { lastMarks, questionsToMark } from './marking';
import { sitting } from './schema';
import { answersOf, paperOf, type SittingRow, scoreOf } from './sitting';

/** A sitting whose answers a person marks, with the rest of its paper. */
export type MarkingPaper = {
  readonly row: SittingRow;
  readonly learner: string;
  readonly courseTitle: string;
  readonly lesson: LessonDocument;
  readonly answers: Answers;
  /** As far as the rules and finished marks say. */
  readonly score: PaperScore;
  readonly toMark: readonly Question[];
  /** As they were kept last, finished or not. */
  readonly marks: readonly DraftMark[];
};

/** A sitting on the marking desk; null when it is not there, nothing in it is marked, or it is not theirs to mark. */
export async function markingPaper(db: Database, id: string, person: Actor): Promise<MarkingPaper | null> {
  if (!isId(id)) return null;
  const [found] = await db
    .select({ row: sitting, learner: user.name, courseTitle: course.title })
    .from(sitting)
    .innerJoin(user, eq(user.id, sitting.learnerId))
    .innerJoin(course, eq(course.id, sitting.courseId))
    .where(eq(sitting.id, id));
  if (!found || found.row.marking === null || !mayMark(person, found.row)) return null;
  const lesson = await paperOf(db, found.row);
  if (!lesson) return null;
  const [answers, score, last] = await Promise.all([
    answersOf(db, id, lesson.questions),
    scoreOf(db, found.row, lesson),
    lastMarks(db, id),
  ]);
  const toMark = questionsToMark(lesson.questions, answers);
  return { ...found, lesson, answers, score, toMark, marks: last?.marks ?? [] };
}
