import { type LessonKind, type LessonState, lessonKinds, lessonStates, type Medium, mediums } from '../outline';
import { mostTitle, type ReadLesson, type ReadOutline, readLesson } from './branches';

/** The columns of an outline as a table, by their usual names; what is written and what is read are the same. */
export const outlineColumns = ['section', 'lesson', 'kind', 'state', 'minutes', 'question', 'media', 'note'] as const;
export type OutlineColumn = (typeof outlineColumns)[number];

export type RowFault = { readonly row: number; readonly sentence: string };
export type ReadTable = { readonly outline: ReadOutline; readonly faults: readonly RowFault[] };

const formula = /^'*[=+\-@\t\r]/;
/** Words that a spreadsheet would take for a formula stand behind an apostrophe, one more than they have. */
export const guarded = (words: string): string => (formula.test(words) ? `'${words}` : words);
/** A cell as it was before it was guarded. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && formula.test(cell.slice(1)) ? cell.slice(1) : cell;

const oneOf = <T extends string>(all: readonly T[], text: string): T | null =>
  all.find((one) => one === text.trim().toLowerCase()) ?? null;

/**
 * An outline from rows with named columns. Rows of one section need not follow each other. `row` in a
 * fault counts from 1 with the head, as a spreadsheet does.
 */
export function readTable(head: readonly string[], rows: readonly (readonly string[])[]): ReadTable {
  const faults: RowFault[] = [];
  const at = new Map<OutlineColumn, number>();
  for (const [i, name] of head.entries()) {
    const column = oneOf(outlineColumns, name);
    if (column && !at.has(column)) at.set(column, i);
  }
  if (!at.has('lesson'))
    return {
      outline: { loose: [], sections: [], notes: [] },
      faults: [{ row: 1, sentence: 'There is no column "lesson". The first row names the columns.' }],
    };
  const unknown = head.filter((name) => name.trim() !== '' && !oneOf(outlineColumns, name));
  const sections = new Map<string, ReadLesson[]>();
  const loose: ReadLesson[] = [];
  for (const [i, cells] of rows.entries()) {
    const cell = (column: OutlineColumn) => unguarded((cells[at.get(column) ?? -1] ?? '').trim());
    if (cells.every((one) => one.trim() === '')) continue;
    const fault = (sentence: string) => faults.push({ row: i + 2, sentence });
    // Rows between a quotation mark that is never closed and the next one end up in one cell.
    const torn = (['section', 'lesson', 'kind', 'state', 'minutes', 'media'] as const).find((column) =>
      /[\r\n]/.test(cell(column)),
    );
    if (torn) {
      fault(`The cell "${torn}" holds several lines. Perhaps a quotation mark in it is never closed.`);
      continue;
    }
    const title = cell('lesson');
    const section = cell('section').slice(0, mostTitle);
    if (section !== '' && !sections.has(section)) sections.set(section, []);
    if (title === '') {
      if (section === '') fault('This row names neither a section nor a lesson.');
      continue;
    }
    if (title.length > mostTitle) fault(`The title is longer than ${mostTitle} characters.`);
    const kind = cell('kind') === '' ? 'reading' : oneOf<LessonKind>(lessonKinds, cell('kind'));
    if (!kind) fault(`"${cell('kind')}" is no kind of lesson. There are ${lessonKinds.join(', ')}.`);
    const state = cell('state') === '' ? 'planned' : oneOf<LessonState>(lessonStates, cell('state'));
    if (!state) fault(`"${cell('state')}" is no state. There are ${lessonStates.join(', ')}.`);
    const written = /^\d{1,4}$/.test(cell('minutes')) ? Number(cell('minutes')) : Number.NaN;
    const minutes = cell('minutes') === '' ? null : written;
    const goodMinutes = minutes === null || minutes <= 6000;
    if (!goodMinutes) fault(`"${cell('minutes')}" is no number of minutes from 0 to 6,000.`);
    const named = cell('media')
      .split(/[,;]/)
      .map((one) => one.trim())
      .filter(Boolean);
    const chosen = named.flatMap((one) => oneOf<Medium>(mediums, one) ?? []);
    if (chosen.length < named.length)
      fault(`"${cell('media')}" names a medium that there is not. There are ${mediums.join(', ')}.`);
    if (kind && state && goodMinutes && title.length <= mostTitle && chosen.length === named.length) {
      const lesson = readLesson(title, {
        kind,
        state,
        minutes,
        mediums: chosen,
        asks: cell('question').slice(0, 300),
        note: cell('note').slice(0, 4000),
      });
      (sections.get(section) ?? loose).push(lesson);
    }
  }
  const notes = unknown.length > 0 ? [`Columns nobody reads here: ${unknown.join(', ')}.`] : [];
  return { outline: { loose, sections: [...sections].map(([title, lessons]) => ({ title, lessons })), notes }, faults };
}
