'use client';
import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { Button, Select } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';
import { type LessonState, lessonStates, mediumNames } from '@/core/outline';
import { newId } from '@/ui/ids';
import { kinds } from '@/ui/tile/kinds';
import { Tile, tileText } from '@/ui/tile/Tile';
import type { LessonTile } from '@/ui/tile/tiles';
import { useDesk } from '../../_course/CourseProvider';
import { Workbench } from '../../_course/Workbench';
import { Inspector } from '../../_inspector/Inspector';
import { PlanTabs } from '../PlanTabs';
import styles from './board.module.css';

const stateNames: Record<LessonState, string> = { planned: 'Planned', draft: 'In work', ready: 'Ready' };
const shown = 40;

/** What a lesson is made as: its media where it has any, otherwise its kind. */
const madeAs = ({ lesson }: LessonTile): readonly string[] =>
  lesson.mediums.length > 0 ? lesson.mediums.map((one) => mediumNames[one]) : [kinds[lesson.kind].name];

/** Lessons by how far they are and by what they are made as: for whoever records three films in one afternoon. */
export default function BoardPage() {
  const { rows, store } = useDesk();
  const [medium, setMedium] = useState<string | null>(null);
  const tiles = rows.flatMap((row) => row.tiles);
  const all = [...new Set(tiles.flatMap(madeAs))].sort();
  const chosen = medium === null ? tiles : tiles.filter((tile) => madeAs(tile).includes(medium));
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const move = (id: string, state: LessonState) => {
    const { outline } = store.get();
    const lesson = outline.lesson[id];
    if (!lesson || lesson.state === state) return;
    // What was only planned is begun, which makes it of the kind its medium asks for.
    if (lesson.state === 'planned' && lesson.mediums.length > 0) {
      store.edit({ do: 'make-real', lessonIds: [id], ids: lesson.mediums.slice(1).map(() => newId()) });
      if (state === 'draft') return;
    }
    store.edit({ do: 'set', table: 'lesson', id, fields: { state } });
  };
  return (
    <Workbench inspector={<Inspector />}>
      <PlanTabs />
      <div className={styles.bar}>
        <Select
          aria-label="Made as"
          placeholder="Made as anything"
          clearable
          clearButtonProps={{ 'aria-label': 'Made as anything' }}
          value={medium}
          data={all.map((name) => ({
            value: name,
            label: `${name} (${tiles.filter((tile) => madeAs(tile).includes(name)).length})`,
          }))}
          onChange={setMedium}
        />
        <span className={styles.quiet}>Drag a card to another column, or press Alt with an arrow key on it.</span>
      </div>
      <DndContext
        id="board"
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          const state = lessonStates.find((one) => one === over?.id);
          if (state) move(String(active.id), state);
        }}
      >
        <div className={styles.board}>
          {lessonStates.map((state) => (
            <Column
              key={state}
              state={state}
              tiles={chosen.filter((tile) => tile.lesson.state === state)}
              onMove={move}
            />
          ))}
        </div>
      </DndContext>
    </Workbench>
  );
}

type ColumnProps = {
  readonly state: LessonState;
  readonly tiles: readonly LessonTile[];
  readonly onMove: (id: string, state: LessonState) => void;
};

function Column({ state, tiles, onMove }: ColumnProps) {
  const { setNodeRef, isOver } = useDroppable({ id: state });
  const [all, setAll] = useState(false);
  const minutes = tiles.reduce((total, tile) => total + tile.minutes, 0);
  return (
    <section ref={setNodeRef} className={styles.column} data-over={isOver || undefined} aria-label={stateNames[state]}>
      <h2>
        {stateNames[state]}{' '}
        <span className={styles.quiet}>
          {tiles.length} · {minutes} min
        </span>
      </h2>
      {tiles.length === 0 && <p className={styles.none}>Nothing here.</p>}
      <ul>
        {tiles.slice(0, all ? undefined : shown).map((tile) => (
          <Card key={tile.lesson.id} tile={tile} onMove={onMove} />
        ))}
      </ul>
      {tiles.length > shown && !all && (
        <Button variant="subtle" color="gray" size="compact-sm" onClick={() => setAll(true)}>
          Show all {tiles.length}
        </Button>
      )}
    </section>
  );
}

const steps: { readonly [key: string]: number } = { ArrowRight: 1, ArrowLeft: -1 };

function Card({ tile, onMove }: { readonly tile: LessonTile; readonly onMove: ColumnProps['onMove'] }) {
  const { state, store } = useDesk();
  const { lesson } = tile;
  const { attributes: _attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: lesson.id });
  const onKey = (event: KeyboardEvent) => {
    const step = steps[event.key] ?? 0;
    const next = lessonStates[lessonStates.indexOf(lesson.state) + step];
    if (!event.altKey || step === 0 || !next) return;
    event.preventDefault();
    onMove(lesson.id, next);
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-card="${lesson.id}"]`)?.focus());
  };
  return (
    <li>
      <button
        type="button"
        ref={setNodeRef}
        {...listeners}
        data-card={lesson.id}
        className={styles.card}
        data-selected={state.marked.has(lesson.id) || undefined}
        data-dragging={isDragging || undefined}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
        aria-label={`${tile.number} ${lesson.title}: ${tileText(tile)}, ${stateNames[lesson.state]}, ${madeAs(tile).join(', ')}`}
        onClick={() => store.select({ table: 'lesson', id: lesson.id })}
        onKeyDown={onKey}
      >
        <Tile {...tile} />
        <span className={styles.words}>
          <b>{lesson.title}</b>
          {lesson.asks && <span>{lesson.asks}</span>}
          <span className={styles.quiet}>
            {tile.number} · {madeAs(tile).join(', ')} · {tile.minutes} min
          </span>
        </span>
      </button>
    </li>
  );
}
