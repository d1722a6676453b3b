import { type KeyboardEvent, type MouseEvent, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { Point } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { Picture } from '../QuestionShows';
import styles from '../work.module.css';
import type { AnswerProps } from './part';

const steps: { readonly [key: string]: readonly [x: number, y: number] } = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const within = (value: number) => Math.max(0, Math.min(1000, Math.round(value)));

/** Marks on a picture, set by pointer or keyboard; or the same by the names of its areas. */
export function Place({ shown: { picture, most, names }, answer, onAnswer }: AnswerProps<'place'>) {
  const frame = useRef<HTMLDivElement>(null);
  const { points = [], areas = [] } = answer ?? {};
  const give = (next: { points?: readonly Point[]; areas?: readonly string[] }) =>
    onAnswer({ points, areas, ...next }, 0);
  const isFull = points.length + areas.length >= most;
  const pins = () => [...(frame.current?.querySelectorAll<HTMLButtonElement>('button') ?? [])];
  const add = (point: Point) => {
    // Where one place is asked for, the next mark takes the place of the last one.
    if (isFull && points.length === 0) return;
    const next = isFull ? [...points.slice(0, -1), point] : [...points, point];
    flushSync(() => give({ points: next }));
    pins().at(-1)?.focus();
  };
  const onClick = (event: MouseEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    if (event.target instanceof HTMLButtonElement || box.width === 0) return;
    add({
      x: within(((event.clientX - box.left) / box.width) * 1000),
      y: within(((event.clientY - box.top) / box.height) * 1000),
    });
  };
  const onKeyDown = (event: KeyboardEvent, at: number) => {
    const point = points[at];
    if (!point) return;
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      flushSync(() => give({ points: points.toSpliced(at, 1) }));
      pins().at(-1)?.focus();
    }
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    const far = event.shiftKey ? 50 : 10;
    give({ points: points.with(at, { x: within(point.x + step[0] * far), y: within(point.y + step[1] * far) }) });
  };
  if (!picture) return <p className={controls.quiet}>There is no picture yet.</p>;
  return (
    <>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: a pointer's way; the buttons below are the other one */}
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: a pointer's way; the buttons below are the other one */}
      <div ref={frame} className={styles.pinned} onClick={onClick}>
        <Picture picture={picture} width={960} />
        {points.map((point, i) => (
          <button
            // biome-ignore lint/suspicious/noArrayIndexKey: a mark has no name but its place
            key={i}
            type="button"
            className={styles.pin}
            style={{ left: `${point.x / 10}%`, top: `${point.y / 10}%` }}
            aria-label={`Mark ${i + 1}, ${Math.round(point.x / 10)} % from the left, ${Math.round(point.y / 10)} % from the top. Arrows move it, Delete takes it away.`}
            onKeyDown={(event) => onKeyDown(event, i)}
          >
            {i + 1}
          </button>
        ))}
      </div>
      <p className={styles.pinning}>
        <button type="button" className={controls.button} disabled={isFull} onClick={() => add({ x: 500, y: 500 })}>
          Put a mark in the middle
        </button>
        <button
          type="button"
          className={controls.button}
          disabled={points.length === 0}
          onClick={() => give({ points: points.slice(0, -1) })}
        >
          Take the last mark away
        </button>
        <span className={controls.quiet} role="status">
          {points.length + areas.length} of {most} {most === 1 ? 'place' : 'places'} marked
        </span>
      </p>
      {names.length > 0 && (
        <details className={styles.hint} open={areas.length > 0 || undefined}>
          <summary>Choose by name instead</summary>
          {names.map(({ id, name }) => (
            <label key={id} className={styles.option}>
              <input
                type="checkbox"
                checked={areas.includes(id)}
                disabled={isFull && !areas.includes(id)}
                onChange={(event) =>
                  give({ areas: event.currentTarget.checked ? [...areas, id] : areas.filter((one) => one !== id) })
                }
              />
              {name}
            </label>
          ))}
        </details>
      )}
    </>
  );
}
