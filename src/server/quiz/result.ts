import { eq } from 'drizzle-orm';
import type { Temporal } from '@/core/kernel/time';
import { shownOf } from '@/core/learning';
import type { LessonDocument } from '@/core/outline';
import { type PaperScore, passes, scoreAnswer } from '@/core/quiz';
import { leaveMessages } from '../message';
import type { Transaction } from '../platform/database';
import { later } from '../platform/jobs';
import { eventIn, recordEvents } from '../record';
import { followUp } from './follow-up';
import { bankEarned, sitting } from './schema';
import { answersOf, marksOf, type SittingRow } from './sitting';

const asNumber = ({ n, d }: { readonly n: bigint; readonly d: bigint }) => Number(n) / Number(d);

/** Keeps what the questions of the bank earned, as they were answered and marked. */
async function keepEarned(tx: Transaction, row: SittingRow, paper: LessonDocument | null): Promise<void> {
  const ofBank = (paper?.questions ?? []).filter(({ bankId }) => bankId !== null);
  if (ofBank.length === 0) return;
  const [answers, marks] = await Promise.all([answersOf(tx.db, row.id, ofBank), marksOf(tx.db, row)]);
  const earned = ofBank.flatMap((question) => {
    const mark = marks[question.id];
    // What a question is worth on a paper makes no difference to what of it was right.
    const worth = { ...question, points: mark ? question.points : 1000 };
    const { points, of, verdict } = scoreAnswer(worth, answers[question.id], paper?.quiz?.decimals, mark);
    if (verdict === 'waits' || verdict === 'given' || of.n === 0n) return [];
    const share = asNumber(points) / asNumber(of);
    return [{ sittingId: row.id, questionId: question.bankId ?? question.id, points: question.points, share }];
  });
  if (earned.length > 0) await tx.db.insert(bankEarned).values(earned).onConflictDoNothing();
}

/**
 * What follows once it is known what a sitting is worth: what its learner has done, what the bank knows, a certificate
 * that may be earned by it, and a message. While answers wait to be marked, only that it was handed in.
 */
export async function resultFollows(
  tx: Transaction,
  row: SittingRow,
  lesson: LessonDocument | null,
  score: PaperScore,
  at: Temporal.Instant,
  how: { readonly deed: string; readonly timeUp?: boolean },
): Promise<void> {
  const title = lesson?.title ?? '';
  const plain = eventIn(row, { id: row.lessonId, title }, at.toString());
  const byPassing = (lesson?.done?.by ?? 'passed') === 'passed';
  if (row.marking === 'handed-in') {
    await recordEvents(tx, plain, [
      { ...plain, verb: byPassing ? 'attempted' : 'completed', deed: `sitting/${row.id}/handed-in` },
    ]);
    return;
  }
  // What does not count was attempted, and nothing came of it.
  if (!row.isVoid) {
    await keepEarned(tx, row, lesson);
    const pass = lesson?.quiz?.passPercent ?? 0;
    const passed = passes(score.share, pass);
    const event = { ...plain, score: { raw: score.points / 1000, max: score.of / 1000 } };
    const result = { ...event, verb: passed ? 'passed' : 'failed', deed: `sitting/${row.id}/${how.deed}` } as const;
    const verb = !passed && byPassing ? 'attempted' : 'completed';
    const suffix = how.deed === 'result' ? 'handed-in' : `${how.deed}/done`;
    const handedIn = { ...event, verb, deed: `sitting/${row.id}/${suffix}` } as const;
    await recordEvents(tx, event, pass > 0 ? [result, handedIn] : [handedIn]);
    await later(tx, 'certificate.award', { enrolmentId: row.enrolmentId });
    if (lesson) await followUp(tx, row, lesson, score, at);
  }
  // Kept back until a day, it is told again when that has come.
  if (lesson?.quiz?.showsFrom && !shownOf(lesson, at).points)
    await tx.db.update(sitting).set({ tellShown: true }).where(eq(sitting.id, row.id));
  await leaveMessages(
    tx,
    [
      {
        occasion: 'quiz-result',
        deed: how.deed === 'result' ? `quiz-result/${row.id}` : `quiz-result/${row.id}/${how.deed}`,
        facts: {
          lesson: { id: row.lessonId, title },
          ...{ sittingId: row.id, isShown: lesson !== null && shownOf(lesson, at).points, timeUp: how.timeUp ?? false },
        },
        ...{ personId: row.learnerId, courseId: row.courseId, enrolmentId: row.enrolmentId },
      },
    ],
    at,
  );
}
