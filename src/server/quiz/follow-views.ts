import { sql } from 'drizzle-orm';
import { rationalFrom } from '@/core/kernel/exact';
import { ok, type Result } from '@/core/kernel/problem';
import { type FollowWhen, holdsFor } from '@/core/quiz';
import type { Database } from '../platform/database';
import { passesQuiz } from './all-sittings';
import { correctionsOf } from './corrections';
import { worthOfAll } from './put-right';

type Quiz = { readonly courseId: string; readonly lessonId: string };

/** Somebody a condition would have held for. */
export type TriedFor = { readonly name: string; readonly number: number; readonly at: string };

/**
 * For whom a condition would have held, by the sittings there have been: each learner once, by the first sitting of
 * theirs it holds for. Nothing is done.
 */
export async function tried(db: Database, quiz: Quiz, when: FollowWhen): Promise<Result<TriedFor[]>> {
  const found = await worthOfAll(db, quiz, await correctionsOf(db, quiz));
  if (!found.ok) return found;
  const { sittings, quizzes, worth } = found.value;
  const seen = new Map<string, TriedFor>();
  for (const sitting of sittings.toSorted((a, b) => a.number - b.number)) {
    const own = worth.get(sitting.id);
    if (!own || sitting.waits || seen.has(sitting.enrolmentId)) continue;
    const { points, of, share, categories } = own;
    const passed = passesQuiz({ points, of, share }, quizzes.get(sitting.editionId));
    const holds = holdsFor(when, { share: rationalFrom(share), passed, number: sitting.number, categories });
    if (holds) seen.set(sitting.enrolmentId, { name: sitting.name, number: sitting.number, at: sitting.handedInAt });
  }
  return ok([...seen.values()].toSorted((a, b) => a.name.localeCompare(b.name, 'en')));
}

export type FollowedRow = {
  readonly name: string;
  readonly said: string;
  readonly at: string;
  readonly problem: string | null;
  readonly number: number;
};

/** What has followed from the results of a quiz, the newest first. */
export async function followedOf(db: Database, { courseId, lessonId }: Quiz, most = 200): Promise<FollowedRow[]> {
  const { rows } = await db.execute<FollowedRow>(sql`
    select u.name, f.said, f.problem, s.number,
      to_char(f.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at
    from quiz_followed f join sitting s on s.id = f.sitting_id join "user" u on u.id = s.learner_id
    where f.lesson_id = ${lessonId} and s.course_id = ${courseId} order by f.at desc, u.name, f.deed limit ${most}`);
  return rows;
}
