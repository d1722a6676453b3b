import { PDFDocument } from '@cantoo/pdf-lib';
import { type Drawn, inkColours, isOnPage, isOnText, type OnPage, wordsOf } from '@/core/marking';
import { annotate, type Signed } from './annotate';
import { type Block, flow, writeSheets } from './flow';
import { ontoSheets } from './on-text';
import { pictureSide } from './paper';

/** A piece of marked work, for its learner to keep. */
export type MarkedWork = {
  readonly title: string;
  /** Whose, when and in which course, a line each. */
  readonly about: readonly string[];
  readonly result: string;
  readonly criteria: readonly { readonly title: string; readonly points: string; readonly found: readonly string[] }[];
  readonly remark: string;
  readonly text: string;
  readonly drawn: readonly Drawn[];
  readonly files: readonly {
    readonly hash: string;
    readonly name: string;
    readonly contentType: string;
    /** The PDF, or the picture as JPEG or PNG; null where it has no pages. */
    readonly bytes: Uint8Array | null;
  }[];
  readonly marker: string;
  /** When it was marked, ISO 8601. */
  readonly at: string;
};

/** The ink of what is drawn, a quarter of the way to paper. */
const [red, green, blue] = inkColours.ink;
const paler = (part: number) => Math.round(part + (255 - part) / 4);
const quiet = [paler(red), paler(green), paler(blue)] as const;

/** What was said about the work, before the work itself. */
function summary(work: MarkedWork, left: readonly string[]): Block[] {
  const words = work.drawn.filter((one) => isOnPage(one) && wordsOf(one).trim() !== '') as OnPage[];
  const nameOf = (hash: string) => work.files.find((file) => file.hash === hash)?.name ?? '';
  return [
    { words: work.title, size: 18, weight: 'bold' },
    ...work.about.map((line): Block => ({ words: line, colour: quiet })),
    { words: work.result, size: 13, weight: 'bold', gap: 14 },
    ...work.criteria.flatMap(({ title, points, found }): Block[] => [
      { words: `${title}: ${points}`, weight: 'bold', gap: 8 },
      ...found.map((line): Block => ({ words: line, indent: 14 })),
    ]),
    ...(work.remark.trim() === '' ? [] : [{ words: work.remark, gap: 14, face: 'serif' as const, size: 11.5 }]),
    ...(words.length === 0 ? [] : [{ words: 'Written on the pages', weight: 'bold' as const, gap: 16 }]),
    ...words.map((one): Block => ({ words: `${nameOf(one.file)}, page ${one.page}: ${wordsOf(one)}`, gap: 3 })),
    ...left.map(
      (name): Block => ({ words: `${name} has no pages that could be put in here.`, gap: 10, colour: quiet }),
    ),
  ];
}

/** The pages of a file that was handed in, appended; whether it has any. */
async function append(
  whole: PDFDocument,
  { bytes, contentType }: MarkedWork['files'][number],
  drawn: readonly OnPage[],
  signed: Signed,
): Promise<boolean> {
  if (!bytes) return false;
  if (contentType === 'application/pdf') {
    try {
      const own = await PDFDocument.load(bytes, { updateMetadata: false });
      const pages = await whole.copyPages(own, own.getPageIndices());
      for (const [i, page] of pages.entries()) {
        whole.addPage(page);
        for (const one of drawn.filter(({ page: number }) => number === i + 1)) annotate(whole, page, one, signed);
      }
      return true;
    } catch {
      // A damaged or locked one is named in the summary, and can be had as it was handed in.
      return false;
    }
  }
  const image = await (contentType === 'image/png' ? whole.embedPng(bytes) : whole.embedJpg(bytes));
  const scale = pictureSide / Math.max(image.width, image.height);
  const [width, height] = [image.width * scale, image.height * scale];
  const page = whole.addPage([width, height]);
  page.drawImage(image, { x: 0, y: 0, width, height });
  for (const one of drawn) annotate(whole, page, one, signed);
  return true;
}

/** Marked work as one PDF: what was said of it, its text, and its files, with all that was drawn. */
export async function markedPdf(work: MarkedWork): Promise<Uint8Array> {
  const signed: Signed = { marker: work.marker, at: new Date(work.at) };
  const filed = await PDFDocument.create();
  const left: string[] = [];
  for (const file of work.files) {
    const drawn = work.drawn.filter((one): one is OnPage => isOnPage(one) && one.file === file.hash);
    if (!(await append(filed, file, drawn, signed))) left.push(file.name);
  }
  const blocks = summary(work, left);
  const text: Block = { words: work.text, face: 'serif', size: 11.5, newSheet: true };
  const lines = flow(work.text.trim() === '' ? blocks : [...blocks, text]);
  const whole = await PDFDocument.load(await writeSheets(lines, work.title));
  const own = lines.filter(({ block }) => block === blocks.length);
  for (const { sheet, one } of ontoSheets(own, text, work.drawn.filter(isOnText)))
    annotate(whole, whole.getPage(sheet), one, signed);
  for (const page of await whole.copyPages(filed, filed.getPageIndices())) whole.addPage(page);
  whole.setTitle(work.title);
  return whole.save();
}
