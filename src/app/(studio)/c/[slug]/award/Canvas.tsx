import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import {
  around,
  type Box,
  boxInPoints,
  type Design,
  distances,
  type Guide,
  type Handle,
  movedBy,
  nameOf,
  papers,
  pointsPerMm,
  sized,
  snapped,
  type Thing,
  withThings,
} from '@/core/certificate';
import type { Drawn } from '@/server/certificate';
import styles from './canvas.module.css';
import { Marks, shiftSince } from './Marks';

type Props = {
  readonly design: Design;
  /** As it was set last, and the design that was. */
  readonly drawn: { readonly value: { readonly drawn: Drawn }; readonly of: Design } | null;
  readonly selected: ReadonlySet<string>;
  readonly label: string;
  onSelect(ids: readonly string[]): void;
  onChange(next: (design: Design) => Design, kind?: string): void;
  onKey(event: KeyboardEvent): void;
};
type Drag =
  | { readonly by: 'move'; readonly ids: ReadonlySet<string> }
  | { readonly by: 'size'; readonly id: string; readonly handle: Handle }
  | { readonly by: 'frame'; readonly kept: readonly string[] };
type Going = Drag & { readonly from: Spot; readonly to: Spot; readonly free: boolean; readonly even: boolean };
type Spot = { readonly x: number; readonly y: number };

/** A pointer that went less far than this did not mean to move anything. Pixels. */
const still = 3;
/** How near a line draws a thing to it. Pixels. */
const reach = 6;
const handles: readonly Handle[] = [
  ...([
    [-1, -1],
    [0, -1],
    [1, -1],
    [-1, 0],
    [1, 0],
    [-1, 1],
    [0, 1],
    [1, 1],
  ] as const),
];
const cursors: Record<string, string> = {
  '-1,-1': 'nwse',
  '1,1': 'nwse',
  '1,-1': 'nesw',
  '-1,1': 'nesw',
  '0,-1': 'ns',
  '0,1': 'ns',
};

/** The page of a design, on which things are chosen, moved and sized. */
export function Canvas({ design, drawn, selected, label, onSelect, onChange, onKey }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [going, setGoing] = useState<Going | null>(null);
  const [pixel, setPixel] = useState(1);
  const paper = papers[design.paper];
  const [width, height] = [paper.width * pointsPerMm, paper.height * pointsPerMm];
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const measure = () => setPixel(width / Math.max(1, element.clientWidth));
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    measure();
    return () => watcher.disconnect();
  }, [width]);

  const spot = (event: PointerEvent): Spot => {
    const { left, top, width: wide } = (svg.current as SVGSVGElement).getBoundingClientRect();
    const mm = paper.width / wide;
    return { x: (event.clientX - left) * mm, y: (event.clientY - top) * mm };
  };
  const mmPerPixel = pixel / pointsPerMm;
  const live = going ? dragged(design, going, reach * mmPerPixel) : { design, guides: [], frame: null };
  const chosen = live.design.things.filter(({ id }) => selected.has(id));
  const whole = chosen.length > 0 ? around(chosen.map(({ box }) => box)) : null;
  const others = live.design.things.filter(({ id, hidden }) => !selected.has(id) && !hidden);

  const begin = (event: PointerEvent, drag: Drag) => {
    event.stopPropagation();
    if (event.button !== 0) return;
    svg.current?.setPointerCapture(event.pointerId);
    svg.current?.focus({ preventScroll: true });
    const from = spot(event);
    setGoing({ ...drag, from, to: from, free: event.altKey, even: event.shiftKey });
  };
  const onThing = (event: PointerEvent, thing: Thing) => {
    if (event.shiftKey) {
      const next = selected.has(thing.id) ? [...selected].filter((id) => id !== thing.id) : [...selected, thing.id];
      event.stopPropagation();
      return onSelect(next);
    }
    const ids = selected.has(thing.id) ? selected : new Set([thing.id]);
    if (!selected.has(thing.id)) onSelect([thing.id]);
    begin(event, { by: 'move', ids });
  };
  const end = (event: PointerEvent) => {
    if (!going) return;
    const far = Math.hypot(going.to.x - going.from.x, going.to.y - going.from.y) > still * mmPerPixel;
    setGoing(null);
    if (going.by === 'frame') {
      const frame = live.frame;
      const inside = far && frame ? design.things.filter((one) => !one.hidden && within(one.box, frame)) : [];
      return onSelect([...new Set([...going.kept, ...inside.map(({ id }) => id)])]);
    }
    if (far) onChange(() => live.design);
    else if (going.by === 'move' && going.ids.size > 1 && !event.shiftKey) {
      const at = spot(event);
      const top = design.things.findLast((one) => going.ids.has(one.id) && holds(one.box, at));
      if (top) onSelect([top.id]);
    }
  };

  const shift = drawn ? shiftSince(drawn.of, live.design) : undefined;
  const handle = 7 * pixel;
  return (
    <svg
      ref={svg}
      className={styles.page}
      style={{ '--ratio': width / height } as React.CSSProperties}
      viewBox={`0 0 ${width} ${height}`}
      tabIndex={0}
      role="group"
      aria-label={label}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && going) return setGoing(null);
        onKey(event);
      }}
      onPointerDown={(event) => {
        if (!event.shiftKey) onSelect([]);
        begin(event, { by: 'frame', kept: event.shiftKey ? [...selected] : [] });
      }}
      onPointerMove={(event) =>
        going && setGoing({ ...going, to: spot(event), free: event.altKey, even: event.shiftKey })
      }
      onPointerUp={end}
      onPointerCancel={() => setGoing(null)}
    >
      <rect width={width} height={height} fill={design.ground} />
      {drawn && <Marks marks={drawn.value.drawn.marks} {...(shift && { shift })} />}
      {live.design.things
        .filter(({ hidden }) => !hidden)
        .map((thing) => (
          <rect
            key={thing.id}
            {...boxInPoints(thing.box)}
            className={styles.thing}
            data-thing={thing.id}
            data-hollow={thing.sort === 'frame' || undefined}
            strokeWidth={8 * pixel}
            onPointerDown={(event) => onThing(event, thing)}
          >
            <title>{nameOf(thing)}</title>
          </rect>
        ))}
      {chosen.map(({ id, box, locked }) => (
        <rect
          key={id}
          {...boxInPoints(box)}
          className={styles.chosen}
          data-locked={locked || undefined}
          strokeWidth={pixel}
        />
      ))}
      {going?.by !== 'frame' &&
        whole &&
        going &&
        distances(
          whole,
          others.map(({ box }) => box),
          design.paper,
        ).map((one) => <Distance key={`${one.along}/${one.from}`} one={one} pixel={pixel} />)}
      {live.guides.map((guide) => (
        <GuideLine key={`${guide.along}/${guide.at}`} guide={guide} pixel={pixel} />
      ))}
      {live.frame && <rect {...boxInPoints(live.frame)} className={styles.marquee} strokeWidth={pixel} />}
      {chosen.length === 1 &&
        chosen.map(
          ({ id, box, locked }) =>
            !locked &&
            handles.map((one) => {
              const at = boxInPoints(box);
              const x = at.x + (at.width * (one[0] + 1)) / 2;
              const y = at.y + (at.height * (one[1] + 1)) / 2;
              return (
                <rect
                  key={one.join()}
                  className={styles.handle}
                  style={{ cursor: `${cursors[one.join()] ?? 'ew'}-resize` }}
                  {...{ x: x - handle / 2, y: y - handle / 2, width: handle, height: handle }}
                  strokeWidth={pixel}
                  data-handle={one.join()}
                  onPointerDown={(event) => begin(event, { by: 'size', id, handle: one })}
                />
              );
            }),
        )}
    </svg>
  );
}

