import { and, desc, eq } from 'drizzle-orm';
import { rationalFrom, rationalText } from '@/core/kernel/exact';
import { findLesson, type LessonDocument, type Question } from '@/core/outline';
import {
  type DraftMark,
  draftMarksSchema,
  type Marks,
  marksFrom,
  type PaperScore,
  paperFor,
  readAnswers,
  type Sitting,
  scorePaper,
  shareOfResult,
} from '@/core/quiz';
import { instantFrom } from '../enrolment';
import { editionDocument } from '../outline';
import type { Database } from '../platform/database';
import { appliedTo, correctionsOf } from './corrections';
import { type sitting, sittingAnswer, sittingMarks } from './schema';

/** Sittings as they are read, by whoever shows them and whoever changes them. */
export type SittingRow = typeof sitting.$inferSelect;

export const sittingOf = (row: Pick<SittingRow, 'startedAt' | 'deadline' | 'handedInAt'>): Sitting => ({
  startedAt: instantFrom(row.startedAt),
  deadline: row.deadline ? instantFrom(row.deadline) : null,
  handedInAt: row.handedInAt ? instantFrom(row.handedInAt) : null,
});

/** The share of the points of a sitting that was handed in, exact. */
export const shareOfSitting = ({ points, of, share }: Pick<SittingRow, 'points' | 'of' | 'share'>) =>
  shareOfResult({ points: points ?? 0, of: of ?? 0, ...(share === null ? {} : { share: rationalFrom(share) }) });

/** Every question that could stand on a paper of a quiz, each once. */
export const askableIn = ({ questions, pools }: Pick<LessonDocument, 'questions' | 'pools'>): readonly Question[] => [
  ...new Map([...Object.values(pools).flat(), ...questions].map((question) => [question.id, question])).values(),
];

/** The questions of one sitting, in its order. */
export const askedIn = (lesson: LessonDocument, row: Pick<SittingRow, 'seed' | 'avoids'>): readonly Question[] =>
  paperFor(lesson.quiz ?? {}, lesson.questions, row.seed, lesson.pools, new Set(row.avoids));

/** The paper a sitting is taken on: its own edition's, whatever has been published since, in its own order. */
export async function paperOf(db: Database, row: SittingRow): Promise<LessonDocument | null> {
  const document = await editionDocument(db, row.editionId);
  const lesson = document && findLesson(document, row.lessonId);
  return lesson ? { ...lesson, questions: askedIn(lesson, row) } : null;
}

/** What has been answered in a sitting, to the questions of its paper. */
export async function answersOf(db: Database, sittingId: string, questions: LessonDocument['questions']) {
  const rows = await db
    .select({ questionId: sittingAnswer.questionId, answer: sittingAnswer.answer })
    .from(sittingAnswer)
    .where(eq(sittingAnswer.sittingId, sittingId));
  return readAnswers(questions, Object.fromEntries(rows.map(({ questionId, answer }) => [questionId, answer])));
}

/** Marks as they were kept. Throws where they are none. */
export const readMarks = (marks: unknown): readonly DraftMark[] => draftMarksSchema.validateSync(marks);

/** The finished marks of a sitting: the newest ones. */
export async function marksOf(db: Database, row: Pick<SittingRow, 'id' | 'marking'>): Promise<Marks> {
  if (row.marking !== 'marked') return {};
  const [found] = await db
    .select({ marks: sittingMarks.marks })
    .from(sittingMarks)
    .where(and(eq(sittingMarks.sittingId, row.id), eq(sittingMarks.finished, true)))
    .orderBy(desc(sittingMarks.at), desc(sittingMarks.id))
    .limit(1);
  return found ? marksFrom(readMarks(found.marks)) : {};
}

/** What a sitting is worth with the answers it has now, and with what has been put right in its paper since. */
export async function scoreOf(db: Database, row: SittingRow, paper: LessonDocument | null): Promise<PaperScore> {
  const questions = paper?.questions ?? [];
  const [answers, rows, marks] = await Promise.all([
    answersOf(db, row.id, questions),
    correctionsOf(db, row),
    marksOf(db, row),
  ]);
  // What was found wrong is told by what the edition asks; its options may stand in another order here.
  const document = rows.length > 0 ? await editionDocument(db, row.editionId) : null;
  const lesson = document && findLesson(document, row.lessonId);
  const corrections = lesson ? appliedTo(askableIn(lesson), rows) : [];
  return scorePaper(questions, answers, paper?.quiz?.decimals, corrections, marks);
}

/** What is kept of a sitting once it is handed in. */
export const closedWith = (score: PaperScore, at: string, isVoid: boolean) => ({
  handedInAt: at,
  marking: score.waiting > 0 && !isVoid ? ('handed-in' as const) : null,
  points: score.points,
  of: score.of,
  share: rationalText(score.share),
});
