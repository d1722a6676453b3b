import {
  type CatalogueColumn,
  type CatalogueRow,
  type CatalogueTable,
  type Cell,
  catalogueColumns,
  cellFrom,
  cellText,
  columnOf,
} from './columns';
import { unguarded } from './table';

/**
 * Many changes of the catalogue at once, planned before anything is done: what each cell was and becomes,
 * and what cannot be done with the reason. Nothing is written while there are faults.
 */
export type CellChange = {
  readonly row: CatalogueRow;
  readonly column: CatalogueColumn;
  readonly before: Cell;
  readonly after: Cell;
  readonly value: unknown;
};
/** `line` counts the rows of a file or a paste from 1, its head included where there is one. */
export type BulkFault = { readonly line: number; readonly cells: readonly string[]; readonly sentence: string };
export type NewLesson = {
  readonly line: number;
  readonly courseId: string;
  /** Its name, as the file has it: shown before anything is done. */
  readonly course: string;
  readonly section: string;
  readonly title: string;
  readonly fields: { readonly [field: string]: unknown };
};
export type BulkPlan = {
  readonly changes: readonly CellChange[];
  readonly added: readonly NewLesson[];
  /** Rows of a file that are as they are already. */
  readonly same: number;
  readonly faults: readonly BulkFault[];
};

const same = (cell: Cell | undefined, after: Cell) => cellText(cell) === cellText(after);

/** One value on every row: what the filter shows gets it, what has it already stays. */
export function planValue(
  table: CatalogueTable,
  rows: readonly CatalogueRow[],
  column: CatalogueColumn,
  words: string,
): BulkPlan {
  const parsed = cellFrom(table, column, words);
  if (!parsed.ok)
    return {
      changes: [],
      added: [],
      same: 0,
      faults: [{ line: 1, cells: [words], sentence: parsed.problem.sentence }],
    };
  const { cell, value } = parsed.value;
  const touched = rows.filter((row) => !same(row.cells[column.key], cell));
  return {
    changes: touched.map((row) => ({ row, column, before: row.cells[column.key] ?? null, after: cell, value })),
    added: [],
    same: rows.length - touched.length,
    faults: [],
  };
}

/**
 * The cells of a block as spreadsheets copy it: tabs between cells, lines between rows, and a cell that holds
 * either of them in quotation marks, which stand twice inside. A mark that is never closed is a mark.
 * Of lines beyond `most` only the first is read.
 */
export function cellsOf(block: string, most = Number.POSITIVE_INFINITY): string[][] {
  const text = block.replace(/\r\n?/g, '\n').replace(/\n$/, '');
  const rows: string[][] = [[]];
  let at = 0;
  for (;;) {
    const quoted = /^"((?:[^"]|"")*)"(?=\t|\n|$)/.exec(text.slice(at));
    const end = quoted ? at + quoted[0].length : nextBreak(text, at);
    rows.at(-1)?.push(quoted ? (quoted[1] ?? '').replaceAll('""', '"') : text.slice(at, end));
    if (end >= text.length || (text[end] === '\n' && rows.length > most)) return rows;
    if (text[end] === '\n') rows.push([]);
    at = end + 1;
  }
}

function nextBreak(text: string, from: number): number {
  for (let at = from; at < text.length; at += 1) if (text[at] === '\t' || text[at] === '\n') return at;
  return text.length;
}

/**
 * A block of cells put over rows and columns, the way a spreadsheet copies it: tabs between cells, lines between rows.
 */