const holds = (box: Box, { x, y }: Spot) =>
  x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height;
const within = (box: Box, frame: Box) =>
  holds(frame, { x: box.x, y: box.y }) && holds(frame, { x: box.x + box.width, y: box.y + box.height });

/** A design as a drag leaves it, and what shows where it stands. */
function dragged(
  design: Design,
  going: Going,
  near: number,
): { readonly design: Design; readonly guides: readonly Guide[]; readonly frame: Box | null } {
  const { from, to, free, even } = going;
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  if (going.by === 'frame') {
    const frame = { x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(dx), height: Math.abs(dy) };
    return { design, guides: [], frame };
  }
  const boxesBut = (ids: ReadonlySet<string>) =>
    design.things.filter(({ id, hidden }) => !ids.has(id) && !hidden).map(({ box }) => box);
  if (going.by === 'size') {
    const thing = design.things.find(({ id }) => id === going.id);
    if (!thing) return { design, guides: [], frame: null };
    const keeps = even || thing.sort === 'picture' || thing.sort === 'code' || thing.sort === 'signature';
    const box = sized(thing.box, going.handle, dx, dy, keeps);
    const ids = new Set([going.id]);
    return { design: withThings(design, ids, (one) => ({ ...one, box })), guides: [], frame: null };
  }
  const moving = design.things.filter(({ id, locked }) => going.ids.has(id) && !locked);
  if (moving.length === 0) return { design, guides: [], frame: null };
  // Held to one direction with Shift.
  const isAcross = Math.abs(dx) > Math.abs(dy);
  const [ax, ay] = [even && !isAcross ? 0 : dx, even && isAcross ? 0 : dy];
  const box = around(moving.map((one) => one.box));
  const at = { ...box, x: box.x + ax, y: box.y + ay };
  const snap = free ? { dx: 0, dy: 0, guides: [] } : snapped(at, boxesBut(going.ids), design.paper, near);
  return { design: movedBy(design, going.ids, ax + snap.dx, ay + snap.dy), guides: snap.guides, frame: null };
}

function GuideLine({ guide: { along, at, from, to }, pixel }: { readonly guide: Guide; readonly pixel: number }) {
  const [place, begin, end] = [at, from, to].map((mm) => mm * pointsPerMm) as [number, number, number];
  const ends =
    along === 'down' ? { x1: place, x2: place, y1: begin, y2: end } : { y1: place, y2: place, x1: begin, x2: end };
  return <line className={styles.guide} {...ends} strokeWidth={pixel} />;
}

function Distance({ one, pixel }: { readonly one: Guide & { readonly long: number }; readonly pixel: number }) {
  const [place, begin, end] = [one.at, one.from, one.to].map((mm) => mm * pointsPerMm) as [number, number, number];
  const middle = (begin + end) / 2;
  const at = one.along === 'across' ? { x: middle, y: place - 3 * pixel } : { x: place + 4 * pixel, y: middle };
  return (
    <g className={styles.distance}>
      <GuideLine guide={one} pixel={pixel} />
      <text {...at} fontSize={11 * pixel} textAnchor={one.along === 'across' ? 'middle' : 'start'}>
        {one.long.toFixed(1)}
      </text>
    </g>
  );
}
