import { createHash } from 'node:crypto';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { canonical } from '@/core/kernel/change';
import { type Correction, checkAnswer, type QuestionContent } from '@/core/quiz';
import type { Database } from '../platform/database';
import { correction } from './schema';

/** What has been put right in quizzes, as it is read by whoever works out what a paper is worth. */
export type CorrectionRow = typeof correction.$inferSelect;

type Asked = QuestionContent & { readonly id: string };

/** SHA-256 of what a question asks and takes for right: a question that was mended is another one. */
export const questionSum = ({ kind, prompt, body }: QuestionContent): string =>
  createHash('sha256').update(canonical({ kind, prompt, body })).digest('hex');

/** What has been put right in a quiz and not taken back, in the order in which it was. */
export const correctionsOf = (
  db: Database,
  { courseId, lessonId }: { readonly courseId: string; readonly lessonId: string },
): Promise<CorrectionRow[]> =>
  db
    .select()
    .from(correction)
    .where(and(eq(correction.courseId, courseId), eq(correction.lessonId, lessonId), isNull(correction.droppedAt)))
    .orderBy(asc(correction.madeAt), asc(correction.id));

/** Of what has been put right, what applies to the questions of a paper, as its edition has them. */
export function appliedTo(questions: readonly Asked[], rows: readonly CorrectionRow[]): readonly Correction[] {
  if (rows.length === 0) return [];
  const hashes = new Map(questions.map((question) => [question.id, { question, hash: questionSum(question) }]));
  return rows.flatMap((row) => {
    const found = hashes.get(row.questionId);
    if (found?.hash !== row.questionSum) return [];
    const accepted = row.accepted === null ? null : checkAnswer(found.question.kind, found.question.body, row.accepted);
    return [
      {
        questionId: row.questionId,
        does: row.does,
        accepted: accepted?.ok ? accepted.value : null,
        worth: row.worth,
        nobodyLoses: row.nobodyLoses,
      },
    ];
  });
}
