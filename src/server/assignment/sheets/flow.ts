import type { Weight } from '@/core/certificate';
import { inkColours } from '@/core/marking';
import { bytesOf, type Colour, writeRuns } from '../../platform/pdf-words';
import { type SetLine, setLine } from '../../platform/setter';

/** Words that are set as a paragraph or several, one below the other on sheets of A4. Sizes and gaps in points. */
export type Block = {
  readonly words: string;
  readonly size?: number;
  readonly weight?: Weight;
  readonly face?: 'sans' | 'serif';
  readonly indent?: number;
  /** Room above it. */
  readonly gap?: number;
  readonly colour?: Colour;
  /** Stands on a sheet of its own. */
  readonly newSheet?: boolean;
};
/** A line as it was placed: on which sheet (from 0), where, and which characters of its block it holds. */
export type PlacedLine = {
  readonly block: number;
  readonly sheet: number;
  readonly left: number;
  readonly baseLine: number;
  readonly size: number;
  readonly from: number;
  readonly to: number;
  readonly isRightToLeft: boolean;
  readonly line: SetLine;
  readonly colour: Colour;
};

export const sheetSize = { width: 595.28, height: 841.89 };
const margin = 56;
const leading = 1.4;
const { ink } = inkColours;
const firstStrong = /[\p{L}]/u;
const rightToLeft = /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}]/u;

/** Cuts a paragraph into lines no wider than `width`; a word that is wider is cut where it must be. */
function linesOf(
  words: string,
  from: number,
  width: number,
  measure: (words: string) => number,
): { readonly from: number; readonly to: number }[] {
  const lines: { from: number; to: number }[] = [];
  let begin = from;
  let used = 0;
  const close = (to: number) => {
    lines.push({ from: begin, to });
    begin = to;
    used = 0;
  };
  for (const { 0: piece, index } of words.matchAll(/\S+\s*|\s+/g)) {
    const at = from + index;
    const solid = measure(piece.trimEnd());
    if (used > 0 && used + solid > width) close(at);
    if (solid <= width) {
      used += measure(piece);
      continue;
    }
    let offset = at;
    for (const letter of piece) {
      const wide = measure(letter);
      if (used > 0 && used + wide > width) close(offset);
      used += wide;
      offset += letter.length;
    }
  }
  close(from + words.length);
  return lines;
}

/** Sets blocks one below the other, on as many sheets as they need. */
export function flow(blocks: readonly Block[]): readonly PlacedLine[] {
  const placed: PlacedLine[] = [];
  let [sheet, y] = [0, margin];
  for (const [block, one] of blocks.entries()) {
    const { words, size = 10.5, weight = 'regular', face = 'sans', indent = 0, gap = 0, colour = ink } = one;
    if (one.newSheet && (placed.length > 0 || y > margin)) [sheet, y] = [sheet + 1, margin];
    y += gap;
    const width = sheetSize.width - 2 * margin - indent;
    const measure = (piece: string) => setLine(face, weight, piece, size).width;
    let from = 0;
    for (const paragraph of words.split('\n')) {
      const strong = firstStrong.exec(paragraph)?.[0] ?? '';
      const isRightToLeft = rightToLeft.test(strong);
      for (const { from: start, to } of linesOf(paragraph, from, width, measure)) {
        if (y + size * leading > sheetSize.height - margin) [sheet, y] = [sheet + 1, margin];
        y += size * leading;
        const line = setLine(face, weight, words.slice(start, to).trimEnd(), size);
        const left = isRightToLeft ? sheetSize.width - margin - line.width : margin + indent;
        placed.push({ block, sheet, left, baseLine: y, size, from: start, to, isRightToLeft, line, colour });
      }
      from += paragraph.length + 1;
    }
  }
  return placed;
}

/** A PDF of placed lines. */
export async function writeSheets(lines: readonly PlacedLine[], title: string): Promise<Uint8Array> {
  const { default: PDFDocument } = await import('pdfkit');
  const document = new PDFDocument({
    ...{ size: [sheetSize.width, sheetSize.height], margin: 0, autoFirstPage: false, font: '' },
    info: { Title: title, Producer: 'Mosaik', Creator: 'Mosaik' },
  });
  const written = bytesOf(document);
  const sheets = Math.max(0, ...lines.map(({ sheet }) => sheet)) + 1;
  for (let sheet = 0; sheet < sheets; sheet += 1) {
    document.addPage({ size: [sheetSize.width, sheetSize.height], margin: 0 });
    for (const one of lines.filter((line) => line.sheet === sheet))
      writeRuns(document, one.line.runs, one.left, one.baseLine, one.size, one.colour);
  }
  document.end();
  return written;
}
