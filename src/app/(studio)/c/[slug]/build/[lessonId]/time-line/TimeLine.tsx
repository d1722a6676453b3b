'use client';
import { ActionIcon, Tooltip } from '@mantine/core';
import { IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from 'react';
import { clockTime } from '@/core/kernel/clock-time';
import type { MediaFacts } from '@/core/media';
import { type Chapter, chapterSpans, type Lesson, type Moment, type Question } from '@/core/outline';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../../_course/CourseProvider';
import { type DeskPlayer, usePlayerAt } from '../use-player';
import { type Chosen, changeChapter, changeMoment } from './points';
import { Strip } from './Strip';
import styles from './time-line.module.css';
import { Wave } from './Wave';

type Props = {
  readonly lesson: Lesson;
  readonly media: MediaFacts;
  /** Milliseconds. */
  readonly length: number;
  readonly chapters: readonly Chapter[];
  readonly checkpoints: readonly (Question & { readonly moment: Moment })[];
  readonly chosen: Chosen | null;
  readonly onChoose: (chosen: Chosen) => void;
  readonly player: DeskPlayer;
};

/** What is being moved, and where it is so far: it is set when it is let go. */
type Moving = { readonly id: string; readonly edge: 'at' | 'from' | 'to'; readonly at: number };

const zooms = [1, 2, 4, 8, 16, 32];
const frameMs = 40;
const stepMs = 1000;
const directions: { readonly [key: string]: number } = { ArrowLeft: -1, ArrowRight: 1 };
/** Steps between marks of the ruler, milliseconds: the first that leaves room for its words. */
const rulerSteps = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800, 3600].map((seconds) => seconds * 1000);
const leastMarkPx = 90;

