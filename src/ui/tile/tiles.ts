import type { MediaFacts } from '@/core/media';
import {
  captionsOf,
  type Finding,
  fillOf,
  type Lesson,
  learnerMinutes,
  lessonsBySection,
  noPaper,
  type Outline,
  type PaperSize,
  papersOf,
  readiness,
  type Section,
  sectionsOf,
} from '@/core/outline';
import type { TileFacts } from './Tile';

export type LessonTile = MapTile & {
  readonly lesson: Lesson;
  /** Captions of its file; null while there is none that can be worked with. */
  readonly captions: number | null;
  /** The questions it has. */
  readonly paper: PaperSize;
};
/** As much of a tile, and of a row of tiles, as a map draws. */
export type MapTile = TileFacts & {
  readonly lesson: Pick<Lesson, 'id' | 'title'>;
  readonly number: string;
  readonly minutes: number;
};
export type MapRow = {
  readonly section: Pick<Section, 'id' | 'title'>;
  readonly number: number;
  readonly minutes: number;
  readonly tiles: readonly MapTile[];
};
export type SectionTiles = {
  readonly section: Section;
  readonly number: number;
  readonly minutes: number;
  readonly tiles: readonly LessonTile[];
};

/**
 * The tiles of a course, section by section, with minutes and what is to be settled. Tiles and rows that
 * are as they were in `before` are the same objects again, so that only what changed is drawn again.
 */
export function tilesOf(
  outline: Outline,
  media: ReadonlyMap<string, MediaFacts>,
  findings: readonly Finding[] = readiness(outline, media),
  before: readonly SectionTiles[] = [],
): SectionTiles[] {
  const papers = papersOf(outline);
  const notes = new Map<string, { settle: number; look: number }>();
  for (const { level, place } of findings) {
    const own = notes.get(place.id) ?? { settle: 0, look: 0 };
    own[level] += 1;
    notes.set(place.id, own);
  }
  const oldRows = new Map(before.map((row) => [row.section.id, row]));
  const oldTiles = new Map(before.flatMap((row) => row.tiles.map((tile) => [tile.lesson.id, tile])));
  const lessons = lessonsBySection(outline);
  return sectionsOf(outline).map((section, s) => {
    const tiles = (lessons.get(section.id) ?? []).map((lesson, l): LessonTile => {
      const paper = papers.get(lesson.id) ?? noPaper;
      const { settle, look } = notes.get(lesson.id) ?? { settle: 0, look: 0 };
      const minutes = learnerMinutes(lesson, (lesson.mediaId && media.get(lesson.mediaId)) || null, paper);
      const tile: LessonTile = {
        lesson,
        number: `${s + 1}.${l + 1}`,
        minutes,
        kind: lesson.kind,
        fill: fillOf(lesson, paper.count),
        settle,
        look,
        captions: captionsOf(lesson.mediaId ? media.get(lesson.mediaId) : null),
        paper,
      };
      const old = oldTiles.get(lesson.id);
      return old && isLike(old, tile) ? old : tile;
    });
    const row: SectionTiles = {
      section,
      number: s + 1,
      minutes: tiles.reduce((total, tile) => total + tile.minutes, 0),
      tiles,
    };
    const old = oldRows.get(section.id);
    return old &&
      old.section === section &&
      old.number === row.number &&
      old.tiles.length === tiles.length &&
      old.tiles.every((tile, i) => tile === tiles[i])
      ? old
      : row;
  });
}

/** The rows as an edition has them, without what is only planned: see `releasedSections`. */
export const publishedRows = (rows: readonly SectionTiles[]): SectionTiles[] =>
  rows
    .map((row) => ({ ...row, tiles: row.tiles.filter((tile) => tile.lesson.state !== 'planned') }))
    .filter((row) => row.tiles.length > 0);

const isLike = (a: LessonTile, b: LessonTile) =>
  a.lesson === b.lesson &&
  a.number === b.number &&
  a.minutes === b.minutes &&
  a.fill === b.fill &&
  a.settle === b.settle &&
  a.look === b.look &&
  a.captions === b.captions &&
  a.paper.count === b.paper.count &&
  a.paper.stops === b.paper.stops;
