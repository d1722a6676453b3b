import { buffer } from 'node:stream/consumers';
import { type Design, type Facts, inks } from '@/core/certificate';
import { files } from '../platform/files';
import { bytesOf, writeRuns } from '../platform/pdf-words';
import { setLine } from '../platform/setter';
import { codeBarsAt, type SetDesign, type SetMark, setDesign } from './draw';

/** Pictures of designs by their hash. Read once for as many certificates as are drawn with them. */
type Pictures = ReadonlyMap<string, Buffer>;

/** The pictures some designs show. Throws where one is not there. */
export async function picturesOf(designs: readonly Design[]): Promise<Pictures> {
  const hashes = new Set(
    designs.flatMap(({ background, things }) => [
      ...(background ? [background.hash] : []),
      ...things.flatMap((thing) => (thing.sort === 'picture' ? [thing.hash] : [])),
    ]),
  );
  const read = await Promise.all(
    [...hashes].map(async (hash) => {
      const content = await files().get(hash);
      if (!content) throw new Error(`The picture ${hash} of a design is not there.`);
      return [hash, await buffer(content)] as const;
    }),
  );
  return new Map(read);
}

/** `badge`: the same as a signed token, which lies with the page. */
export type Sheet = {
  readonly design: Design;
  readonly facts: Facts;
  readonly marker?: string;
  readonly badge?: string | undefined;
};
/** What a badge is called among the attachments of a PDF. */
export const badgeFile = 'badge.jwt';

/**
 * The PDF of some certificates, a page each, with their fonts embedded and nothing in it that depends on the machine.
 * `at`: the instant it is dated with. A sheet with a `marker` is none that was issued: those words lie across it.
 */
export async function certificatePdf(sheets: readonly Sheet[], at: string, known?: Pictures): Promise<Uint8Array> {
  const pictures = known ?? (await picturesOf(sheets.map(({ design }) => design)));
  const set = sheets.map((sheet) => ({ ...sheet, set: setDesign(sheet.design, sheet.facts) }));
  const fonts = new Map(
    set.flatMap((one) =>
      one.set.marks.flatMap((mark) =>
        mark.sort === 'text'
          ? mark.lines.flatMap((line) => line.set.runs.map(({ font }) => [font.key, font] as const))
          : [],
      ),
    ),
  );
  const when = new Date(at);
  const [first] = sheets;
  // Asked for when something is drawn: a tenth of the time a process takes to begin.
  const { default: PDFDocument } = await import('pdfkit');
  const document = new PDFDocument({
    margin: 0,
    autoFirstPage: false,
    font: '',
    lang: first?.facts.locale.split('-')[0] ?? 'en',
    // Streams as they are: what packs them differs between machines.
    compress: false,
    info: {
      Title: titleOf(sheets),
      Author: first?.facts.school ?? '',
      Producer: 'Mosaik',
      Creator: 'Mosaik',
      CreationDate: when,
      ModDate: when,
      // Two machines draw the same where their typefaces are of the same version.
      Keywords: [...fonts.values()].map(({ key, version }) => `${key} ${version}`.trim()).join('; '),
    },
  });
  const written = bytesOf(document);
  for (const one of set) {
    document.addPage({ size: [one.set.width, one.set.height], margin: 0 });
    drawSheet(document, one.set, one.facts, pictures);
    if (one.marker) drawMarker(document, one.set, one.marker);
    if (one.badge) attachBadge(document, one.badge, when);
  }
  document.end();
  return written;
}

function attachBadge(document: PDFKit.PDFDocument, badge: string, when: Date): void {
  document.file(Buffer.from(badge), {
    ...{ name: badgeFile, type: 'application/vc+jwt', description: 'The same as a signed badge (Open Badges 3.0)' },
    ...{ creationDate: when, modifiedDate: when },
  });
}

function titleOf([first, ...others]: readonly Sheet[]): string {
  if (!first) return '';
  const { name, course } = first.facts;
  if (others.length > 0) return `${course}, ${others.length + 1} certificates`;
  return `${first.marker ? `${first.marker}: ` : ''}${name}: ${course}`;
}

function drawSheet(document: PDFKit.PDFDocument, set: SetDesign, facts: Facts, pictures: Pictures): void {
  document.rect(0, 0, set.width, set.height).fill(set.ground);
  for (const mark of set.marks) drawMark(document, mark, facts, pictures);
}

const drawers: {
  readonly [S in SetMark['sort']]: (
    document: PDFKit.PDFDocument,
    mark: Extract<SetMark, { readonly sort: S }>,
    facts: Facts,
    pictures: Pictures,
  ) => void;
} = {
  text(document, { lines, size, colour }) {
    for (const { set, left, y } of lines) writeRuns(document, set.runs, left, y, size, colour);
  },
  path(document, { path, fill, stroke, line, dash, isRound }) {
    document
      .save()
      .lineWidth(line)
      .lineCap(isRound ? 'round' : 'butt')
      .lineJoin('miter');
    const [long, space] = dash;
    if (long !== undefined) document.dash(long, { space: space ?? long });
    document.path(path);
    if (fill && stroke && line > 0) document.fillAndStroke(fill, stroke);
    else if (fill) document.fill(fill);
    else if (stroke && line > 0) document.stroke(stroke);
    document.restore();
  },
  picture(document, { hash, at, within }, _facts, pictures) {
    const content = pictures.get(hash);
    if (!content) throw new Error(`The picture ${hash} of a design is not there.`);
    document.save().rect(within.x, within.y, within.width, within.height).clip();
    document.image(content, at.x, at.y, { width: at.width, height: at.height });
    document.restore();
  },
  code(document, { at, colour }, facts) {
    for (const { x, y, width, height } of codeBarsAt(facts.checkAddress, at)) document.rect(x, y, width, height);
    document.fill(colour);
  },
};
const drawMark = (document: PDFKit.PDFDocument, mark: SetMark, facts: Facts, pictures: Pictures): void =>
  (drawers[mark.sort] as (d: PDFKit.PDFDocument, m: SetMark, f: Facts, p: Pictures) => void)(
    document,
    mark,
    facts,
    pictures,
  );

/** Words set so that they are about so many points long. */
function markerLine(words: string, wide: number) {
  const size = (wide / setLine('sans', 'bold', words, 100).width) * 100;
  return { size, set: setLine('sans', 'bold', words, size) };
}

/** Words across a sheet, so that nobody takes it for one that was issued. */
function drawMarker(document: PDFKit.PDFDocument, { width, height }: SetDesign, words: string): void {
  const angle = (Math.atan2(height, width) * 180) / Math.PI;
  document
    .save()
    .rotate(-angle, { origin: [width / 2, height / 2] })
    .opacity(0.16);
  const line = markerLine(words, Math.hypot(width, height) * 0.7);
  writeRuns(
    document,
    line.set.runs,
    width / 2 - line.set.width / 2,
    height / 2 + line.size * 0.32,
    line.size,
    inks.ink.value,
  );
  document.restore();
}
