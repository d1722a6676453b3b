import { type LoadedFont, sansPath } from './fonts';
import type { SetRun } from './setter';
import { shaped } from './shaped';

/**
 * Words of the one text setter on the pages of a PDF that is written. The library takes files of fonts and reads each
 * anew; it is given those that are read already, as the kind of object it makes of them. Which class that is, it shows
 * on any font it has read.
 */
type Embedded = {
  readonly constructor: new (document: PDFKit.PDFDocument, font: unknown, id: string) => Embedded;
  id: string;
  readonly scale: number;
  /** How it shapes a run of letters. */
  layoutRun: (text: string) => object;
};
type Inside = PDFKit.PDFDocument & { _font: Embedded; _fontFamilies: Record<string, Embedded>; _fontCount: number };

let EmbeddedFont: Embedded['constructor'] | undefined;
function embedding(document: PDFKit.PDFDocument): Embedded['constructor'] {
  const PDFDocument = document.constructor as new (how: PDFKit.PDFDocumentOptions) => Inside;
  EmbeddedFont ??= new PDFDocument({ font: sansPath })._font.constructor;
  return EmbeddedFont;
}

/** A run of letters as the library wants it: in thousandths of the size. */
function scaledRun(font: LoadedFont, text: string, scale: number) {
  const { glyphs, positions } = shaped(font, text);
  let advanceWidth = 0;
  const scaled = positions.map(({ xAdvance, yAdvance, xOffset, yOffset }, i) => {
    advanceWidth += xAdvance * scale;
    return {
      ...{ xAdvance: xAdvance * scale, yAdvance: yAdvance * scale, xOffset: xOffset * scale, yOffset: yOffset * scale },
      advanceWidth: (glyphs[i]?.advanceWidth ?? 0) * scale,
    };
  });
  return { glyphs, positions: scaled, advanceWidth };
}

function useFont(document: Inside, font: LoadedFont): void {
  if (!document._fontFamilies[font.key]) {
    document._fontCount += 1;
    const embedded = new (embedding(document))(document, font.font, `F${document._fontCount}`);
    embedded.layoutRun = (text) => scaledRun(font, text, embedded.scale);
    document._fontFamilies[font.key] = embedded;
  }
  document._font = document._fontFamilies[font.key] as Embedded;
}

/** A colour as a design names it, or red, green and blue from 0 to 255. */
export type Colour = string | readonly [number, number, number];

/** Writes a set line with its base line at `y`, in points from the left upper corner of the page. */
export function writeRuns(
  document: PDFKit.PDFDocument,
  runs: readonly SetRun[],
  left: number,
  y: number,
  size: number,
  colour: Colour,
): void {
  // Each run stands where it was set: to measure it once more, for what would follow it, takes as long as to write it.
  document.widthOfString = () => 0;
  document.fillColor(typeof colour === 'string' ? colour : [...colour]).fontSize(size);
  for (const run of runs) {
    if (run.text.trim() === '') continue;
    useFont(document as Inside, run.font);
    document.text(run.text, left + run.x, y, {
      lineBreak: false,
      baseline: 'alphabetic',
      characterSpacing: run.spacing,
    });
  }
}

/** All of a PDF that is being written, once it has come to its end. */
export function bytesOf(document: PDFKit.PDFDocument): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  document.on('data', (chunk: Buffer) => chunks.push(chunk));
  return new Promise((resolve, reject) =>
    document.once('end', () => resolve(Buffer.concat(chunks))).once('error', reject),
  );
}
