import { twoWays } from '../kernel/decimal';
import { fail, ok, type Result } from '../kernel/problem';
import { lessonKinds, lessonStates, mediums, parseFields } from '../outline';

/**
 * The catalogue: every lesson, or every course, as a row of plain cells. A column knows its name, what
 * its cells hold, and, where it can be changed, which field of the record it stands for.
 */
export type Cell = string | number | boolean | null;
export type CatalogueTable = 'lesson' | 'course';
export type CatalogueRow = {
  readonly id: string;
  readonly courseId: string;
  readonly cells: { readonly [column: string]: Cell };
};
export type CellType = 'text' | 'number' | 'choice' | 'yes-no' | 'list';
export type CatalogueColumn = {
  readonly key: string;
  readonly name: string;
  readonly type: CellType;
  readonly choices?: readonly string[];
  /** The field a change of the cell sets; without it the cell is worked out. */
  readonly field?: string;
  readonly width: number;
};

/** What can be chosen in a column, where that is all there is. */
export const choicesOf = ({ type, choices }: CatalogueColumn): readonly string[] | null =>
  type === 'yes-no' ? ['yes', 'no'] : (choices ?? null);

const text = (key: string, name: string, width: number, field?: string): CatalogueColumn => ({
  key,
  name,
  type: 'text',
  width,
  ...(field ? { field } : {}),
});
const number = (key: string, name: string, field?: string): CatalogueColumn => ({
  key,
  name,
  type: 'number',
  width: 96,
  ...(field ? { field } : {}),
});

export const catalogueColumns: Record<CatalogueTable, readonly CatalogueColumn[]> = {
  lesson: [
    text('course', 'Course', 180),
    text('section', 'Section', 160),
    text('number', 'Number', 76),
    text('title', 'Lesson', 240, 'title'),
    { key: 'kind', name: 'Kind', type: 'choice', choices: lessonKinds, field: 'kind', width: 104 },
    { key: 'state', name: 'State', type: 'choice', choices: lessonStates, field: 'state', width: 90 },
    { key: 'required', name: 'Required', type: 'yes-no', field: 'required', width: 90 },
    number('learnerMinutes', 'Minutes'),
    number('minutes', 'Minutes set', 'minutes'),
    number('weight', 'Weight', 'weight'),
    number('words', 'Words'),
    number('questions', 'Questions'),
    number('settle', 'To settle'),
    number('look', 'Worth a look'),
    text('opens', 'Opens', 150),
    { key: 'mediums', name: 'Made as', type: 'list', choices: mediums, field: 'mediums', width: 150 },
    text('asks', 'Question it answers', 200, 'asks'),
    text('teaser', 'Teaser', 200, 'teaser'),
    text('note', 'Note', 200, 'note'),
    text('id', 'Id', 120),
  ],
  course: [
    text('title', 'Course', 240, 'title'),
    text('slug', 'Address', 170, 'slug'),
    number('edition', 'Live edition'),
    number('sections', 'Sections'),
    number('lessons', 'Lessons'),
    number('minutes', 'Minutes'),
    number('learners', 'Learners'),
    number('settle', 'To settle'),
    text('description', 'Description', 260, 'description'),
    text('audience', 'Who it is for', 220, 'audience'),
    text('promise', 'Promise', 220, 'promise'),
    text('notAbout', 'What it is not about', 220, 'notAbout'),
    text('zone', 'Time zone', 130, 'zone'),
    number('weekLimit', 'Minutes a week', 'weekLimit'),
    text('id', 'Id', 120),
  ],
};

export const usualColumns: Record<CatalogueTable, readonly string[]> = {
  lesson: [
    'course',
    'section',
    'number',
    'title',
    'kind',
    'state',
    'required',
    'learnerMinutes',
    'weight',
    'settle',
    'opens',
  ],
  course: ['title', 'slug', 'edition', 'lessons', 'minutes', 'learners', 'settle', 'description', 'weekLimit'],
};

/** A column of the catalogue by its key; undefined where there is none. */
export const columnOf = (table: CatalogueTable, key: string): CatalogueColumn | undefined =>
  catalogueColumns[table].find((column) => column.key === key);

/** A cell as it is read: in tables, files and previews alike. */
export function cellText(cell: Cell | undefined): string {
  if (cell === null || cell === undefined) return '';
  if (typeof cell === 'boolean') return cell ? 'yes' : 'no';
  return String(cell);
}

/**
 * The value words mean in a column, checked by the same rules as a change at its own place; or what is wrong with them.
 */
export function cellFrom(
  table: CatalogueTable,
  column: CatalogueColumn,
  words: string,
): Result<{ readonly cell: Cell; readonly value: unknown }> {
  if (!column.field) return fail('invalid', `"${column.name}" is worked out and cannot be set.`);
  const plain = words.trim();
  const value = readValue(column, plain, words);
  if (!value.ok) return value;
  const parsed = parseFields(table, { [column.field]: value.value });
  if (!parsed.ok) return parsed;
  const checked = parsed.value[column.field];
  return ok({ cell: Array.isArray(checked) ? checked.join(', ') : (checked as Cell), value: checked });
}

/** A plain decimal; the table may come from where a point divides thousands. */
function numberFrom(plain: string): Result<number> {
  if (!/^[+-]?\d+(?:[.,]\d+)?$/.test(plain)) return fail('invalid', `"${plain}" is no number.`);
  const sentence = twoWays(plain, ',.');
  return sentence ? fail('invalid', sentence) : ok(Number(plain.replace(',', '.')));
}

function readValue(column: CatalogueColumn, plain: string, words: string): Result<unknown> {
  switch (column.type) {
    case 'text':
      // A title is one line wherever it comes from.
      return ok(column.field === 'title' ? words.replace(/\s*[\r\n]+\s*/g, ' ') : words);
    case 'number': {
      if (plain === '') return ok(null);
      return numberFrom(plain);
    }
    case 'yes-no':
      if (['yes', 'true', '1', 'x'].includes(plain.toLowerCase())) return ok(true);
      if (['no', 'false', '0'].includes(plain.toLowerCase())) return ok(false);
      if (plain === '') return fail('invalid', 'Write yes or no.');
      return fail('invalid', `"${plain}" is neither yes nor no.`);
    case 'choice':
      return column.choices?.includes(plain.toLowerCase())
        ? ok(plain.toLowerCase())
        : fail('invalid', `"${plain}" is none of ${column.choices?.join(', ')}.`);
    case 'list': {
      const named = plain
        .toLowerCase()
        .split(/[,;]/)
        .map((one) => one.trim())
        .filter(Boolean);
      const unknown = named.find((one) => !column.choices?.includes(one));
      return unknown === undefined
        ? ok(named)
        : fail('invalid', `"${unknown}" is none of ${column.choices?.join(', ')}.`);
    }
  }
}
