import 'react-data-grid/lib/styles.css';
import { useMemo } from 'react';
import { type CellPasteArgs, type Column, DataGrid, type RenderEditCellProps } from 'react-data-grid';
import { pointsIn, wholeItem } from '@/core/gradebook';
import { typedNumber } from '@/core/kernel/decimal';
import { divide, pointsText, rational, toShort } from '@/core/kernel/exact';
import type { GradeRow } from '@/server/gradebook';
import { Tile } from '@/ui/tile/Tile';
import styles from './grades.module.css';
import type { GradeItemShown } from './items';

/** A row as it is shown: with its grade by the rules that hold, and by those on trial. */
export type ShownGrade = GradeRow & {
  readonly now: string;
  readonly trial: string | null;
  readonly change: 'passes' | 'fails' | 'moves' | null;
  /** How much more or less it is on trial, in percent: `+7.5`. */
  readonly by: string;
  readonly typed?: { readonly itemId: string; readonly words: string };
  /** What was typed into its cells and could not be entered, by item. */
  readonly left: { readonly [itemId: string]: string } | undefined;
};
type Props = {
  readonly rows: readonly ShownGrade[];
  readonly items: readonly GradeItemShown[];
  /** Where each item stands in the rows; -1 for one that is only on trial. */
  readonly places: readonly number[];
  readonly trialItems: readonly GradeItemShown[] | null;
  readonly mayEnter: boolean;
  onSelect(learnerId: string, itemId: string | null): void;
  onWeight(itemId: string, weight: number): void;
  onEnter(learnerId: string, itemId: string, words: string): void;
  /** A block of cells put down from one on. */
  onBlock(learnerId: string, itemId: string, block: string): void;
};

const waitingText = { waiting: 'to mark', missing: '–', due: '0', hidden: '–', excused: 'excused' } as const;

/** What stands in a cell: points as they were earned or entered. */
export function cellText(row: GradeRow, at: number): string {
  const state = row.states[at] ?? 'missing';
  if (state !== 'points') return waitingText[state];
  return toShort(divide(pointsIn(row, at), rational(1000)));
}

function Editor({ row, column, onRowChange, onClose }: RenderEditCellProps<ShownGrade>) {
  const known = row.decided[column.key];
  const words =
    row.typed?.words ??
    row.left?.[column.key] ??
    (known?.kind === 'points' ? pointsText(known.points ?? 0) : (known?.kind ?? ''));
  return (
    <input
      className={styles.editor}
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to change this cell
      autoFocus
      aria-label={`Points of ${row.name}`}
      value={words}
      onFocus={(event) => event.currentTarget.select()}
      onChange={(event) =>
        onRowChange({ ...row, typed: { itemId: column.key, words: event.currentTarget.value } }, false)
      }
      onBlur={() => onClose(true, false)}
    />
  );
}

/** Beside what stands in a cell: what was typed there and is not entered. It is there again when the cell is opened. */
const Left = ({ words }: { readonly words: string | undefined }) =>
  words !== undefined && (
    <span className={styles.left} title="Not entered: open the cell to go on">
      {words}
    </span>
  );

const changeText = { passes: '↑ passes', fails: '↓ fails', moves: '' } as const;