export function planBlock(
  table: CatalogueTable,
  rows: readonly CatalogueRow[],
  columns: readonly CatalogueColumn[],
  block: string,
): BulkPlan {
  const lines = cellsOf(block, rows.length);
  const changes: CellChange[] = [];
  const faults: BulkFault[] = [];
  let unchanged = 0;
  for (const [i, line] of lines.entries()) {
    const cells = line;
    const row = rows[i];
    if (!row) {
      faults.push({
        line: i + 1,
        cells,
        sentence: `There are only ${rows.length} rows from the cell on that you pasted into, and more lines than that.`,
      });
      break;
    }
    for (const [c, words] of cells.entries()) {
      const column = columns[c];
      const parsed = column ? cellFrom(table, column, words) : null;
      if (!column || !parsed) faults.push({ line: i + 1, cells, sentence: `There is no column for "${words}".` });
      else if (!parsed.ok) faults.push({ line: i + 1, cells, sentence: `${column.name}: ${parsed.problem.sentence}` });
      else if (same(row.cells[column.key], parsed.value.cell)) unchanged += 1;
      else
        changes.push({
          row,
          column,
          before: row.cells[column.key] ?? null,
          after: parsed.value.cell,
          value: parsed.value.value,
        });
    }
  }
  return { changes, added: [], same: unchanged, faults };
}

/** Which column of the catalogue each column of a file stands for; null for those that are left out. */
export type Mapping = readonly (string | null)[];

const plainName = (name: string) => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/**
 * Names are the same when they are written with the same letters, composed or not, whatever their size and the space
 * around them. Nothing else is left out.
 */
export const nameKey = (name: string): string => name.normalize('NFC').trim().toLowerCase();

/** The mapping that follows from the names: a column's own name or key, however it is written. */
export function mappingByName(table: CatalogueTable, head: readonly string[]): Mapping {
  const taken = new Set<string>();
  return head.map((name) => {
    const found = catalogueColumns[table].find(
      (column) => [plainName(column.name), plainName(column.key)].includes(plainName(name)) && !taken.has(column.key),
    );
    if (found) taken.add(found.key);
    return found?.key ?? null;
  });
}

/** By what rows of a file are known again: their id, or their course and title. */
export type RowKey = 'id' | 'title';

function keyOf(key: RowKey, table: CatalogueTable, cell: (column: string) => string): string {
  if (key === 'id') return cell('id').trim().toLowerCase();
  const [course, title] = [nameKey(cell('course')), nameKey(cell('title'))];
  if (table === 'course') return title;
  return course === '' && title === '' ? '' : JSON.stringify([course, title]);
}

/**
 * What a file would do to the catalogue. Rows that are known are changed where they differ; lessons that
 * are not are new, where their course is one of `courses`. A key twice in the file, or one that fits
 * several rows, is a fault: nobody could say which was meant.
 */
