import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Button, Checkbox } from '@mantine/core';
import { IconGripVertical, IconPlus, IconX } from '@tabler/icons-react';
import { type ClipboardEvent, type KeyboardEvent, type ReactNode, useId, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { Result } from '@/core/kernel/problem';
import { NumberField } from '@/ui/fields/fields';
import styles from '../assess.module.css';

/** What a row and its fields are known by in the page. */
const row = 'data-row';
const firstField = 'input:not([type="checkbox"]):not([type="radio"])';

type PartsProps = {
  readonly legend: string;
  /** Ids of the rows, in their order. */
  readonly ids: readonly string[];
  readonly onMove: (from: number, to: number) => void;
  /** Several lines pasted into the first field of a row: the first goes there, the others into rows behind it. */
  readonly onLines?: (at: number, lines: readonly string[]) => void;
  readonly add: ReactNode;
  readonly children: ReactNode;
};

/**
 * The parts of a question of one sort, in order. Enter goes to the next one, or makes it; with Ctrl it marks what is
 * right. Rows are moved by their grips, by pointer and keyboard, and with Alt and the arrows.
 */
export function Parts({ legend, ids, onMove, onLines, add, children }: PartsProps) {
  const frame = useRef<HTMLFieldSetElement>(null);
  const dnd = useId();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const rows = () => [...(frame.current?.querySelectorAll(`[${row}]`) ?? [])];
  // At once, not with the next frame: who types on without a pause would still write into the field before.
  const focus = (at: number) => rows().at(at)?.querySelector<HTMLInputElement>(firstField)?.focus();
  const onKeyDown = (event: KeyboardEvent) => {
    const own = event.target instanceof HTMLInputElement ? event.target.closest(`[${row}]`) : null;
    const at = own ? rows().indexOf(own) : -1;
    if (!own || at < 0 || event.nativeEvent.isComposing) return;
    if (event.key === 'Enter' && event.target instanceof HTMLInputElement && event.target.matches(firstField)) {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) own.querySelector<HTMLInputElement>('[data-right]')?.click();
      else if (at < ids.length - 1) focus(at + 1);
      else {
        flushSync(() => frame.current?.querySelector<HTMLButtonElement>('[data-add]')?.click());
        focus(-1);
      }
    }
    const to = event.key === 'ArrowUp' ? at - 1 : at + 1;
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      if (to < 0 || to >= ids.length) return;
      flushSync(() => onMove(at, to));
      focus(to);
    }
  };
  const onPaste = (event: ClipboardEvent) => {
    const lines = event.clipboardData
      .getData('text/plain')
      .split(/\r\n|[\r\n]/)
      .filter((line) => line.trim() !== '');
    const own = event.target instanceof HTMLInputElement ? event.target.closest(`[${row}]`) : null;
    if (!onLines || !own || lines.length < 2 || own.querySelector(firstField) !== event.target) return;
    event.preventDefault();
    onLines(
      rows().indexOf(own),
      lines.map((line) => line.trim()),
    );
  };
  return (
    <fieldset ref={frame} className={styles.options} onKeyDown={onKeyDown} onPaste={onPaste}>
      <legend>{legend}</legend>
      <DndContext
        id={dnd}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id ?? ''))];
          if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
        }}
      >
        <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
          {children}
        </SortableContext>
      </DndContext>
      {add}
    </fieldset>
  );
}

/** A list with one of its things in another place. */
export const moved = <T,>(list: readonly T[], from: number, to: number): T[] => {
  const [thing] = list.slice(from, from + 1);
  return thing === undefined ? [...list] : list.toSpliced(from, 1).toSpliced(to, 0, thing);
};

type RowProps = {
  readonly id: string;
  /** What it is called, where it is moved and taken away: `item 2`. */
  readonly name: string;
  /** How wide its fields are, as columns of a grid; one field by itself. */
  readonly columns?: string;
  readonly onRemove: () => void;
  /** What stands below its fields, over their whole width. */
  readonly below?: ReactNode;
  readonly children: ReactNode;
};

/** One part of a question among others of its sort, with the ways to move it and to take it away. */
export function PartRow({ id, name, columns = '1fr', onRemove, below, children }: RowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      {...{ [row]: id }}
      className={styles.form}
      style={{
        gridTemplateColumns: `auto ${columns} auto`,
        transform: CSS.Translate.toString(transform),
        transition,
      }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={styles.grip}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
      >
        <IconGripVertical size={15} />
      </button>
      {children}
      <ActionIcon variant="subtle" color="gray" aria-label={`Remove ${name}`} onClick={onRemove}>
        <IconX size={15} />
      </ActionIcon>
      {below && <div className={styles.belowRow}>{below}</div>}
    </div>
  );
}

/** Adds one more part. */
export const AddPart = ({ onAdd, children }: { readonly onAdd: () => void; readonly children: string }) => (
  <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={14} />} onClick={onAdd} data-add>
    {children}
  </Button>
);

type Closeness = { readonly matchCase: boolean; readonly slips: number };

/** How closely what is typed has to be what is accepted. */
export const ClosenessFields = ({
  value,
  onSave,
}: {
  readonly value: Closeness;
  readonly onSave: (part: Partial<Closeness>) => Result<unknown>;
}) => (
  <div className={styles.two}>
    <NumberField label="Slips forgiven" value={value.slips} onSave={(slips) => onSave({ slips: slips ?? 0 })} />
    <Checkbox
      className={styles.matchCase ?? ''}
      label="Large and small letters have to match"
      checked={value.matchCase}
      onChange={(event) => onSave({ matchCase: event.currentTarget.checked })}
    />
  </div>
);
