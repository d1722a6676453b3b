import { inArray } from 'drizzle-orm';
import { array, boolean, type InferType, object, string } from 'yup';
import {
  type BulkPlan,
  type CatalogueRow,
  type CatalogueTable,
  type CourseEdit,
  catalogueColumns,
  columnOf,
  coursesByName,
  editsOf,
  type Filter,
  holdsBack,
  type Mapping,
  matches,
  operators,
  type PlanShown,
  planBlock,
  planFile,
  planShown,
  planValue,
  type RowKey,
  sorted,
} from '@/core/exchange';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { section } from '../outline';
import type { Person } from '../people';
import type { Database } from '../platform/database';
import { newId } from '../platform/ids';
import { coursesInCatalogue, rowsOf } from './rows';
import type { Sheet } from './sheets';

/** Which rows are meant, and in which order. */
export type Look = {
  readonly about: CatalogueTable;
  readonly filter: Filter;
  readonly sort: { readonly column: string; readonly down: boolean } | null;
};
export type RowsPage = {
  readonly from: number;
  readonly rows: readonly CatalogueRow[];
  /** How many the filter lets through, and how many there are. */
  readonly found: number;
  readonly total: number;
};
export const rowsPerPage = 100;

const aboutSchema = string()
  .oneOf(Object.keys(catalogueColumns) as CatalogueTable[])
  .required();
/** Of what the rows are let through and ordered by. */
export const lookFields = {
  filter: object({
    join: string().oneOf(['and', 'or']).required(),
    conditions: array()
      .of(
        object({
          column: string().max(40).required(),
          operator: string().oneOf(operators).required(),
          words: string().max(400).defined(),
        }).noUnknown(),
      )
      .max(30, 'At most 30 conditions.')
      .required(),
  }).noUnknown(),
  sort: object({ column: string().max(40).required(), down: boolean().required() })
    .noUnknown()
    .nullable()
    .defined(),
};
export const lookSchema = { about: aboutSchema, ...lookFields };

/** All rows that are meant, in their order. */
export async function rowsFor(
  db: Database,
  person: Person,
  { about, filter, sort }: Look,
): Promise<readonly CatalogueRow[]> {
  const rows = (await rowsOf(db, await coursesInCatalogue(db, person))).flatMap((one) => one[about]);
  return sorted(holdsBack(filter) ? rows.filter((row) => matches(row, filter)) : rows, sort);
}

/** A page of the rows that are meant. Of rows in their own order only the courses are worked out that stand on it. */
export async function rowsPage(db: Database, person: Person, look: Look, from: number): Promise<RowsPage> {
  const courses = await coursesInCatalogue(db, person);
  const rowsIn = (facts: (typeof courses)[number]) => (look.about === 'course' ? 1 : facts.lessons);
  const total = courses.reduce((sum, facts) => sum + rowsIn(facts), 0);
  if (holdsBack(look.filter) || look.sort) {
    const rows = await rowsFor(db, person, look);
    return { from, rows: rows.slice(from, from + rowsPerPage), found: rows.length, total };
  }
  let before = 0;
  let first = 0;
  const standing = courses.filter((facts) => {
    const at = before;
    before += rowsIn(facts);
    if (before <= from) first = before;
    return before > from && at < from + rowsPerPage;
  });
  const rows = (await rowsOf(db, standing)).flatMap((one) => one[look.about]);
  return { from, rows: rows.slice(from - first, from - first + rowsPerPage), found: total, total };
}

/** What is to be done with the rows that are meant, before it is done. */
export const wishSchema = object({
  ...lookSchema,
  value: object({ column: string().max(40).required(), words: string().max(20_000).defined() })
    .noUnknown()
    .optional()
    .default(undefined),
  /** A block of cells over the rows from one on and the columns given. */
  block: object({
    row: idSchema,
    columns: array().of(string().max(40).required()).max(60).required(),
    words: string().max(2_000_000, 'This is too much to paste at once. Bring it in as a file.').defined(),
  })
    .noUnknown()
    .optional()
    .default(undefined),
}).noUnknown();
export type BulkWish = InferType<typeof wishSchema>;

/** A plan to be looked at, and the edits that do it; none while there are faults. */
export type Planned = PlanShown & { readonly courses: readonly CourseEdit[] };

export async function planWish(
  db: Database,
  person: Person,
  { about, filter, sort, value, block }: BulkWish,
): Promise<Result<Planned>> {
  const rows = await rowsFor(db, person, { about, filter: filter as Filter, sort });
  if (value) {
    const column = columnOf(about, value.column);
    if (!column) return fail('invalid', 'There is no such column.', 'column');
    return ok(await answered(db, about, planValue(about, rows, column, value.words)));
  }
  if (!block) return fail('invalid', 'There is nothing to change.');
  const at = rows.findIndex(({ id }) => id === block.row);
  if (at < 0)
    return fail(
      'conflict',
      'The row you pasted into is not among these rows any more. Look at them again, then paste.',
    );
  const columns = block.columns.flatMap((key) => columnOf(about, key) ?? []);
  return ok(await answered(db, about, planBlock(about, rows.slice(at), columns, block.words)));
}

/** What a file would do to the catalogue, all of it. */
export async function planSheet(
  db: Database,
  person: Person,
  about: CatalogueTable,
  sheet: Sheet,
  mapping: Mapping,
  key: RowKey,
): Promise<Planned> {
  const courses = await coursesInCatalogue(db, person);
  const rows = (await rowsOf(db, courses)).flatMap((one) => one[about]);
  return answered(db, about, planFile(about, rows, coursesByName(courses), sheet.head, sheet.rows, mapping, key));
}

async function answered(db: Database, about: CatalogueTable, plan: BulkPlan): Promise<Planned> {
  if (plan.faults.length > 0) return { ...planShown(plan), courses: [] };
  const into = [...new Set(plan.added.map(({ courseId }) => courseId))];
  const sections =
    into.length === 0
      ? []
      : await db
          .select({ id: section.id, courseId: section.courseId, title: section.title })
          .from(section)
          .where(inArray(section.courseId, into));
  return { ...planShown(plan), courses: editsOf(about, plan, sections, newId) };
}
