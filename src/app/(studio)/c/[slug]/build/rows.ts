import { bare } from '@/core/kernel/bare';
import type { Section } from '@/core/outline';
import type { LessonTile, SectionTiles } from '@/ui/tile/tiles';

/** One line of the outline as it is seen. */
export type RowFacts =
  | { readonly table: 'section'; readonly id: string; readonly row: SectionTiles; readonly folded: boolean }
  | { readonly table: 'lesson'; readonly id: string; readonly tile: LessonTile; readonly section: Section };

/** The same line again for the same tile, so that what has not changed is not drawn again. */
const known = new WeakMap<LessonTile, Extract<RowFacts, { table: 'lesson' }>>();
function lessonLine(tile: LessonTile, section: Section): RowFacts {
  const old = known.get(tile);
  if (old && old.section === section) return old;
  const made = { table: 'lesson', id: tile.lesson.id, tile, section } as const;
  known.set(tile, made);
  return made;
}

/** The lines that are seen: folded sections show none of their lessons, a search only what it finds. */
export function visibleRows(rows: readonly SectionTiles[], folded: ReadonlySet<string>, query: string): RowFacts[] {
  const wanted = bare(query.trim());
  return rows.flatMap((row): RowFacts[] => {
    const line: RowFacts = {
      table: 'section',
      id: row.section.id,
      row,
      folded: wanted === '' && folded.has(row.section.id),
    };
    const lessons = row.tiles.map((tile) => lessonLine(tile, row.section));
    if (wanted === '') return line.folded ? [line] : [line, ...lessons];
    const found = lessons.filter((one) => one.table === 'lesson' && bare(one.tile.lesson.title).includes(wanted));
    return found.length > 0 || bare(row.section.title).includes(wanted) ? [line, ...found] : [];
  });
}

export const sectionHeight = 46;
export const lessonHeight = 32;
export const heightOf = (facts: RowFacts | undefined) => (facts?.table === 'section' ? sectionHeight : lessonHeight);
export const sectionIdOf = (facts: RowFacts) => (facts.table === 'section' ? facts.id : facts.section.id);
export const titleOf = (facts: RowFacts) =>
  facts.table === 'section' ? facts.row.section.title : facts.tile.lesson.title;

/** A place something can be dropped at: in front of a record, or at the end. `line` is where it is drawn, in pixels. */
export type Slot = {
  readonly sectionId: string | null;
  readonly before: string | null;
  readonly line: number;
  readonly words: string;
};

/**
 * Every place the moving lessons or sections can go, from top to bottom. Places beside what moves stay,
 * named by the next record that does not move.
 */
export function slotsOf(
  visible: readonly RowFacts[],
  moving: ReadonlySet<string>,
  table: 'section' | 'lesson',
): Slot[] {
  const slots: Slot[] = [];
  let top = 0;
  let open: { id: string; number: number; folded: boolean } | null = null;
  const end = (line: number) => {
    if (table === 'lesson' && open)
      slots.push({ sectionId: open.id, before: null, line, words: `at the end of section ${open.number}` });
  };
  for (const facts of visible) {
    if (facts.table === 'section') {
      end(top);
      open = { id: facts.id, number: facts.row.number, folded: facts.folded };
      if (table === 'section' && !moving.has(facts.id))
        slots.push({
          sectionId: null,
          before: facts.id,
          line: top,
          words: `before section ${facts.row.number}, ${facts.row.section.title}`,
        });
    } else if (table === 'lesson' && !moving.has(facts.id)) {
      slots.push({
        sectionId: facts.section.id,
        before: facts.id,
        line: top,
        words: `before ${facts.tile.number} ${facts.tile.lesson.title}`,
      });
    }
    top += heightOf(facts);
  }
  end(top);
  if (table === 'section') slots.push({ sectionId: null, before: null, line: top, words: 'at the end of the course' });
  return slots;
}

export const nearestSlot = (slots: readonly Slot[], line: number): number =>
  slots.reduce(
    (best, slot, i) =>
      Math.abs(slot.line - line) < Math.abs((slots[best]?.line ?? Number.POSITIVE_INFINITY) - line) ? i : best,
    0,
  );
