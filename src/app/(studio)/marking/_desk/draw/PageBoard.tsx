'use client';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { type Box, boxOf, isHit, moved, type OnPage, type Pressed, resized, type Spot } from '@/core/marking';
import { DrawnShape, DrawnThing } from '@/ui/drawn/DrawnShape';
import { faceIsThere } from '@/ui/drawn/measure';
import { type PageSize, type Turn, turnedSize, turnTransform } from '@/ui/drawn/page';
import pages from '@/ui/drawn/pages.module.css';
import styles from './draw.module.css';
import { type Manner, made, type Tool, takesWords, type Way, worded } from './tools';

type Props = {
  readonly page: { readonly file: string; readonly page: number; readonly size: PageSize; readonly turn: Turn };
  readonly drawn: readonly OnPage[];
  readonly tool: Tool;
  readonly manner: Manner;
  readonly selected: readonly string[];
  readonly locked: boolean;
  onSelect(ids: readonly string[]): void;
  onChange(before: readonly OnPage[], after: readonly OnPage[]): void;
  /** Something was drawn that wants words. */
  onDrawn(one: OnPage): void;
};

type Doing =
  | { readonly by: 'drawing'; readonly points: readonly Pressed[] }
  | { readonly by: 'moving'; readonly from: Spot; readonly to: Spot }
  | { readonly by: 'sizing'; readonly box: Box; readonly to: Spot; readonly corner: number }
  | { readonly by: 'rubbing'; readonly gone: readonly string[] };

/** How near to a line counts as on it, in points of the page. */
const reach = 5;
const small = 1;
const large = 10;
const arrows: { readonly [key: string]: Spot } = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The corners of a box by which it is drawn larger, from the left upper one round. */
const cornersOf = ({ x, y, width, height }: Box): readonly Spot[] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];
function sizedBox(box: Box, corner: number, [x, y]: Spot): Box {
  const fixed = cornersOf(box)[(corner + 2) % 4] ?? [box.x, box.y];
  return {
    ...{ x: Math.min(x, fixed[0]), y: Math.min(y, fixed[1]) },
    ...{ width: Math.abs(x - fixed[0]), height: Math.abs(y - fixed[1]) },
  };
}

/**
 * A page that is drawn on, by pointer, pen, finger and keyboard. By keyboard a cross is moved with the arrows and Space
 * puts the tool down and lifts it, so that each tool does what it does under a pointer.
 */
