import { asc, inArray, isNull } from 'drizzle-orm';
import { type BankCategory, type BankQuestion, checkBody, type Draw, fitsDraw, kindOf, mostInPool } from '@/core/quiz';
import type { Database } from '../platform/database';
import { bankCategory, bankQuestion } from './schema';

type Row = typeof bankQuestion.$inferSelect;

/** A question of the bank from its row; its body is measured by its kind. Throws where it does not fit. */
export function readQuestion({ changedBy: _by, changedAt: _at, removedAt: _removed, ...row }: Row): BankQuestion {
  const body = checkBody(row.kind, row.body);
  if (!body.ok) throw new Error(`The question ${row.id} of the bank cannot be read: ${body.problem.sentence}`);
  return { ...row, body: body.value };
}

/** All categories of the bank. */
export const categoriesOf = (db: Database): Promise<BankCategory[]> =>
  db.select().from(bankCategory).orderBy(asc(bankCategory.order), asc(bankCategory.id));

/** What each of some draws can take from now, in the order of their ids, with how many there are of each. */
export async function poolsFor(
  db: Database,
  draws: readonly Draw[],
): Promise<ReadonlyMap<string, { readonly count: number; readonly questions: readonly BankQuestion[] }>> {
  if (draws.length === 0) return new Map();
  const categories = await categoriesOf(db);
  const all = await db
    .select({
      kind: bankQuestion.kind,
      ...{ id: bankQuestion.id, categoryId: bankQuestion.categoryId, difficulty: bankQuestion.difficulty },
      ...{ tags: bankQuestion.tags, outcomes: bankQuestion.outcomes },
    })
    .from(bankQuestion)
    .where(isNull(bankQuestion.removedAt))
    .orderBy(asc(bankQuestion.id));
  // A draw gives each of its questions points; what nobody judges has none.
  const facts = all.filter(({ kind }) => kindOf(kind).judgedBy !== 'nobody');
  const fitting = draws.map((draw) => facts.filter((one) => fitsDraw(draw, one, categories)).map(({ id }) => id));
  const wanted = [...new Set(fitting.flatMap((ids) => ids.slice(0, mostInPool)))];
  const rows = wanted.length === 0 ? [] : await db.select().from(bankQuestion).where(inArray(bankQuestion.id, wanted));
  const known = new Map(rows.map((row) => [row.id, readQuestion(row)]));
  return new Map(
    draws.map((draw, i) => {
      const ids = fitting[i] ?? [];
      return [draw.id, { count: ids.length, questions: ids.slice(0, mostInPool).flatMap((id) => known.get(id) ?? []) }];
    }),
  );
}
