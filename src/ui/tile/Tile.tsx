import type { LessonFill, LessonKind } from '@/core/outline';
import { kinds } from './kinds';
import styles from './tile.module.css';

export type TileFacts = {
  readonly kind: LessonKind;
  readonly fill: LessonFill;
  readonly settle: number;
  readonly look: number;
};

const fillNames: Record<LessonFill, string> = { ready: 'ready', draft: 'draft', empty: 'empty' };

/** What a tile shows, in words. */
export function tileText({ kind, fill, settle, look }: TileFacts): string {
  const notes = [settle > 0 ? `${settle} to settle` : '', look > 0 ? `${look} worth a look` : ''].filter(Boolean);
  return [kinds[kind].name, fillNames[fill], ...notes].join(', ');
}

type Props = TileFacts & {
  /** Width in pixels; a square when left out. */
  readonly width?: number;
  readonly label?: string;
  readonly selected?: boolean;
  /** As wide as there is room, its label at the start. */
  readonly wide?: boolean;
  /** Too small for a glyph. */
  readonly bare?: boolean;
};

/** One lesson. Width: minutes. Glyph: kind. Fill: how ready. Hue: what it is. Notch: to be settled. */
export function Tile({ kind, fill, settle, look, width, label, selected, wide, bare }: Props) {
  const { Glyph, hue } = kinds[kind];
  return (
    <span
      className={styles.tile}
      data-hue={hue}
      data-fill={fill}
      data-selected={selected || undefined}
      data-wide={wide || undefined}
      data-bare={bare || undefined}
      data-settle={settle > 0 || undefined}
      data-look={look > 0 || undefined}
      style={width === undefined ? undefined : { width }}
    >
      {!bare && <Glyph size={14} stroke={1.75} aria-hidden="true" />}
      {label && <span className={styles.label}>{label}</span>}
    </span>
  );
}
