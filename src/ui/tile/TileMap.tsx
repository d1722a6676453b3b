import { Tile, tileText } from './Tile';
import styles from './tile-map.module.css';
import type { SectionTiles } from './tiles';

type Props = {
  readonly rows: readonly SectionTiles[];
  /** Without names and minutes, for a shelf of courses. */
  readonly compact?: boolean;
  readonly selectedId?: string | null;
  readonly onSelect?: (lessonId: string) => void;
};

const widest = 620;
const narrowest = 24;

/** Pixels a minute: the longest section fills the map, and no tile is too small to be read. */
const scaleFor = (rows: readonly SectionTiles[], compact: boolean) => {
  const longest = Math.max(60, ...rows.map((row) => row.minutes));
  return Math.min(2.5, (compact ? 460 : widest) / longest);
};

/** A whole course at one glance: sections as rows, lessons as tiles as wide as their minutes. */
export function TileMap({ rows, compact = false, selectedId, onSelect }: Props) {
  const scale = scaleFor(rows, compact);
  return (
    <ol className={styles.map} data-compact={compact || undefined}>
      {rows.map(({ section, number, minutes, tiles }) => (
        <li key={section.id} className={styles.row}>
          {!compact && <span className={styles.number}>{number}</span>}
          {!compact && <span className={styles.name}>{section.title}</span>}
          <span className={styles.tiles}>
            {tiles.map((tile) => {
              const width = Math.max(narrowest, Math.round(tile.minutes * scale));
              const words = `${tile.number} ${tile.lesson.title}: ${tileText(tile)}, ${tile.minutes} min`;
              const drawn = (
                <Tile
                  key={tile.lesson.id}
                  {...tile}
                  width={width}
                  label={width > 64 && tile.minutes > 0 ? String(tile.minutes) : undefined}
                  selected={tile.lesson.id === selectedId}
                />
              );
              return onSelect ? (
                <button
                  key={tile.lesson.id}
                  type="button"
                  className={styles.button}
                  title={words}
                  aria-label={words}
                  aria-pressed={tile.lesson.id === selectedId}
                  onClick={() => onSelect(tile.lesson.id)}
                >
                  {drawn}
                </button>
              ) : (
                <span key={tile.lesson.id} title={words}>
                  {drawn}
                  <span className="visually-hidden">{words}</span>
                </span>
              );
            })}
          </span>
          {!compact && <span className={styles.minutes}>{minutes} min</span>}
        </li>
      ))}
    </ol>
  );
}

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
