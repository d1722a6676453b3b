'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Badge } from '@mantine/core';
import { IconChevronDown, IconChevronRight, IconClock, IconGripVertical, IconLockOpen } from '@tabler/icons-react';
import { type KeyboardEvent, useState } from 'react';
import type { Section } from '@/core/outline';
import { Tile, tileText } from '@/ui/tile/Tile';
import type { LessonTile, SectionTiles } from '@/ui/tile/tiles';
import { useDesk } from '../_course/CourseProvider';
import { useOutlineActions } from './actions';
import styles from './build.module.css';

export type RowFacts =
  | { readonly table: 'section'; readonly id: string; readonly row: SectionTiles; readonly folded: boolean }
  | { readonly table: 'lesson'; readonly id: string; readonly tile: LessonTile; readonly section: Section };

type Props = {
  readonly facts: RowFacts;
  readonly selected: boolean;
  readonly tabbable: boolean;
  readonly renaming: { readonly isNew: boolean } | null;
  readonly onSelect: () => void;
  readonly onKey: (event: KeyboardEvent) => void;
  readonly onFold: (folded: boolean) => void;
  readonly onRename: () => void;
  readonly onRenamed: (next: 'stay' | 'another') => void;
};

export function OutlineRow(props: Props) {
  const { facts, selected, tabbable, renaming, onSelect, onKey, onRename } = props;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: facts.id,
    disabled: renaming !== null,
  });
  const title = facts.table === 'section' ? facts.row.section.title : facts.tile.lesson.title;
  const { role: _role, tabIndex: _tabIndex, ...dragAttributes } = attributes;
  const words =
    facts.table === 'section'
      ? `Section ${facts.row.number}, ${title}, ${facts.row.tiles.length} lessons, ${facts.row.minutes} minutes`
      : `${facts.tile.number} ${title}, ${tileText(facts.tile)}, ${facts.tile.minutes} minutes`;
  return (
    <div
      ref={setNodeRef}
      role="treeitem"
      aria-level={facts.table === 'section' ? 1 : 2}
      aria-selected={selected}
      aria-expanded={facts.table === 'section' ? !facts.folded : undefined}
      aria-label={words}
      data-row={facts.id}
      tabIndex={tabbable ? 0 : -1}
      className={facts.table === 'section' ? styles.section : styles.lesson}
      data-selected={selected || undefined}
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      onClick={onSelect}
      onDoubleClick={onRename}
      onKeyDown={onKey}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={styles.grip}
        aria-label={`Move ${title}`}
        tabIndex={tabbable ? 0 : -1}
        {...dragAttributes}
        {...listeners}
        onClick={(event) => event.stopPropagation()}
      >
        <IconGripVertical size={14} />
      </button>
      {facts.table === 'section' ? <SectionCells {...props} facts={facts} /> : <LessonCells {...props} facts={facts} />}
    </div>
  );
}

function SectionCells({ facts, renaming, onFold, onRenamed }: Props & { readonly facts: Extract<RowFacts, { table: 'section' }> }) {
  const { row, folded } = facts;
  const Chevron = folded ? IconChevronRight : IconChevronDown;
  return (
    <>
      <button
        type="button"
        className={styles.fold}
        aria-label={folded ? `Unfold ${row.section.title}` : `Fold ${row.section.title}`}
        tabIndex={-1}
        onClick={(event) => {
          event.stopPropagation();
          onFold(!folded);
        }}
      >
        <Chevron size={16} />
      </button>
      <b className={styles.sectionNumber}>{row.number}</b>
      {renaming ? (
        <Rename table="section" id={row.section.id} title={row.section.title} isNew={false} onDone={onRenamed} />
      ) : (
        <b className={styles.name}>{row.section.title}</b>
      )}
      <b className={styles.total}>
        {row.tiles.length} {row.tiles.length === 1 ? 'lesson' : 'lessons'} · {row.minutes} min
      </b>
    </>
  );
}

function LessonCells({ facts, renaming, onRenamed }: Props & { readonly facts: Extract<RowFacts, { table: 'lesson' }> }) {
  const { tile } = facts;
  const opens = useDesk().opens.get(tile.lesson.id) ?? '';
  const Clock = opens === 'at start' ? IconLockOpen : IconClock;
  return (
    <>
      <span className={styles.number}>{tile.number}</span>
      <Tile {...tile} />
      {renaming ? (
        <Rename table="lesson" id={tile.lesson.id} title={tile.lesson.title} isNew={renaming.isNew} onDone={onRenamed} />
      ) : (
        <span className={styles.name}>
          {tile.lesson.title}
          {tile.lesson.state === 'planned' && (
            <Badge className={styles.tag} variant="default">
              planned
            </Badge>
          )}
          {tile.lesson.state !== 'planned' && tile.fill === 'draft' && (
            <Badge className={styles.tag} color="saffron" variant="light">
              draft
            </Badge>
          )}
          {tile.lesson.state !== 'planned' && tile.fill === 'empty' && (
            <Badge className={styles.tag} variant="default">
              empty
            </Badge>
          )}
          {tile.settle > 0 && (
            <Badge className={styles.tag} color="brick" variant="light">
              {tile.settle} to settle
            </Badge>
          )}
        </span>
      )}
      <span className={styles.opens}>
        <Clock size={14} stroke={1.75} aria-hidden="true" /> {opens}
      </span>
      <span className={styles.minutes}>{tile.minutes} min</span>
    </>
  );
}

type RenameProps = {
  readonly table: 'section' | 'lesson';
  readonly id: string;
  readonly title: string;
  readonly isNew: boolean;
  readonly onDone: (next: 'stay' | 'another') => void;
};

/** A title being typed. Enter keeps it, and after a new lesson makes the next one; Escape leaves it as it was. */
function Rename({ table, id, title, isNew, onDone }: RenameProps) {
  const actions = useOutlineActions();
  const [draft, setDraft] = useState(isNew ? '' : title);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (next: 'stay' | 'another') => {
    if (isNew && draft.trim() === '') return onDone('stay');
    const renamed = actions.rename(table, id, draft);
    if (renamed.ok) onDone(next);
    else setProblem(renamed.problem.sentence);
  };
  return (
    <span className={styles.rename}>
      <input
        // biome-ignore lint/a11y/noAutofocus: the person has just asked to type here
        autoFocus
        aria-label="Title"
        aria-invalid={problem !== null}
        placeholder={isNew ? title : undefined}
        value={draft}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => {
          setDraft(event.currentTarget.value);
          setProblem(null);
        }}
        onClick={(event) => event.stopPropagation()}
        onDoubleClick={(event) => event.stopPropagation()}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') keep(isNew && draft.trim() !== '' ? 'another' : 'stay');
          if (event.key === 'Escape') onDone('stay');
        }}
        onBlur={() => keep('stay')}
      />
      {problem && (
        <span role="alert" className={styles.renameProblem}>
          {problem}
        </span>
      )}
    </span>
  );
}