export function planFile(
  table: CatalogueTable,
  existing: readonly CatalogueRow[],
  courses: ReadonlyMap<string, readonly string[]>,
  head: readonly string[],
  lines: readonly (readonly string[])[],
  mapping: Mapping,
  key: RowKey,
): BulkPlan {
  const none = { changes: [], added: [], same: 0 };
  const at = new Map(mapping.flatMap((column, i) => (column ? [[column, i] as const] : [])));
  const named = table === 'course' ? ['title'] : ['course', 'title'];
  const needed = key === 'id' ? ['id'] : named;
  const missing = needed.find((column) => !at.has(column));
  if (missing) {
    const name = columnOf(table, missing)?.name ?? missing;
    return {
      ...none,
      faults: [
        {
          line: 1,
          cells: head,
          sentence: `No column of the file stands for "${name}", by which rows are known again.`,
        },
      ],
    };
  }
  const known = new Map<string, CatalogueRow[]>();
  for (const row of existing) {
    const own = keyOf(key, table, (column) => cellText(row.cells[column]));
    known.set(own, [...(known.get(own) ?? []), row]);
  }
  const changes: CellChange[] = [];
  const added: NewLesson[] = [];
  const faults: BulkFault[] = [];
  const seen = new Map<string, number>();
  let unchanged = 0;
  for (const [i, cells] of lines.entries()) {
    if (cells.every((cell) => cell.trim() === '')) continue;
    const line = i + 2;
    const before = faults.length;
    const fault = (sentence: string) => faults.push({ line, cells, sentence });
    const cell = (column: string) => unguarded(cells[at.get(column) ?? -1] ?? '');
    const own = keyOf(key, table, cell);
    const earlier = seen.get(own);
    const torn = columns().find(
      (column) => /[\r\n]/.test(cell(column.key)) && (column.type !== 'text' || !manyLines.has(column.key)),
    );
    if (torn) fault(`The cell "${torn.name}" holds several lines. Perhaps a quotation mark in it is never closed.`);
    else if (own === '') {
      if (key === 'id' && table === 'lesson') planNew();
      else fault('The key of this row is empty.');
    } else if (earlier !== undefined) fault(`The same key stands in line ${earlier} already.`);
    else {
      seen.set(own, line);
      const rows = known.get(own) ?? [];
      const [row] = rows;
      if (rows.length > 1)
        fault(`${rows.length} rows of the catalogue have this key. Use the id to say which is meant.`);
      else if (row) planChange(row);
      else if (key === 'id') fault('There is no row with this id.');
      else if (table === 'course') fault('There is no course of this name. Courses are made on their own page.');
      else planNew();
    }

    function planChange(row: CatalogueRow) {
      const own: CellChange[] = [];
      for (const column of columns()) {
        if (!column.field || (key === 'title' && column.key === 'title')) continue;
        // Nothing written where there is no nothing: what is there stays.
        if ((column.type === 'yes-no' || column.type === 'choice') && cell(column.key).trim() === '') continue;
        const parsed = cellFrom(table, column, cell(column.key));
        if (!parsed.ok) fault(`${column.name}: ${parsed.problem.sentence}`);
        else if (!same(row.cells[column.key], parsed.value.cell))
          own.push({
            row,
            column,
            before: row.cells[column.key] ?? null,
            after: parsed.value.cell,
            value: parsed.value.value,
          });
      }
      if (faults.length > before) return;
      changes.push(...own);
      if (own.length === 0) unchanged += 1;
    }
    function planNew() {
      const [courseId, ...others] = courses.get(nameKey(cell('course'))) ?? [];
      if (others.length > 0)
        return fault(
          `${others.length + 1} courses are called "${cell('course')}". Rename one of them, or change its lessons by their id.`,
        );
      if (!courseId)
        return fault(
          cell('course') === ''
            ? 'A new lesson needs its course.'
            : `There is no course called "${cell('course')}" that you may change.`,
        );
      if (cell('section').trim() === '') return fault('A new lesson needs its section.');
      const fields: { [field: string]: unknown } = {};
      for (const column of columns()) {
        if (!column.field || cell(column.key).trim() === '') continue;
        const parsed = cellFrom(table, column, cell(column.key));
        if (parsed.ok) fields[column.field] = parsed.value.value;
        else fault(`${column.name}: ${parsed.problem.sentence}`);
      }
      const { title, ...rest } = fields;
      if (typeof title !== 'string') fault('A new lesson needs a title.');
      if (faults.length > before) return;
      added.push({
        line,
        courseId,
        course: cell('course').trim(),
        section: cell('section').trim(),
        title: String(title),
        fields: rest,
      });
    }
    function columns() {
      return mapping.flatMap((one) => (one ? (columnOf(table, one) ?? []) : []));
    }
  }
  return { changes, added, same: unchanged, faults };
}

/** The columns whose cells may hold several lines. */
const manyLines = new Set(['asks', 'teaser', 'note', 'description', 'audience', 'promise', 'notAbout']);

/** Courses by their names as files name them; of one name there can be several. */
export function coursesByName(
  courses: readonly { readonly id: string; readonly title: string }[],
): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>();
  for (const { id, title } of courses) found.set(nameKey(title), [...(found.get(nameKey(title)) ?? []), id]);
  return found;
}
