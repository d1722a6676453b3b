'use client';
import 'react-data-grid/lib/styles.css';
import { notifications } from '@mantine/notifications';
import { IconArrowDown, IconArrowUp } from '@tabler/icons-react';
import { useEffect, useMemo, useRef } from 'react';
import {
  type CellPasteArgs,
  type Column,
  DataGrid,
  type DataGridHandle,
  type RenderEditCellProps,
  type SortColumn,
} from 'react-data-grid';
import { type CatalogueColumn, type CatalogueTable, type Cell, cellFrom, cellText, choicesOf } from '@/core/exchange';
import type { CatalogueLook } from '@/server/exchange';
import styles from './catalogue.module.css';
import type { ShownRow } from './use-rows';

type Props = {
  readonly table: CatalogueTable;
  readonly rows: readonly ShownRow[];
  /** Which rows are in view. */
  readonly onView: (from: number, to: number) => void;
  readonly columns: readonly CatalogueColumn[];
  readonly look: CatalogueLook;
  readonly onLook: (part: Partial<CatalogueLook>) => void;
  readonly onCell: (row: ShownRow, column: CatalogueColumn, cell: Cell, value: unknown) => void;
  /** A block of cells put over the rows from one on and the columns from `from` on. */
  readonly onBlock: (row: string, from: number, block: string) => void;
};
type Draft = ShownRow & { readonly typed?: { readonly column: CatalogueColumn; readonly words: string } };

const sortGlyphs = {
  ASC: <IconArrowUp size={14} aria-hidden="true" />,
  DESC: <IconArrowDown size={14} aria-hidden="true" />,
};

/** What is typed into a cell: words, or one of the choices there are. */
function Editor({
  row,
  column,
  onRowChange,
  onClose,
  about,
}: RenderEditCellProps<Draft> & { readonly about: CatalogueColumn }) {
  const words = row.typed?.words ?? cellText(row.cells[column.key]);
  const change = (next: string, done: boolean) => onRowChange({ ...row, typed: { column: about, words: next } }, done);
  const choices = choicesOf(about);
  return choices ? (
    <select
      className={styles.editor}
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to change this cell
      autoFocus
      aria-label={about.name}
      value={words}
      onChange={(event) => change(event.currentTarget.value, true)}
      onBlur={() => onClose(true, false)}
    >
      {choices.map((choice) => (
        <option key={choice}>{choice}</option>
      ))}
    </select>
  ) : (
    <input
      className={styles.editor}
      // biome-ignore lint/a11y/noAutofocus: as above
      autoFocus
      aria-label={about.name}
      value={words}
      onFocus={(event) => event.currentTarget.select()}
      onChange={(event) => change(event.currentTarget.value, false)}
      onBlur={() => onClose(true, false)}
    />
  );
}

const rowHeight = 32;
const headHeight = 36;

export function Grid({ table, rows, columns, look, onView, onLook, onCell, onBlock }: Props) {
  const grid = useRef<DataGridHandle>(null);
  const { filter, sort: order } = look;
  // biome-ignore lint/correctness/useExhaustiveDependencies: other rows are looked at from the first on
  useEffect(() => grid.current?.scrollToCell({ rowIdx: 0 }), [table, filter, order]);
  const widths = useMemo(() => new Map(look.columns.map(({ key, width }) => [key, width])), [look.columns]);
  const drawn = useMemo(
    () =>
      columns.map(
        (column): Column<Draft> => ({
          key: column.key,
          name: column.name,
          width: widths.get(column.key) ?? column.width,
          resizable: true,
          sortable: true,
          draggable: true,
          ...(column.type === 'number' ? { cellClass: styles.number } : {}),
          ...(column.field
            ? { renderEditCell: (props) => <Editor {...props} about={column} />, editable: (row: Draft) => !row.waits }
            : { cellClass: column.type === 'number' ? `${styles.number} ${styles.worked}` : styles.worked }),
          renderCell: ({ row }) =>
            row.waits ? <span className={styles.place} /> : <span dir="auto">{cellText(row.cells[column.key])}</span>,
        }),
      ),
    [columns, widths],
  );
  const change = (next: Draft[], { indexes }: { indexes: number[] }) => {
    const row = next[indexes[0] ?? -1];
    const before = rows[indexes[0] ?? -1];
    if (!row?.typed || !before) return;
    const { column, words } = row.typed;
    const parsed = cellFrom(table, column, words);
    if (!parsed.ok)
      return notifications.show({
        color: 'brick',
        title: `"${words}" was not kept`,
        message: `${column.name}: ${parsed.problem.sentence}`,
      });
    const { cell, value } = parsed.value;
    if (cellText(before.cells[column.key]) === cellText(cell)) return;
    onCell(before, column, cell, value);
  };
  const paste = ({ row, column }: CellPasteArgs<Draft>, event: React.ClipboardEvent<HTMLDivElement>): Draft => {
    const block = event.clipboardData.getData('text/plain');
    if (block !== '' && !row.waits)
      onBlock(
        row.id,
        columns.findIndex((one) => one.key === column.key),
        block,
      );
    return row;
  };
  const seen = ({ scrollTop, clientHeight }: { readonly scrollTop: number; readonly clientHeight: number }) => {
    const from = Math.floor(scrollTop / rowHeight);
    onView(from, Math.min(rows.length - 1, from + Math.ceil(clientHeight / rowHeight)));
  };
  const sort: SortColumn[] = look.sort
    ? [{ columnKey: look.sort.column, direction: look.sort.down ? 'DESC' : 'ASC' }]
    : [];
  return (
    <DataGrid<Draft>
      ref={grid}
      className={styles.grid ?? ''}
      aria-label="Catalogue"
      columns={drawn}
      rows={rows as readonly Draft[]}
      rowKeyGetter={(row) => row.id}
      rowHeight={rowHeight}
      headerRowHeight={headHeight}
      onScroll={({ currentTarget }) => seen(currentTarget)}
      sortColumns={sort}
      onSortColumnsChange={([first]) =>
        onLook({ sort: first ? { column: first.columnKey, down: first.direction === 'DESC' } : null })
      }
      onColumnResize={(column, width) =>
        onLook({
          columns: look.columns.map((one) => (one.key === column.key ? { ...one, width: Math.round(width) } : one)),
        })
      }
      onColumnsReorder={(source, target) => {
        const from = look.columns.findIndex((one) => one.key === source);
        const to = look.columns.findIndex((one) => one.key === target);
        const next = [...look.columns];
        next.splice(to, 0, ...next.splice(from, 1));
        onLook({ columns: next });
      }}
      onRowsChange={change}
      onCellPaste={paste}
      renderers={{
        renderSortStatus: ({ sortDirection }) => sortDirection && sortGlyphs[sortDirection],
      }}
    />
  );
}
