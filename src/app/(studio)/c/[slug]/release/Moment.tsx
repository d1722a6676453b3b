'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import styles from './board.module.css';

type Props = {
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly text: string;
  readonly onMove: (at: number) => void;
  /** The moment a step away from the one looked at. */
  readonly stepped: (step: Step) => number;
  /** Pixels left free at either end. */
  readonly inset: number;
  readonly end: number;
};

const halfHour = 1_800_000;
/** Steps on the calendar and the clock of the learner, so that a week later is the same time of day. */
export type Step = { readonly hours?: number; readonly days?: number };
const steps: { [key: string]: Step } = {
  ArrowLeft: { hours: -1 },
  ArrowRight: { hours: 1 },
  ArrowDown: { days: -1 },
  ArrowUp: { days: 1 },
  PageDown: { days: -7 },
  PageUp: { days: 7 },
};

/** The moment looked at: dragged along the weeks, or moved by an hour, a day or a week with the keys. */
export function Moment({ from, to, at, text, onMove, stepped, inset, end }: Props) {
  const rail = useRef<HTMLDivElement>(null);
  const place = (event: PointerEvent) => {
    const box = rail.current?.getBoundingClientRect();
    if (!box || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const share = Math.min(1, Math.max(0, (event.clientX - box.left) / box.width));
    // To the half hour, so that the line stands on times people mean.
    onMove(Math.round((from + share * (to - from)) / halfHour) * halfHour);
  };
  const onKey = (event: KeyboardEvent) => {
    const step = steps[event.key];
    const ends: { readonly [key: string]: number } = { Home: from, End: to };
    const wanted = ends[event.key] ?? (step && stepped(step));
    if (wanted === undefined) return;
    event.preventDefault();
    onMove(Math.min(to - 1, Math.max(from, wanted)));
  };
  return (
    <div ref={rail} className={styles.rail} style={{ insetInlineStart: inset, insetInlineEnd: end }}>
      <div
        role="slider"
        tabIndex={0}
        aria-label="Moment looked at"
        aria-valuemin={from}
        aria-valuemax={to}
        aria-valuenow={at}
        aria-valuetext={text}
        className={styles.moment}
        data-end={(at - from) / (to - from) > 0.8 || undefined}
        style={{ left: `${((at - from) / (to - from)) * 100}%` }}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={place}
        onKeyDown={onKey}
      >
        <span>{text}</span>
      </div>
    </div>
  );
}
