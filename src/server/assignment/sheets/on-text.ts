import type { Box, OnPage, OnText } from '@/core/marking';
import { setLine } from '../../platform/setter';
import { type Block, type PlacedLine, sheetSize } from './flow';

/** Where a range of a block lies on its sheets: a box for each line it touches. */
function boxesOf(lines: readonly PlacedLine[], block: Block, from: number, to: number) {
  return lines.flatMap((line) => {
    const [start, end] = [Math.max(from, line.from), Math.min(to, line.to)];
    if (end <= start) return [];
    const width = (words: string) => setLine(block.face ?? 'sans', block.weight ?? 'regular', words, line.size).width;
    const before = width(block.words.slice(line.from, start));
    const wide = Math.max(2, width(block.words.slice(start, end).trimEnd()));
    const x = line.isRightToLeft ? line.left + line.line.width - before - wide : line.left + before;
    const box: Box = { x, y: line.baseLine - line.size, width: wide, height: line.size * 1.3 };
    return [{ sheet: line.sheet, box, baseLine: line.baseLine }];
  });
}

/**
 * What is drawn on a text, as it is drawn on the sheets it was set on. A thing that runs over several lines is drawn on
 * each of them; what is shown once stands behind the last.
 */
export function ontoSheets(
  lines: readonly PlacedLine[],
  block: Block,
  drawn: readonly OnText[],
): readonly { readonly sheet: number; readonly one: OnPage }[] {
  return drawn.flatMap(({ id, sort, ink, from, to, words }) => {
    const boxes = boxesOf(lines, block, from, to);
    const last = boxes.at(-1);
    if (!last) return [];
    const at = (sheet: number) => ({ id, ink, file: '', page: sheet + 1 });
    const end: [number, number] = [Math.min(last.box.x + last.box.width + 2, sheetSize.width - 30), last.box.y];
    const under = boxes.map(({ sheet, box, baseLine }) => ({
      sheet,
      one: {
        ...{ ...at(sheet), sort: 'line' as const, width: 1.2 },
        from: [box.x, baseLine + 2] as const,
        to: [box.x + box.width, baseLine + 2] as const,
      },
    }));
    const each = (one: (box: Box) => object) =>
      boxes.map(({ sheet, box }) => ({ sheet, one: { ...at(sheet), ...one(box) } as OnPage }));
    const once = (one: object) => ({ sheet: last.sheet, one: { ...at(last.sheet), ...one } as OnPage });
    const note = words.trim() === '' ? [] : [once({ sort: 'note', at: end, words })];
    if (sort === 'highlight') return [...each((box) => ({ sort: 'highlight', box })), ...note];
    if (sort === 'rectangle' || sort === 'ellipse') return [...each((box) => ({ sort, box, width: 1.2 })), ...note];
    if (sort === 'cross')
      return [
        ...each(({ x, y, width, height }) => ({
          ...{ sort: 'line', width: 1.2, from: [x, y + height * 0.55], to: [x + width, y + height * 0.55] },
        })),
        ...note,
      ];
    if (sort === 'tick')
      return [...under, once({ sort: 'tick', box: { x: end[0], y: end[1], width: 12, height: 12 } }), ...note];
    if (sort === 'text')
      return [...under, once({ sort: 'text', at: [end[0], end[1] - 8], words, size: 9, bold: false })];
    if (sort === 'stamp') return [...under, once({ sort: 'stamp', at: [end[0], end[1] - 10], words, size: 9 })];
    return [...under, ...note];
  });
}
