'use client';
import { IconChevronDown, IconChevronRight, IconClock, IconGripVertical, IconLockOpen } from '@tabler/icons-react';
import { type KeyboardEvent, type MouseEvent, memo, useState } from 'react';
import { Tile, tileText } from '@/ui/tile/Tile';
import { PeopleHere } from '../_course/PeopleHere';
import { useOutlineActions } from './actions';
import styles from './build.module.css';
import { Holds, holdsText } from './Holds';
import { type RowFacts, titleOf } from './rows';

type Props = {
  readonly facts: RowFacts;
  /** Pixels from the top of the outline. */
  readonly top: number;
  readonly selected: boolean;
  readonly tabbable: boolean;
  readonly lifted: boolean;
  readonly faded: boolean;
  readonly renaming: { readonly isNew: boolean } | null;
  readonly opens: string;
  /** Nothing of its section comes below. */
  readonly last: boolean;
  readonly handlers: RowHandlers;
};
/** What comes after a title was typed; `nothing` where a new one got none. */
export type Renamed = 'stay' | 'another' | 'nothing';
export type RowHandlers = {
  readonly pick: (event: MouseEvent, facts: RowFacts) => void;
  readonly key: (event: KeyboardEvent, facts: RowFacts) => void;
  readonly fold: (id: string, folded: boolean) => void;
  readonly rename: (id: string) => void;
  readonly renamed: (id: string, next: Renamed) => void;
};

export const OutlineRow = memo(function OutlineRow(props: Props) {
  const { facts, top, selected, tabbable, lifted, faded, last, handlers } = props;
  const title = titleOf(facts);
  const words =
    facts.table === 'section'
      ? `Section ${facts.row.number}, ${title}, ${facts.row.tiles.length} lessons, ${facts.row.minutes} minutes`
      : `${facts.tile.number} ${title}, ${[tileText(facts.tile), `${facts.tile.minutes} minutes`, holdsText(facts.tile)].filter(Boolean).join(', ')}`;
  return (
    <div
      role="treeitem"
      aria-level={facts.table === 'section' ? 1 : 2}
      aria-selected={selected}
      aria-expanded={facts.table === 'section' ? !facts.folded : undefined}
      aria-label={words}
      data-row={facts.id}
      tabIndex={tabbable ? 0 : -1}
      className={facts.table === 'section' ? styles.section : styles.lesson}
      data-selected={selected || undefined}
      data-lifted={lifted || undefined}
      data-faded={faded || undefined}
      style={{ top }}
      data-last={last || undefined}
      onClick={(event) => handlers.pick(event, facts)}
      onDoubleClick={() => handlers.rename(facts.id)}
      onKeyDown={(event) => handlers.key(event, facts)}
    >
      <span className={styles.grip} aria-hidden="true" data-grip={facts.id}>
        <IconGripVertical size={14} />
      </span>
      {facts.table === 'section' ? <SectionCells {...props} facts={facts} /> : <LessonCells {...props} facts={facts} />}
    </div>
  );
});

function SectionCells({
  facts,
  renaming,
  handlers,
}: Props & { readonly facts: Extract<RowFacts, { table: 'section' }> }) {
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
          handlers.fold(row.section.id, !folded);
        }}
      >
        <Chevron size={16} />
      </button>
      <b className={styles.sectionNumber}>{row.number}</b>
      {renaming ? (
        <Rename
          table="section"
          id={row.section.id}
          title={row.section.title}
          isNew={renaming.isNew}
          onDone={(next) => handlers.renamed(facts.id, next)}
        />
      ) : (
        <b className={styles.name}>{row.section.title}</b>
      )}
      <PeopleHere place={row.section.id} />
      <b className={styles.total}>
        {row.tiles.length} {row.tiles.length === 1 ? 'lesson' : 'lessons'} · {row.minutes} min
      </b>
    </>
  );
}

function LessonCells({
  facts,
  renaming,
  opens,
  handlers,
}: Props & { readonly facts: Extract<RowFacts, { table: 'lesson' }> }) {
  const { tile } = facts;
  const Clock = opens === 'at start' ? IconLockOpen : IconClock;
  return (
    <>
      <span className={styles.number}>{tile.number}</span>
      <Tile {...tile} />
      {renaming ? (
        <Rename
          table="lesson"
          id={tile.lesson.id}
          title={tile.lesson.title}
          isNew={renaming.isNew}
          onDone={(next) => handlers.renamed(facts.id, next)}
        />
      ) : (
        <span className={styles.name}>
          {tile.lesson.title}
          {tile.lesson.state === 'planned' && <span className={styles.tag}>planned</span>}
          {tile.lesson.state !== 'planned' && tile.fill === 'draft' && (
            <span className={styles.tag} data-level="look">
              draft
            </span>
          )}
          {tile.lesson.state !== 'planned' && tile.fill === 'empty' && <span className={styles.tag}>empty</span>}
          {tile.settle > 0 && (
            <span className={styles.tag} data-level="settle">
              {tile.settle} to settle
            </span>
          )}
        </span>
      )}
      <Holds tile={tile} />
      <PeopleHere place={tile.lesson.id} />
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
  readonly onDone: (next: Renamed) => void;
};

/**
 * A title being typed. Enter keeps it, and after a new lesson makes the next one; Escape leaves it as it was. What is
 * new and gets no name goes away again.
 */
function Rename({ table, id, title, isNew, onDone }: RenameProps) {
  const actions = useOutlineActions();
  const [draft, setDraft] = useState(isNew ? '' : title);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (next: 'stay' | 'another') => {
    if (isNew && draft.trim() === '') return onDone('nothing');
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
          if (event.key === 'Enter') keep(isNew && table === 'lesson' && draft.trim() !== '' ? 'another' : 'stay');
          if (event.key === 'Escape') onDone(isNew ? 'nothing' : 'stay');
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
