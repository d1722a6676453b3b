import type { BulkFault, BulkPlan, NewLesson } from './bulk';
import { type Cell, cellText } from './columns';

/** As much of a plan as somebody looks at before it is done: how much there is of everything, and the first of it. */
export type PlanShown = {
  readonly cells: number;
  readonly rows: number;
  readonly lessons: number;
  readonly same: number;
  readonly changes: readonly {
    readonly id: string;
    readonly course: string;
    readonly title: string;
    readonly column: string;
    readonly before: Cell;
    readonly after: Cell;
  }[];
  readonly added: readonly Pick<NewLesson, 'line' | 'course' | 'section' | 'title'>[];
  /** All of them: they can be taken out as a file. */
  readonly faults: readonly BulkFault[];
};

/** More than anybody reads before doing it, and little enough to be shown at once. */
export const mostShown = 200;

/** As much of a planned change in bulk as is looked at before it is done. */
export const planShown = ({ changes, added, same, faults }: BulkPlan): PlanShown => ({
  cells: changes.length,
  rows: new Set(changes.map(({ row }) => row.id)).size,
  lessons: added.length,
  same,
  changes: changes.slice(0, mostShown).map(({ row, column, before, after }) => ({
    id: `${row.id}/${column.key}`,
    course: cellText(row.cells.course ?? row.cells.title),
    title: cellText(row.cells.title),
    column: column.name,
    before,
    after,
  })),
  added: added.slice(0, mostShown).map(({ line, course, section, title }) => ({ line, course, section, title })),
  faults,
});
