import { and, eq, sql } from 'drizzle-orm';
import { object, string } from 'yup';
import { compare, type Rational } from '@/core/kernel/exact';
import { idSchema } from '@/core/kernel/ids';
import { ok } from '@/core/kernel/problem';
import { type CountingRule, countingShare } from '@/core/quiz';
import { takesCourse } from '../enrolment';
import { openLesson } from '../learning';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { quizResults } from './records';
import { boardName } from './schema';

/** Lets somebody stand on the board of a quiz by a name they choose, or not any more. */
export const showOnBoard = command({
  name: 'quiz.show-on-board',
  input: object({
    courseId: idSchema,
    lessonId: idSchema,
    name: string()
      .max(40, 'Keep the name under 40 characters.')
      .test('words', 'Choose a name.', (value) => value === null || value?.trim() !== '')
      .nullable()
      .defined(),
  }).noUnknown(),
  permission: takesCourse,
  async handle(context, { courseId, lessonId, name }) {
    const found = await openLesson(context, courseId, lessonId, (lesson) => lesson.quiz?.board === true);
    if (!found.ok) return found;
    const { enrolmentId } = found.value.learning.learner;
    const { db } = context.tx;
    if (name === null)
      await db.delete(boardName).where(and(eq(boardName.enrolmentId, enrolmentId), eq(boardName.lessonId, lessonId)));
    else {
      const row = { enrolmentId, lessonId, name: name.trim() };
      await db
        .insert(boardName)
        .values(row)
        .onConflictDoUpdate({ target: [boardName.enrolmentId, boardName.lessonId], set: row });
    }
    return ok(null);
  },
});

export type BoardRow = {
  /** 1 for the best; those who have the same share the place. */
  readonly place: number;
  readonly name: string;
  readonly share: Rational;
  readonly isOwn: boolean;
};
const mostOnBoard = 50;

/** The board of a quiz: the results that count, the best first, of those who want to stand on it. */
export async function boardOf(
  db: Database,
  lessonId: string,
  counts: CountingRule,
  ownId: string | null,
): Promise<{ readonly rows: readonly BoardRow[]; readonly ownName: string | null }> {
  const { rows: names } = await db.execute<{ enrolmentId: string; name: string }>(sql`
    select b.enrolment_id as "enrolmentId", b.name from quiz_board_name b join enrolment e on e.id = b.enrolment_id
    where b.lesson_id = ${lessonId} and e.ended_at is null`);
  const results = await quizResults(
    db,
    names.map(({ enrolmentId }) => enrolmentId),
    lessonId,
  );
  const standing = names
    .flatMap(({ enrolmentId, name }) => {
      const own = results.filter((one) => one.enrolmentId === enrolmentId && !one.waits);
      const share = countingShare(own, counts);
      return share ? [{ name, share, isOwn: enrolmentId === ownId }] : [];
    })
    .toSorted((a, b) => compare(b.share, a.share) || a.name.localeCompare(b.name, 'en'));
  return {
    rows: standing.slice(0, mostOnBoard).map((one) => ({
      ...one,
      place: standing.findIndex(({ share }) => compare(share, one.share) === 0) + 1,
    })),
    ownName: names.find(({ enrolmentId }) => enrolmentId === ownId)?.name ?? null,
  };
}
