import { eq } from 'drizzle-orm';
import { rationalFrom, rationalText } from '@/core/kernel/exact';
import { findLesson, type LessonDocument, type Question } from '@/core/outline';
import {
  type Correction,
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
import { type sitting, sittingAnswer } from './schema';

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

/** A quiz as one sitting has it, with what has been put right in it since. */
export type Paper = LessonDocument & { readonly corrections: readonly Correction[] };

/** The paper a sitting is taken on: its own edition's, whatever has been published since, in its own order. */
export async function paperOf(db: Database, row: SittingRow): Promise<Paper | null> {
  const document = await editionDocument(db, row.editionId);
  const lesson = document && findLesson(document, row.lessonId);
  if (!lesson) return null;
  const corrections = appliedTo(askableIn(lesson), await correctionsOf(db, row));
  return { ...lesson, questions: askedIn(lesson, row), corrections };
}

/** What has been answered in a sitting, to the questions of its paper. */
export async function answersOf(db: Database, sittingId: string, questions: LessonDocument['questions']) {
  const rows = await db
    .select({ questionId: sittingAnswer.questionId, answer: sittingAnswer.answer })
    .from(sittingAnswer)
    .where(eq(sittingAnswer.sittingId, sittingId));
  return readAnswers(questions, Object.fromEntries(rows.map(({ questionId, answer }) => [questionId, answer])));
}

/** What a sitting is worth with the answers it has now. */
export async function scoreOf(db: Database, row: SittingRow, paper: Paper | null): Promise<PaperScore> {
  const questions = paper?.questions ?? [];
  return scorePaper(questions, await answersOf(db, row.id, questions), paper?.quiz?.decimals, paper?.corrections);
}

/** What is kept of a sitting once it is handed in. */
export const closedWith = (score: PaperScore, at: string) => ({
  handedInAt: at,
  points: score.points,
  of: score.of,
  share: rationalText(score.share),
});