/** Everybody by everything: a table that is written in like a spreadsheet. */
export function GradesGrid({ rows, items, places, trialItems, mayEnter, ...on }: Props) {
  const columns = useMemo((): Column<ShownGrade>[] => {
    const editable = mayEnter && trialItems === null;
    return [
      {
        ...{ key: 'name', name: 'Learner', frozen: true, width: 200, resizable: true },
        renderCell: ({ row }) => <bdi>{row.name}</bdi>,
      },
      {
        ...{ key: wholeItem, name: trialItems ? 'Now' : 'Grade', frozen: true, width: 110, resizable: true },
        ...(editable && { renderEditCell: Editor }),
        editable,
        renderCell: ({ row }) => (
          <b title={row.whole === null ? undefined : row.decided[wholeItem]?.reason}>
            {row.now}
            {row.whole !== null && ' ✎'} <Left words={row.left?.[wholeItem]} />
          </b>
        ),
      },
      ...(trialItems
        ? [
            {
              ...{ key: 'trial', name: 'On trial', frozen: true, width: 170, resizable: true },
              renderCell: ({ row }: { readonly row: ShownGrade }) => (
                <span className={styles.trial} data-change={row.change ?? undefined}>
                  <b>{row.trial ?? '…'}</b> {row.by} {row.change && changeText[row.change]}
                </span>
              ),
            },
          ]
        : []),
      ...(trialItems ?? items).map((item, i): Column<ShownGrade> => {
        const at = trialItems ? (places[i] ?? -1) : i;
        const before = items.find(({ id }) => id === item.id);
        return {
          ...{ key: item.id, name: item.title, width: 124, resizable: true },
          ...(editable && { renderEditCell: Editor }),
          editable,
          cellClass: styles.number,
          renderHeaderCell: () => (
            <Head item={item} before={before} onTrial={trialItems !== null} onWeight={on.onWeight} />
          ),
          renderCell: ({ row }) => {
            const state = at < 0 ? 'missing' : (row.states[at] ?? 'missing');
            return (
              <span data-state={state} className={styles.cell}>
                {at < 0 ? '–' : cellText(row, at)}
                {row.decided[item.id] && <span title={row.decided[item.id]?.reason}> ✎</span>}{' '}
                <Left words={row.left?.[item.id]} />
              </span>
            );
          },
        };
      }),
    ];
  }, [items, places, trialItems, mayEnter, on.onWeight]);
  const paste = ({ row, column }: CellPasteArgs<ShownGrade>, event: React.ClipboardEvent<HTMLDivElement>) => {
    const block = event.clipboardData.getData('text/plain');
    if (block !== '' && mayEnter && trialItems === null) on.onBlock(row.learnerId, column.key, block);
    return row;
  };
  return (
    <DataGrid<ShownGrade>
      className={styles.grid ?? ''}
      aria-label="Gradebook"
      columns={columns}
      rows={rows}
      rowKeyGetter={(row) => row.learnerId}
      rowHeight={34}
      headerRowHeight={trialItems ? 112 : 84}
      rowClass={({ change }) => (change === null ? undefined : styles[change])}
      onSelectedCellChange={({ row, column }) =>
        row && on.onSelect(row.learnerId, isItemKey(column.key) ? column.key : null)
      }
      onRowsChange={(next, { indexes }) => {
        const row = next[indexes[0] ?? -1];
        if (row?.typed) on.onEnter(row.learnerId, row.typed.itemId, row.typed.words);
      }}
      onCellPaste={paste}
    />
  );
}
const isItemKey = (key: string) => key !== 'name' && key !== 'trial';

function Head({
  item,
  before,
  onTrial,
  onWeight,
}: {
  readonly item: GradeItemShown;
  readonly before: GradeItemShown | undefined;
  readonly onTrial: boolean;
  onWeight(itemId: string, weight: number): void;
}) {
  const isOther = before !== undefined && before.weight !== item.weight;
  return (
    <span className={styles.head}>
      {item.kind && <Tile kind={item.kind} fill="ready" settle={0} look={0} />}
      <span className={styles.title} title={item.title}>
        {item.number} {item.title}
      </span>
      <span className={styles.quiet}>
        of {pointsText(item.of)} · weight {isOther && <s>{before.weight}</s>} {!onTrial && item.weight}
        {onTrial && (
          <input
            className={styles.weight}
            inputMode="numeric"
            aria-label={`Weight of ${item.title} on trial`}
            defaultValue={item.weight}
            key={item.weight}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === 'Enter') event.currentTarget.blur();
            }}
            onBlur={({ currentTarget }) => {
              const typed = typedNumber(currentTarget.value);
              const weight = typed.ok ? typed.value : -1;
              if (Number.isInteger(weight) && weight >= 0 && weight <= 1_000_000) onWeight(item.id, weight);
              else currentTarget.value = String(item.weight);
            }}
          />
        )}
      </span>
    </span>
  );
}
