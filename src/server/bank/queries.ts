import { and, asc, count, desc, eq, inArray, isNull, type SQL, sql } from 'drizzle-orm';
import { isId } from '@/core/kernel/ids';
import { rowsBefore } from '@/core/kernel/page';
import { type BankCategory, type BankQuestion, categoriesBelow, type Difficulty, type QuestionKind } from '@/core/quiz';
import { user } from '../people';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { categoriesOf, readQuestion } from './read';
import { bankQuestion, bankVersion } from './schema';

const questionsPerPage = 100;

/** What is looked for: in a category with all below it, in none (`none`), or anywhere (null). */
export type BankFilter = {
  readonly category: string | null;
  readonly find: string;
  readonly from: Difficulty;
  readonly to: Difficulty;
  readonly tag: string;
  readonly kind: QuestionKind | null;
  readonly page: number;
};

export type BankPage = {
  readonly categories: readonly (BankCategory & { readonly count: number })[];
  readonly everything: number;
  readonly without: number;
  readonly tags: readonly { readonly tag: string; readonly count: number }[];
  readonly found: number;
  readonly perPage: number;
  readonly questions: readonly BankQuestion[];
};

const isThere = isNull(bankQuestion.removedAt);

/** Which questions of the bank are meant. */
function wantedBy(categories: readonly BankCategory[], filter: BankFilter) {
  const inCategory = (): SQL | undefined => {
    if (filter.category === null) return undefined;
    if (filter.category === 'none') return isNull(bankQuestion.categoryId);
    return inArray(bankQuestion.categoryId, [...categoriesBelow(categories, filter.category)]);
  };
  return and(
    isThere,
    inCategory(),
    // An id is looked for as such: links lead to one question.
    isId(filter.find) ? eq(bankQuestion.id, filter.find) : undefined,
    filter.find === '' || isId(filter.find)
      ? undefined
      : sql`(${contains(sql`${bankQuestion.prompt}`, filter.find)} or ${contains(sql`${bankQuestion.body}::text`, filter.find)})`,
    sql`${bankQuestion.difficulty} between ${filter.from} and ${filter.to}`,
    filter.tag === '' ? undefined : sql`${bankQuestion.tags} @> ${JSON.stringify([filter.tag])}::jsonb`,
    filter.kind === null ? undefined : eq(bankQuestion.kind, filter.kind),
  );
}

/** The questions of the bank that are meant, at most so many, with the titles of their categories. */
export async function questionsFound(db: Database, filter: BankFilter, most: number): Promise<BankQuestion[]> {
  const categories = await categoriesOf(db);
  const rows = await db
    .select()
    .from(bankQuestion)
    .where(wantedBy(categories, filter))
    .orderBy(asc(bankQuestion.prompt), asc(bankQuestion.id))
    .limit(most);
  return rows.map((row) => ({
    ...readQuestion(row),
    category: categories.find(({ id }) => id === row.categoryId)?.title ?? '',
  }));
}

/** A page of the bank, with how many there are in each category and of each tag. */
export async function bankPage(db: Database, filter: BankFilter): Promise<BankPage> {
  const categories = await categoriesOf(db);
  const wanted = wantedBy(categories, filter);
  const [own, tags, [found], rows] = await Promise.all([
    db
      .select({ categoryId: bankQuestion.categoryId, count: count() })
      .from(bankQuestion)
      .where(isThere)
      .groupBy(bankQuestion.categoryId),
    db.execute<{ tag: string; count: number }>(
      sql`select tag, count(*)::int as count from ${bankQuestion}, jsonb_array_elements_text(${bankQuestion.tags}) as tag
        where ${isThere} group by tag order by count(*) desc, tag limit 40`,
    ),
    db.select({ count: count() }).from(bankQuestion).where(wanted),
    db
      .select()
      .from(bankQuestion)
      .where(wanted)
      .orderBy(asc(bankQuestion.prompt), asc(bankQuestion.id))
      .limit(questionsPerPage)
      .offset(rowsBefore(filter.page, questionsPerPage)),
  ]);
  const countIn = (id: string) => {
    const below = categoriesBelow(categories, id);
    return own.reduce(
      (total, one) => total + (one.categoryId !== null && below.has(one.categoryId) ? one.count : 0),
      0,
    );
  };
  return {
    categories: categories.map((one) => ({ ...one, count: countIn(one.id) })),
    everything: own.reduce((total, one) => total + one.count, 0),
    without: own.find(({ categoryId }) => categoryId === null)?.count ?? 0,
    tags: tags.rows,
    found: found?.count ?? 0,
    perPage: questionsPerPage,
    questions: rows.map(readQuestion),
  };
}

/** One question of the bank, with who changed it last; null where it is not there any more. */
export async function bankEntry(db: Database, id: string) {
  const [row] = await db
    .select({ question: bankQuestion, by: user.name })
    .from(bankQuestion)
    .innerJoin(user, eq(user.id, bankQuestion.changedBy))
    .where(and(eq(bankQuestion.id, id), isThere));
  if (!row) return null;
  const versions = await db
    .select({ version: bankVersion.version, madeAt: bankVersion.madeAt, by: user.name, content: bankVersion.content })
    .from(bankVersion)
    .innerJoin(user, eq(user.id, bankVersion.madeBy))
    .where(eq(bankVersion.questionId, id))
    .orderBy(desc(bankVersion.version))
    .limit(50);
  return { question: readQuestion(row.question), changedAt: row.question.changedAt, by: row.by, versions };
}

/** Some questions of the bank as they are now, for papers that have them. */
export async function bankQuestions(db: Database, ids: readonly string[]): Promise<BankQuestion[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(bankQuestion)
    .where(and(inArray(bankQuestion.id, [...ids]), isThere));
  return rows.map(readQuestion);
}
