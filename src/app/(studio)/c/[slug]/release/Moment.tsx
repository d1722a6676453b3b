'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import styles from './board.module.css';

type Props = {
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly text: string;
  readonly onMove: (at: number) => void;
  readonly inset: number;
};

const hour = 3_600_000;
const steps: { [key: string]: number } = {
  ArrowLeft: -hour,
  ArrowRight: hour,
  ArrowDown: -24 * hour,
  ArrowUp: 24 * hour,
  PageDown: -7 * 24 * hour,
  PageUp: 7 * 24 * hour,
};

/** The moment looked at: dragged along the weeks, or moved by an hour, a day or a week with the keys. */
export function Moment({ from, to, at, text, onMove, inset }: Props) {
  const rail = useRef<HTMLDivElement>(null);
  const place = (event: PointerEvent) => {
    const box = rail.current?.getBoundingClientRect();
    if (!box || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const share = Math.min(1, Math.max(0, (event.clientX - box.left) / box.width));
    // To the half hour, so that the line stands on times people mean.
    onMove(Math.round((from + share * (to - from)) / (hour / 2)) * (hour / 2));
  };
  const onKey = (event: KeyboardEvent) => {
    const wanted = event.key === 'Home' ? from : event.key === 'End' ? to : steps[event.key] === undefined ? null : at + (steps[event.key] ?? 0);
    if (wanted === null) return;
    event.preventDefault();
    onMove(Math.min(to - 1, Math.max(from, wanted)));
  };
  return (
    <div ref={rail} className={styles.rail} style={{ insetInlineStart: inset }}>
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
