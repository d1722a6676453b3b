'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type PointerEvent, type ReactNode, useRef, useState } from 'react';
import { Tile, tileText } from './Tile';
import styles from './tile-map.module.css';
import type { MapRow, MapTile } from './tiles';

/** How near the map is looked at: tiles as slivers, tiles with glyphs, tiles with their titles. */
export const zooms = ['far', 'usual', 'near'] as const;
export type Zoom = (typeof zooms)[number];
export type TilePlace = { readonly sectionId: string; readonly before: string | null };

type Props = {
  readonly rows: readonly MapRow[];
  readonly zoom?: Zoom;
  /** Without names and minutes, for a shelf of courses. */
  readonly compact?: boolean;
  readonly selected?: ReadonlySet<string>;
  readonly onSelect?: (lessonId: string, also: boolean) => void;
  /** Given when tiles can be dragged. */
  readonly onMove?: (lessonId: string, place: TilePlace) => void;
  readonly onSection?: (sectionId: string) => void;
  /** Scrolls within itself and draws only the rows in sight. */
  readonly boxed?: boolean;
};

const narrowest: Record<Zoom, number> = { far: 7, usual: 24, near: 132 };
const widest: Record<Zoom, number> = { far: 620, usual: 620, near: 2400 };
const manyRows = 14;
const nobody: ReadonlySet<string> = new Set();

/** Pixels a minute: the longest section fills the map, and no tile is too small for what it shows. */
const scaleFor = (rows: readonly MapRow[], zoom: Zoom, compact: boolean) =>
  Math.min(
    zoom === 'near' ? 12 : 2.5,
    (compact ? 460 : widest[zoom]) / Math.max(60, ...rows.map((row) => row.minutes)),
  );

/** A whole course at one glance: sections as rows, lessons as tiles as wide as their minutes. */
export function TileMap({ boxed, ...props }: Props) {
  return boxed && props.rows.length > manyRows ? <BoxedMap {...props} /> : <PlainMap {...props} />;
}

function PlainMap(props: Props) {
  const { rows, zoom = 'usual', compact = false } = props;
  const scale = scaleFor(rows, zoom, compact);
  const drag = useTileDrag(props);
  return (
    <Ground {...props} drag={drag}>
      {rows.map((row) => (
        <li key={row.section.id} className={styles.row} data-section={row.section.id}>
          <RowCells row={row} scale={scale} {...shared(props, drag)} chosen={chosenIn(row, props.selected)} />
        </li>
      ))}
    </Ground>
  );
}

function BoxedMap(props: Props) {
  const { rows, zoom = 'usual', compact = false } = props;
  const box = useRef<HTMLDivElement>(null);
  const scale = scaleFor(rows, zoom, compact);
  const drag = useTileDrag(props);
  const lines = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => (zoom === 'far' ? 18 : 28),
    getItemKey: (i) => `${zoom}${rows[i]?.section.id}`,
    overscan: 4,
  });
  return (
    // A box that scrolls can be reached by keyboard, so that all of it can be seen.
    <div ref={box} className={styles.box} tabIndex={0} role="region" aria-label="Tile map">
      <Ground {...props} drag={drag} height={lines.getTotalSize()}>
        {lines.getVirtualItems().map((line) => {
          const row = rows[line.index];
          return (
            row && (
              <li
                key={line.key}
                ref={lines.measureElement}
                data-index={line.index}
                className={styles.row}
                data-section={row.section.id}
                style={{ position: 'absolute', insetInline: 0, top: line.start }}
              >
                <RowCells row={row} scale={scale} {...shared(props, drag)} chosen={chosenIn(row, props.selected)} />
              </li>
            )
          );
        })}
      </Ground>
    </div>
  );
}

type GroundProps = Props & { readonly drag: TileDrag; readonly height?: number; readonly children: ReactNode };
const Ground = ({ zoom = 'usual', compact, drag, height, children }: GroundProps) => (
  <ol
    className={styles.map}
    data-compact={compact || undefined}
    data-zoom={zoom}
    data-dragging={drag.moving !== null || undefined}
    style={height === undefined ? undefined : { height, position: 'relative', display: 'block' }}
    onPointerMove={drag.over}
    onPointerUp={drag.drop}
    onPointerLeave={drag.leave}
  >
    {children}
  </ol>
);

/** The chosen tiles of one row, as one text, so that rows without any stay as they are. */
const chosenIn = (row: MapRow, selected = nobody) =>
  selected.size === 0
    ? ''
    : row.tiles
        .filter((tile) => selected.has(tile.lesson.id))
        .map((tile) => tile.lesson.id)
        .join(' ');

type TileDrag = ReturnType<typeof useTileDrag>;
const shared = ({ zoom = 'usual', compact = false, onSelect, onSection }: Props, drag: TileDrag) => ({
  zoom,
  compact,
  onSelect,
  onSection,
  lift: drag.lift,
});