export function PageBoard({ page, drawn, tool, manner, selected, locked, onSelect, onChange, onDrawn }: Props) {
  const space = useRef<SVGGElement>(null);
  const [doing, setDoing] = useState<Doing | null>(null);
  const [cursor, setCursor] = useState<Spot | null>(null);
  const { size, turn } = page;
  const seen = turnedSize(size, turn);
  const chosen = drawn.filter(({ id }) => selected.includes(id));
  // What is written first is measured in the face it will have.
  useEffect(() => {
    faceIsThere();
  }, []);

  const spotOf = (event: { readonly clientX: number; readonly clientY: number }): Spot => {
    const matrix = space.current?.getScreenCTM()?.inverse();
    if (!matrix) return [0, 0];
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [x, y];
  };
  const under = (at: Spot) => drawn.findLast((one) => isHit(one, at, reach));

  const begin = (at: Spot, pressure: number, adds: boolean) => {
    if (locked) return;
    if (tool === 'rub-out') return setDoing({ by: 'rubbing', gone: hitIds(at, []) });
    if (tool !== 'select') return setDoing({ by: 'drawing', points: [[...at, pressure]] });
    const only = chosen.length === 1 ? chosen[0] : undefined;
    const corner = only
      ? cornersOf(boxOf(only)).findIndex(([x, y]) => Math.hypot(x - at[0], y - at[1]) < 2 * reach)
      : -1;
    if (only && corner >= 0) return setDoing({ by: 'sizing', box: boxOf(only), to: at, corner });
    const hit = under(at);
    if (!hit) return onSelect([]);
    if (adds)
      return onSelect(selected.includes(hit.id) ? selected.filter((id) => id !== hit.id) : [...selected, hit.id]);
    if (!selected.includes(hit.id)) onSelect([hit.id]);
    setDoing({ by: 'moving', from: at, to: at });
  };
  const hitIds = (at: Spot, before: readonly string[]) => [
    ...new Set([...before, ...drawn.filter((one) => isHit(one, at, reach)).map(({ id }) => id)]),
  ];
  const go = (at: Spot, pressure: number) =>
    setDoing((before) => {
      if (before?.by === 'drawing') return { ...before, points: [...before.points, [...at, pressure]] };
      if (before?.by === 'rubbing') return { ...before, gone: hitIds(at, before.gone) };
      return before && { ...before, to: at };
    });
  const wayOf = (points: readonly Pressed[]): Way => ({ file: page.file, page: page.page, points });
  const changed = (now: Doing): readonly OnPage[] => {
    if (now.by === 'moving') return chosen.map((one) => moved(one, now.to[0] - now.from[0], now.to[1] - now.from[1]));
    if (now.by === 'sizing') return chosen.map((one) => rewrapped(resized(one, sizedBox(now.box, now.corner, now.to))));
    return [];
  };
  const end = () => {
    const now = doing;
    setDoing(null);
    if (!now) return;
    if (now.by === 'rubbing') {
      const gone = drawn.filter(({ id }) => now.gone.includes(id));
      if (gone.length > 0) onChange(gone, []);
    } else if (now.by === 'drawing') {
      const one = tool === 'select' || tool === 'rub-out' ? null : made(tool, wayOf(now.points), manner);
      if (!one) return;
      if (takesWords(one.sort)) onDrawn(one);
      else onChange([], [one]);
    } else if (now.by === 'sizing' || Math.hypot(now.to[0] - now.from[0], now.to[1] - now.from[1]) > 0.5)
      onChange(chosen, changed(now));
  };

  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.focus({ preventScroll: true });
    if (tool !== 'select' || under(spotOf(event))) event.currentTarget.setPointerCapture(event.pointerId);
    begin(spotOf(event), pressureOf(event), event.shiftKey);
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    if (!doing) return;
    const all = event.nativeEvent.getCoalescedEvents?.() ?? [];
    for (const one of all.length > 0 ? all : [event.nativeEvent]) go(spotOf(one), pressureOf(one));
  };

  /** Moves what is selected, or the cross; with Alt it makes what is selected larger. */
  const onArrow = (event: KeyboardEvent, [dx, dy]: Spot) => {
    const by = event.shiftKey ? large : small;
    event.preventDefault();
    if (doing || chosen.length === 0) {
      const step = event.shiftKey ? 40 : 5;
      const from = cursor ?? [size.width / 2, Math.min(size.height / 2, 200)];
      const at: Spot = [
        Math.min(size.width, Math.max(0, from[0] + dx * step)),
        Math.min(size.height, Math.max(0, from[1] + dy * step)),
      ];
      setCursor(at);
      if (doing) go(at, 0.5);
      return;
    }
    const put = (one: OnPage) => {
      if (!event.altKey) return moved(one, dx * by, dy * by);
      const box = boxOf(one);
      return rewrapped(resized(one, { ...box, width: box.width + dx * by, height: box.height + dy * by }));
    };
    onChange(chosen, chosen.map(put));
  };
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    const arrow = arrows[event.key];
    if (arrow) return onArrow(event, arrow);
    if (event.key === ' ' || event.key === 'Enter') {
      if (event.ctrlKey || event.metaKey || locked) return;
      event.preventDefault();
      if (doing) return end();
      begin(cursor ?? [size.width / 2, Math.min(size.height / 2, 200)], 0.5, false);
      setCursor((before) => before ?? [size.width / 2, Math.min(size.height / 2, 200)]);
    } else if (event.key === 'Escape') {
      setDoing(null);
      onSelect([]);
    }
  };

  const shown = doing ? changed(doing) : [];
  const gone = doing?.by === 'rubbing' ? doing.gone : [];
  const preview =
    doing?.by === 'drawing' && tool !== 'select' && tool !== 'rub-out' ? made(tool, wayOf(doing.points), manner) : null;
  return (
    <svg
      className={`${pages.layer} ${styles.board}`}
      viewBox={`0 0 ${seen.width} ${seen.height}`}
      role="application"
      aria-roledescription="drawing surface"
      aria-label={`Page ${page.page}, ${drawn.length} drawn. Arrows move the cross, Space puts the tool down and lifts it.`}
      tabIndex={0}
      data-tool={tool}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={end}
      onPointerCancel={() => setDoing(null)}
      onKeyDown={onKeyDown}
      onBlur={() => setCursor(null)}
    >
      <g ref={space} transform={turnTransform(size, turn)}>
        <rect width={size.width} height={size.height} fill="transparent" />
        {drawn.map((one) => (
          <DrawnThing
            key={one.id}
            one={shown.find(({ id }) => id === one.id) ?? one}
            opacity={gone.includes(one.id) ? 0.2 : 1}
          />
        ))}
        {preview && <DrawnShape one={preview} />}
        {chosen.map((one) => (
          <Chosen key={one.id} box={boxOf(shown.find(({ id }) => id === one.id) ?? one)} single={chosen.length === 1} />
        ))}
        {cursor && (
          <path className={styles.cursor} d={`M${cursor[0] - 9} ${cursor[1]}h18M${cursor[0]} ${cursor[1] - 9}v18`} />
        )}
      </g>
    </svg>
  );
}

/** With its words broken for the box it has now. */
const rewrapped = (one: OnPage): OnPage => (one.sort === 'callout' ? worded(one, one.words) : one);

const pressureOf = ({ pointerType, pressure }: { readonly pointerType: string; readonly pressure: number }) =>
  pointerType === 'pen' ? pressure : 0.5;

/** What shows that a thing is selected. */
function Chosen({ box, single }: { readonly box: Box; readonly single: boolean }) {
  return (
    <g className={styles.chosen}>
      <rect x={box.x - 3} y={box.y - 3} width={box.width + 6} height={box.height + 6} />
      {single && cornersOf(box).map(([x, y]) => <circle key={`${x}/${y}`} cx={x} cy={y} r={4} />)}
    </g>
  );
}
