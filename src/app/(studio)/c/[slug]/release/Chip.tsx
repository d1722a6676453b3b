'use client';
import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText } from '@/core/kernel/time';
import { isOpenAt, type Opening } from '@/core/release';
import { Tile } from '@/ui/tile/Tile';
import type { LessonTile } from '@/ui/tile/tiles';
import styles from './board.module.css';
import type { Move } from './use-move';

type Props = {
  readonly tile: LessonTile;
  readonly opening: Opening | undefined;
  /** Whether a rule of its own has been set by hand, for everybody or for the cohort looked at. */
  readonly byHand: boolean;
  readonly nowMs: number;
  readonly zone: string;
  readonly selected: boolean;
  readonly move: Move;
  readonly onSelect: () => void;
};

const steps: { readonly [key: string]: number } = { ArrowLeft: -1, ArrowRight: 1 };

/** A lesson on the board: dragged to another period, or picked up with Space and moved with the arrows. */
export function Chip({ tile, opening, byHand, nowMs, zone, selected, move, onSelect }: Props) {
  const { id, title } = tile.lesson;
  const { setNodeRef, listeners, isDragging } = useDraggable({ id, data: { title } });
  const isLifted = move.moved?.id === id;
  const isClosed = !isOpenAt(opening, nowMs);
  const onKey = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (event.key === ' ') isLifted ? move.drop() : move.pickUp(id, title);
    else if (isLifted && event.key === 'Escape') move.putBack();
    else if (isLifted && step !== undefined) move.step(step);
    else return;
    event.preventDefault();
  };
  const when = opening?.at ? `opens ${dateTimeText(opening.at, namesIn(zone))}` : 'opens once something has happened';
  return (
    <button
      ref={setNodeRef}
      type="button"
      className={styles.chip}
      data-closed={isClosed || undefined}
      data-lifted={isLifted || isDragging || undefined}
      data-by-hand={byHand || undefined}
      aria-pressed={selected}
      title={`${title} ${when}`}
      {...listeners}
      onKeyDown={onKey}
      onBlur={() => isLifted && !isDragging && move.putBack()}
      onClick={onSelect}
    >
      <Tile {...tile} label={title} wide selected={selected} />
      <span className="visually-hidden">
        , {when}
        {byHand ? ', set by hand' : ''}
      </span>
    </button>
  );
}