/** A tile is a chapter, as wide as it is long; a checkpoint hangs from its moment, joined to its passage. */
export function TimeLine({ lesson, media, length, chapters, checkpoints, chosen, onChoose, player }: Props) {
  const { store } = useDesk();
  const [zoom, setZoom] = useState(1);
  const [width, setWidth] = useState(0);
  const [moving, setMoving] = useState<Moving | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const inner = useRef<HTMLDivElement>(null);

  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const whole = width * zoom;
  // What is looked at stays where it is while the rest grows or shrinks.
  const zoomTo = (next: number) => {
    setZoom(next);
    requestAnimationFrame(() => {
      const element = scroller.current;
      if (element) element.scrollLeft = (player.at() / length) * width * next - width / 2;
    });
  };
  const share = (ms: number) => `${(Math.min(ms, length) / length) * 100}%`;
  const momentAt = (clientX: number) => {
    const box = inner.current?.getBoundingClientRect();
    if (!box || box.width === 0) return 0;
    return Math.round(Math.min(1, Math.max(0, (clientX - box.left) / box.width)) * length);
  };
  const stands = (id: string, edge: Moving['edge'], at: number) =>
    moving?.id === id && moving.edge === edge ? moving.at : at;

  const setPoint = useCallback(
    (table: Chosen['table'], { id, edge, at }: Moving) => {
      if (table === 'chapter') return store.edit(changeChapter(lesson, id, { at }));
      const question = checkpoints.find((one) => one.id === id);
      if (!question) return;
      const { passage } = question.moment;
      if (edge === 'at') store.edit(changeMoment(question, { at }));
      else if (passage) store.edit(changeMoment(question, { passage: { ...passage, [edge]: at } }));
    },
    [store, lesson, checkpoints],
  );

  /** What a handle on the line does: dragged, or moved by the arrow keys, a frame or with Shift a second. */
  const handle = (table: Chosen['table'], id: string, edge: Moving['edge'], value: number, name: string) => ({
    type: 'button' as const,
    role: 'slider',
    'aria-label': name,
    'aria-valuemin': 0,
    'aria-valuemax': length,
    'aria-valuenow': stands(id, edge, value),
    'aria-valuetext': clockTime(stands(id, edge, value)),
    onPointerDown(event: PointerEvent<HTMLButtonElement>) {
      event.currentTarget.setPointerCapture(event.pointerId);
      onChoose({ table, id });
      setMoving({ id, edge, at: value });
    },
    onPointerMove(event: PointerEvent<HTMLButtonElement>) {
      if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
      const at = momentAt(event.clientX);
      setMoving({ id, edge, at });
      player.goTo(at);
    },
    onPointerUp(event: PointerEvent<HTMLButtonElement>) {
      event.currentTarget.releasePointerCapture(event.pointerId);
      if (moving && moving.at !== value) setPoint(table, moving);
      setMoving(null);
    },
    onPointerCancel: () => setMoving(null),
    onKeyDown(event: KeyboardEvent) {
      const direction = directions[event.key];
      if (event.key === 'Escape') return setMoving(null);
      if (direction === undefined) return;
      event.preventDefault();
      const at = Math.min(length, Math.max(0, value + direction * (event.shiftKey ? stepMs : frameMs)));
      onChoose({ table, id });
      setPoint(table, { id, edge, at });
      player.goTo(at);
    },
  });

  const spans = chapterSpans(
    chapters.map((chapter) => ({ ...chapter, at: stands(chapter.id, 'at', chapter.at) })),
    length,
  );
  const markStep = rulerSteps.find((step) => (step / length) * whole >= leastMarkPx) ?? length;
  const marks = Array.from({ length: whole > 0 ? Math.ceil(length / markStep) : 0 }, (_, i) => i * markStep);
  return (
    <section className={styles.timeLine} aria-label="Time line">
      <header>
        <h2>Time line</h2>
        <span className={wordStyles.quiet}>a tile is a chapter, as wide as it is long</span>
        <span className={styles.spring} />
        {[
          { name: 'Show more of it', Glyph: IconZoomOut, to: zooms[zooms.indexOf(zoom) - 1] },
          { name: 'Look closer', Glyph: IconZoomIn, to: zooms[zooms.indexOf(zoom) + 1] },
        ].map(({ name, Glyph, to }) => (
          <Tooltip key={name} label={name}>
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={name}
              disabled={to === undefined}
              onClick={() => to !== undefined && zoomTo(to)}
            >
              <Glyph size={18} stroke={1.75} />
            </ActionIcon>
          </Tooltip>
        ))}
      </header>
      <div ref={scroller} className={styles.scroller}>
        <div
          ref={inner}
          className={styles.inner}
          data-frames={media.width !== null || undefined}
          style={{ width: whole || '100%' }}
        >
          {/* The list above says it all to those who do not point. */}
          <div
            className={styles.ruler}
            aria-hidden="true"
            onPointerDown={(event) => player.goTo(momentAt(event.clientX))}
          >
            {marks.map((mark) => (
              <span key={mark} style={{ insetInlineStart: share(mark) }}>
                {clockTime(mark)}
              </span>
            ))}
          </div>
          {media.width !== null && <Strip media={media} whole={whole} />}
          <div className={styles.chapters}>
            {spans.map((chapter) => (
              <div
                key={chapter.id}
                className={styles.chapter}
                data-chosen={chosen?.id === chapter.id || undefined}
                style={{
                  insetInlineStart: share(chapter.at),
                  width: `max(6px, calc(${share(Math.max(0, chapter.end - chapter.at))} - 2px))`,
                }}
              >
                <button
                  {...handle('chapter', chapter.id, 'at', chapter.at, `Beginning of ${chapter.title || 'the chapter'}`)}
                  className={styles.edge}
                />
                <span dir="auto">{chapter.title}</span>
              </div>
            ))}
          </div>
          <div
            className={styles.wave}
            aria-hidden="true"
            onPointerDown={(event) => player.goTo(momentAt(event.clientX))}
          >
            <Wave media={media} scroller={scroller} width={width} whole={whole} />
          </div>
          {checkpoints.map(({ id, prompt, moment: { at, passage } }, i) => {
            const name = `Checkpoint ${i + 1}`;
            const [from, to] = passage
              ? [stands(id, 'from', passage.from), stands(id, 'to', passage.to)]
              : [null, null];
            const stop = stands(id, 'at', at);
            return (
              <div key={id} data-chosen={chosen?.id === id || undefined} className={styles.checkpoint}>
                {passage && from !== null && to !== null && (
                  <>
                    <div
                      className={styles.passage}
                      style={{ insetInlineStart: share(from), width: share(Math.max(0, to - from)) }}
                    />
                    {/* Only of what is chosen: those of several would lie upon each other. */}
                    {chosen?.id === id && (
                      <>
                        <button
                          {...handle('question', id, 'from', passage.from, `${name}: passage from`)}
                          className={styles.passageEdge}
                          style={{ insetInlineStart: share(from) }}
                        />
                        <button
                          {...handle('question', id, 'to', passage.to, `${name}: passage to`)}
                          className={styles.passageEdge}
                          style={{ insetInlineStart: share(to) }}
                        />
                      </>
                    )}
                    <div
                      className={styles.joint}
                      style={{
                        insetInlineStart: share(Math.min(stop, (from + to) / 2)),
                        width: share(Math.abs(stop - (from + to) / 2)),
                      }}
                    />
                  </>
                )}
                <div className={styles.hang} style={{ insetInlineStart: share(stop) }} />
                <button
                  {...handle('question', id, 'at', at, `${name}: ${prompt || 'asks nothing yet'}`)}
                  className={styles.stop}
                  style={{ insetInlineStart: share(stop) }}
                >
                  ?
                </button>
                <span className={styles.stopTime} style={{ insetInlineStart: share(stop) }} aria-hidden="true">
                  {clockTime(Math.round(stop / 100) * 100)}
                </span>
              </div>
            );
          })}
          <Playhead player={player} share={share} />
        </div>
      </div>
    </section>
  );
}

function Playhead({ player, share }: { readonly player: DeskPlayer; readonly share: (ms: number) => string }) {
  const at = usePlayerAt(player);
  return (
    <div className={styles.playhead} style={{ insetInlineStart: share(at) }} aria-hidden="true">
      <span>{clockTime(Math.floor(at / 100) * 100)}</span>
    </div>
  );
}
