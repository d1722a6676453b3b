import { degrees, PDFDocument } from '@cantoo/pdf-lib';
import { longestSide, mostScriptPages, type ScriptPage } from '@/core/assignment';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { pictureSide, userUnit } from './paper';

/** A scan as its pages are taken from it: a PDF, or a picture as JPEG. */
export type Scan = { readonly hash: string; readonly contentType: string; readonly bytes: Uint8Array };

/** The longer side of each page of a PDF, in points; whether it is locked. Throws where it cannot be read. */
async function sidesOf(bytes: Uint8Array) {
  const document = await PDFDocument.load(bytes, { ignoreEncryption: true, updateMetadata: false });
  const sides = document.getPages().map((page) => Math.max(page.getWidth(), page.getHeight()) * userUnit(page));
  return { isLocked: document.isEncrypted, sides };
}

/** How many pages a PDF has; a sentence where it cannot be used as a script. */
export async function pagesOf({ bytes }: Pick<Scan, 'bytes'>): Promise<Result<number>> {
  const opened = await sidesOf(bytes).catch(() => null);
  if (!opened) return fail('invalid', 'This PDF is damaged: its pages cannot be read. Scan or save it anew.', 'file');
  const { isLocked, sides } = opened;
  if (isLocked)
    return fail('invalid', 'This PDF opens with a password only. Save it without one, and load it again.', 'file');
  const count = sides.length;
  if (count === 0) return fail('invalid', 'This PDF has no pages.', 'file');
  if (count > mostScriptPages)
    return fail('too-large', `This PDF has ${count} pages; at most ${mostScriptPages} are taken at once.`, 'file');
  const large = sides.findIndex((side) => side > longestSide);
  return large < 0
    ? ok(count)
    : fail(
        'too-large',
        `Page ${large + 1} of this PDF is longer than two metres. Scan it anew as A4 or Letter.`,
        'file',
      );
}

/** Pages of scans, turned and in their order, as one PDF; those that are left out are not in it. */
export async function bound(scans: readonly Scan[], pages: readonly ScriptPage[]): Promise<Uint8Array> {
  const whole = await PDFDocument.create();
  const opened = new Map<string, PDFDocument>();
  for (const { hash, page: number, turn, out } of pages) {
    const scan = scans.find((one) => one.hash === hash);
    if (out || !scan) continue;
    if (scan.contentType !== 'application/pdf') {
      const image = await whole.embedJpg(scan.bytes);
      const scale = pictureSide / Math.max(image.width, image.height);
      const [width, height] = [image.width * scale, image.height * scale];
      const page = whole.addPage([width, height]);
      page.drawImage(image, { x: 0, y: 0, width, height });
      page.setRotation(degrees(turn * 90));
      continue;
    }
    const source = opened.get(hash) ?? (await PDFDocument.load(scan.bytes, { updateMetadata: false }));
    opened.set(hash, source);
    const [page] = await whole.copyPages(source, [number - 1]);
    if (!page) continue;
    page.setRotation(degrees((page.getRotation().angle + turn * 90) % 360));
    whole.addPage(page);
  }
  // The same pages are the same file, whenever they are put together.
  whole.setCreationDate(new Date(0));
  whole.setModificationDate(new Date(0));
  return whole.save();
}
