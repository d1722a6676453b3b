import { bare } from '../kernel/bare';
import { type CatalogueRow, type CatalogueTable, type Cell, cellText, columnOf } from './columns';

/** A question about one column. */
export const operators = ['contains', 'not-contains', 'is', 'is-not', 'less', 'more', 'empty', 'not-empty'] as const;
export type Operator = (typeof operators)[number];
export type Condition = { readonly column: string; readonly operator: Operator; readonly words: string };
/** Conditions of which all, or any, have to hold. None lets everything through. */
export type Filter = { readonly join: 'and' | 'or'; readonly conditions: readonly Condition[] };
export const noFilter: Filter = { join: 'and', conditions: [] };

export const operatorNames: Record<Operator, string> = {
  contains: 'contains',
  'not-contains': 'does not contain',
  is: 'is',
  'is-not': 'is not',
  less: 'is less than',
  more: 'is more than',
  empty: 'is empty',
  'not-empty': 'is not empty',
};
/** What a column can be compared by. */
export const operatorsFor = (table: CatalogueTable, column: string): readonly Operator[] => {
  const type = columnOf(table, column)?.type;
  if (type === 'number') return ['is', 'is-not', 'less', 'more', 'empty', 'not-empty'];
  if (type === 'choice' || type === 'yes-no') return ['is', 'is-not'];
  return ['contains', 'not-contains', 'is', 'is-not', 'empty', 'not-empty'];
};
/** Whether a comparison needs something to compare with. */
export const needsWords = (operator: Operator) => operator !== 'empty' && operator !== 'not-empty';

const plain = (cell: Cell | undefined) => bare(cellText(cell));

function holds(cell: Cell | undefined, { operator, words }: Condition): boolean {
  const [has, wanted] = [plain(cell), plain(words.trim())];
  switch (operator) {
    case 'contains':
      return has.includes(wanted);
    case 'not-contains':
      return !has.includes(wanted);
    case 'is':
      return has === wanted;
    case 'is-not':
      return has !== wanted;
    case 'less':
      return has !== '' && Number(has) < Number(wanted.replace(',', '.'));
    case 'more':
      return has !== '' && Number(has) > Number(wanted.replace(',', '.'));
    case 'empty':
      return has === '';
    case 'not-empty':
      return has !== '';
  }
}

/** A condition still being written holds nothing back. */
const isWhole = ({ operator, words }: Condition) => !needsWords(operator) || words.trim() !== '';

/** A filter without what is still being written. */
export const wholeFilter = ({ join, conditions }: Filter): Filter => ({ join, conditions: conditions.filter(isWhole) });

/** Whether a filter keeps any row back at all. */
export const holdsBack = ({ conditions }: Filter) => conditions.some(isWhole);

/** Whether a row of the catalogue is let through by a filter. */
export function matches(row: CatalogueRow, { join, conditions }: Filter): boolean {
  const whole = conditions.filter(isWhole);
  if (whole.length === 0) return true;
  return join === 'and'
    ? whole.every((one) => holds(row.cells[one.column], one))
    : whole.some((one) => holds(row.cells[one.column], one));
}

/** Rows in the order of a column; words by their alphabet, numbers by size, what is empty last. */
export function sorted(
  rows: readonly CatalogueRow[],
  sort: { readonly column: string; readonly down: boolean } | null,
): readonly CatalogueRow[] {
  if (!sort) return rows;
  const compare = new Intl.Collator('en', { numeric: true, sensitivity: 'base' }).compare;
  const sign = sort.down ? -1 : 1;
  return [...rows].sort((a, b) => {
    const [x, y] = [a.cells[sort.column], b.cells[sort.column]];
    const [emptyX, emptyY] = [cellText(x) === '', cellText(y) === ''];
    if (emptyX || emptyY) return Number(emptyX) - Number(emptyY);
    return sign * (typeof x === 'number' && typeof y === 'number' ? x - y : compare(cellText(x), cellText(y)));
  });
}