/** Dragging a tile: before the tile it is dropped on, or behind it on its further half. */
function useTileDrag({ rows, onMove }: Props) {
  const [moving, setMoving] = useState<string | null>(null);
  const from = useRef<{ id: string; x: number; y: number } | null>(null);
  const mark = useRef<HTMLElement | null>(null);
  const unmark = () => {
    mark.current?.removeAttribute('data-drop');
    mark.current = null;
  };
  const placeAt = (event: PointerEvent): (TilePlace & { element: HTMLElement; side: 'before' | 'behind' }) | null => {
    const element = document
      .elementFromPoint(event.clientX, event.clientY)
      ?.closest<HTMLElement>('[data-tile], [data-section]');
    const id = element?.dataset.tile;
    if (!element || !id || id === from.current?.id) return null;
    const row = rows.find(({ tiles }) => tiles.some((tile) => tile.lesson.id === id));
    if (!row) return null;
    const { left, width } = element.getBoundingClientRect();
    const behind = event.clientX > left + width / 2;
    const staying = row.tiles.filter((tile) => tile.lesson.id !== from.current?.id);
    const at = staying.findIndex((tile) => tile.lesson.id === id);
    return {
      sectionId: row.section.id,
      before: staying[behind ? at + 1 : at]?.lesson.id ?? null,
      element,
      side: behind ? 'behind' : 'before',
    };
  };
  const end = () => {
    from.current = null;
    unmark();
    setMoving(null);
  };
  const lift = useRef((event: PointerEvent, id: string) => {
    if (event.button === 0 && event.pointerType !== 'touch') from.current = { id, x: event.clientX, y: event.clientY };
  });
  return {
    moving,
    lift: onMove ? lift.current : undefined,
    over: (event: PointerEvent) => {
      const held = from.current;
      if (!held || !onMove) return;
      if (moving === null && Math.hypot(event.clientX - held.x, event.clientY - held.y) < 6) return;
      if (moving === null) setMoving(held.id);
      unmark();
      const place = placeAt(event);
      if (!place) return;
      place.element.setAttribute('data-drop', place.side);
      mark.current = place.element;
    },
    drop: (event: PointerEvent) => {
      const place = moving === null ? null : placeAt(event);
      if (place && from.current) onMove?.(from.current.id, { sectionId: place.sectionId, before: place.before });
      end();
    },
    leave: end,
  };
}

type CellsProps = {
  readonly row: MapRow;
  readonly scale: number;
  readonly zoom: Zoom;
  readonly compact: boolean;
  readonly chosen: string;
  readonly onSelect: Props['onSelect'];
  readonly onSection: Props['onSection'];
  readonly lift: ((event: PointerEvent, id: string) => void) | undefined;
};

const RowCells = memo(function RowCells({ row, scale, zoom, compact, chosen, onSelect, onSection, lift }: CellsProps) {
  const { section, number, minutes, tiles } = row;
  const drawn = (tile: MapTile) => {
    const width = Math.max(narrowest[zoom], Math.round(tile.minutes * scale));
    const words = `${tile.number} ${tile.lesson.title}: ${tileText(tile)}, ${tile.minutes} min`;
    const isChosen = chosen.includes(tile.lesson.id);
    const fits = zoom === 'usual' && width > 64 && tile.minutes > 0;
    const minutesShown = fits ? String(tile.minutes) : undefined;
    const label = zoom === 'near' ? tile.lesson.title : minutesShown;
    const face = (
      <Tile {...tile} width={width} label={label} selected={isChosen} bare={zoom === 'far'} wide={zoom === 'near'} />
    );
    return onSelect ? (
      <button
        key={tile.lesson.id}
        type="button"
        className={styles.button}
        data-tile={tile.lesson.id}
        title={words}
        aria-label={words}
        aria-pressed={isChosen}
        onPointerDown={lift && ((event) => lift(event, tile.lesson.id))}
        onClick={(event) => onSelect(tile.lesson.id, event.ctrlKey || event.metaKey)}
      >
        {face}
      </button>
    ) : (
      <span key={tile.lesson.id} title={words}>
        {face}
        <span className="visually-hidden">{words}</span>
      </span>
    );
  };
  return (
    <>
      {!compact && <span className={styles.number}>{number}</span>}
      {!compact &&
        (onSection ? (
          <button
            type="button"
            className={styles.nameButton}
            title={section.title}
            onClick={() => onSection(section.id)}
          >
            {section.title}
          </button>
        ) : (
          <span className={styles.name} title={section.title}>
            {section.title}
          </span>
        ))}
      <span className={styles.tiles}>{tiles.map(drawn)}</span>
      {!compact && <span className={styles.minutes}>{minutes} min</span>}
    </>
  );
});

/** What the fills and marks mean. */
export function TileLegend() {
  const sample = { kind: 'reading', settle: 0, look: 0 } as const;
  const entries = [
    { name: 'ready', tile: <Tile {...sample} fill="ready" /> },
    { name: 'draft', tile: <Tile {...sample} fill="draft" /> },
    { name: 'empty', tile: <Tile {...sample} fill="empty" /> },
    { name: 'assessed', tile: <Tile {...sample} kind="quiz" fill="ready" /> },
    { name: 'to settle', tile: <Tile {...sample} fill="ready" settle={1} /> },
    { name: 'worth a look', tile: <Tile {...sample} fill="ready" look={1} /> },
  ];
  return (
    <ul className={styles.legend} aria-label="What the tiles mean">
      {entries.map(({ name, tile }) => (
        <li key={name}>
          <span className={styles.legendTile} aria-hidden="true">
            {tile}
          </span>
          {name}
        </li>
      ))}
    </ul>
  );
}
