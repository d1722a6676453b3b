import PDFDocument from 'pdfkit';
import { type LoadedFont, sansPath } from './fonts';
import type { SetRun } from './setter';

/**
 * Words of the one text setter on the pages of a PDF that is written. The library takes files of fonts and reads each
 * anew; it is given those that are read already, as the kind of object it makes of them. Which class that is, it shows
 * on any font it has read.
 */
type Embedded = {
  readonly constructor: new (document: PDFKit.PDFDocument, font: unknown, id: string) => Embedded;
  id: string;
  /** What it has shaped, by its text. */
  layoutCache: object;
};
type Inside = PDFKit.PDFDocument & { _font: Embedded; _fontFamilies: Record<string, Embedded>; _fontCount: number };

let EmbeddedFont: Embedded['constructor'] | undefined;
function embedding(): Embedded['constructor'] {
  EmbeddedFont ??= (new PDFDocument({ font: sansPath }) as Inside)._font.constructor;
  return EmbeddedFont;
}

/** Words that were shaped, by their font: each is on many pages, and they come out the same in every document. */
const shaped = new Map<string, object>();
let documents = 0;
const mostDocuments = 500;

/** Of words that were shaped, only those of the last some hundred documents are kept. */
function forgetWords(): void {
  documents = (documents + 1) % mostDocuments;
  if (documents === 0) shaped.clear();
}

function useFont(document: Inside, { key, font }: LoadedFont): void {
  if (!document._fontFamilies[key]) {
    document._fontCount += 1;
    const embedded = new (embedding())(document, font, `F${document._fontCount}`);
    embedded.layoutCache = shaped.get(key) ?? embedded.layoutCache;
    shaped.set(key, embedded.layoutCache);
    document._fontFamilies[key] = embedded;
  }
  document._font = document._fontFamilies[key] as Embedded;
}

/** A colour as a design names it, or red, green and blue from 0 to 255. */
export type Colour = string | readonly [number, number, number];

/**
 * A font keeps each letter as it was asked for first, with the characters it stood for then, also for another document.
 * What a document says it stands for (so that it can be copied and read aloud) must not hang on what was set before:
 * every machine would write another file.
 */
function forgetLetters({ font }: LoadedFont): void {
  (font as unknown as { _glyphs: object })._glyphs = {};
}

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
    forgetLetters(run.font);
    document.text(run.text, left + run.x, y, {
      lineBreak: false,
      baseline: 'alphabetic',
      characterSpacing: run.spacing,
    });
  }
}

/** All of a PDF that is being written, once it has come to its end. */
export function bytesOf(document: PDFKit.PDFDocument): Promise<Uint8Array> {
  forgetWords();
  const chunks: Buffer[] = [];
  document.on('data', (chunk: Buffer) => chunks.push(chunk));
  return new Promise((resolve, reject) =>
    document.once('end', () => resolve(Buffer.concat(chunks))).once('error', reject),
  );
}
