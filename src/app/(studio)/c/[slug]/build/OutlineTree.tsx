'use client';
import { type Announcements, closestCenter, DndContext, type DragEndEvent, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { type KeyboardEvent, useRef, useState } from 'react';
import { useDesk } from '../_course/CourseProvider';
import { useOutlineActions } from './actions';
import styles from './build.module.css';
import { OutlineRow, type RowFacts } from './OutlineRow';

/** The outline as a tree for pointer and keyboard: arrows walk, Enter adds, F2 renames, Alt with arrows moves. */
export function OutlineTree() {
  const { rows, state, store } = useDesk();
  const actions = useOutlineActions();
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const [renaming, setRenaming] = useState<{ id: string; isNew: boolean } | null>(null);
  const tree = useRef<HTMLDivElement>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );

  const flat: RowFacts[] = rows.flatMap((row): RowFacts[] => [
    { table: 'section', id: row.section.id, row, folded: folded.has(row.section.id) },
    ...(folded.has(row.section.id) ? [] : row.tiles.map((tile): RowFacts => ({ table: 'lesson', id: tile.lesson.id, tile, section: row.section }))),
  ]);
  const selectedId = state.selection?.id ?? flat[0]?.id;
  const titleOf = (id: unknown) => state.outline.lesson[String(id)]?.title ?? state.outline.section[String(id)]?.title ?? '';

  const focus = (id: string) => requestAnimationFrame(() => tree.current?.querySelector<HTMLElement>(`[data-row="${id}"]`)?.focus());
  const go = (facts: RowFacts | undefined) => {
    if (!facts) return;
    store.select({ table: facts.table, id: facts.id });
    focus(facts.id);
  };
  const fold = (id: string, on: boolean) => setFolded((now) => (on ? new Set([...now, id]) : new Set([...now].filter((one) => one !== id))));
  const add = () => {
    const id = actions.addLesson('reading');
    if (id) setRenaming({ id, isNew: true });
  };

  const onKey = (event: KeyboardEvent, facts: RowFacts) => {
    if (event.target !== event.currentTarget) return;
    const at = flat.findIndex((one) => one.id === facts.id);
    const act: { [key: string]: () => void } = {
      ArrowDown: () => (event.altKey ? move(1) : go(flat[at + 1])),
      ArrowUp: () => (event.altKey ? move(-1) : go(flat[at - 1])),
      ArrowRight: () => facts.table === 'section' && fold(facts.id, false),
      ArrowLeft: () => (facts.table === 'section' ? fold(facts.id, true) : go(flat.find((one) => one.id === facts.section.id))),
      Home: () => go(flat[0]),
      End: () => go(flat.at(-1)),
      Enter: add,
      F2: () => setRenaming({ id: facts.id, isNew: false }),
      Delete: () => {
        const next = actions.remove(facts.table, facts.id);
        if (next) focus(next.id);
      },
    };
    const move = (step: 1 | -1) => {
      actions.move(facts.table, facts.id, step);
      focus(facts.id);
    };
    const todo = act[event.key];
    if (!todo) return;
    event.preventDefault();
    todo();
  };

  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const from = flat.findIndex((one) => one.id === active.id);
    const to = flat.findIndex((one) => one.id === over.id);
    const [moved, target] = [flat[from], flat[to]];
    if (!moved || !target) return;
    const down = to > from;
    if (moved.table === 'section') {
      const sectionId = target.table === 'section' ? target.id : target.section.id;
      const sections = rows.map((row) => row.section.id);
      const before = down ? sections[sections.indexOf(sectionId) + 1] : sectionId;
      if (before !== moved.id) store.edit({ do: 'move-section', id: moved.id, before: before ?? null });
      return;
    }
    // Dropped on a section's line: into it from above, at the end of the one before from below.
    const behind = down || target.table === 'lesson' ? target : flat[to - 1];
    if (!behind) return;
    const sectionId = behind.table === 'section' ? behind.id : behind.section.id;
    const siblings = (rows.find((row) => row.section.id === sectionId)?.tiles ?? []).map((tile) => tile.lesson.id).filter((id) => id !== moved.id);
    const place = behind.table === 'section' ? 0 : siblings.indexOf(behind.id) + (down || target.table === 'section' ? 1 : 0);
    store.edit({ do: 'move-lessons', ids: [moved.id], sectionId, before: siblings[place] ?? null });
  };

  const announcements: Announcements = {
    onDragStart: ({ active }) => `Picked up ${titleOf(active.id)}. Move with the arrow keys, drop with Space, take back with Escape.`,
    onDragOver: ({ active, over }) => (over ? `${titleOf(active.id)} is over ${titleOf(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `${titleOf(active.id)} was dropped at ${titleOf(over.id)}.` : `${titleOf(active.id)} was put back.`),
    onDragCancel: ({ active }) => `${titleOf(active.id)} was put back.`,
  };

  if (rows.length === 0) {
    return (
      <div className={styles.empty}>
        <p>This course has no lessons yet.</p>
        <button type="button" className={styles.begin} onClick={add}>
          Make the first lesson
        </button>
      </div>
    );
  }
  return (
    <DndContext
      id="outline"
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{
        announcements,
        screenReaderInstructions: { draggable: 'Press Space to pick up, the arrow keys to move, Space to drop and Escape to put back.' },
      }}
    >
      <SortableContext items={flat.map((one) => one.id)} strategy={verticalListSortingStrategy}>
        <div ref={tree} role="tree" aria-label="Outline" className={styles.tree}>
          {flat.map((facts) => (
            <OutlineRow
              key={facts.id}
              facts={facts}
              selected={facts.id === state.selection?.id}
              tabbable={facts.id === selectedId}
              renaming={renaming?.id === facts.id ? renaming : null}
              onSelect={() => go(facts)}
              onKey={(event) => onKey(event, facts)}
              onFold={(on) => fold(facts.id, on)}
              onRename={() => setRenaming({ id: facts.id, isNew: false })}
              onRenamed={(next) => {
                setRenaming(null);
                if (next === 'another') add();
                else focus(facts.id);
              }}
            />
          ))}
        </div>
      </SortableContext>
    </DndContext>
  );
}
