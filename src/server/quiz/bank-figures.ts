import { sql } from 'drizzle-orm';
import type { Database } from '../platform/database';

/** What is known of a question of the bank from all papers it was on. */
export type BankFigures = {
  readonly questionId: string;
  readonly asked: number;
  /** The mean share of its points, 0 to 1. */
  readonly share: number;
  /** The correlation with the rest of each paper (corrected point-biserial); null where it cannot be said. */
  readonly tells: number | null;
};

/** What is known of some questions of the bank. */
export async function bankFigures(db: Database, ids: readonly string[]): Promise<BankFigures[]> {
  if (ids.length === 0) return [];
  const { rows } = await db.execute<BankFigures>(sql`
    select e.question_id as "questionId", count(*)::int as asked, avg(e.share)::float8 as share,
      corr(e.share, (s.points - e.share * e.points) / nullif(s.of - e.points, 0))::float8 as tells
    from bank_earned e join sitting s on s.id = e.sitting_id
    where e.question_id = any(${sql.param([...ids])}::uuid[])
    group by e.question_id`);
  return rows;
}
