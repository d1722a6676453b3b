import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { readDesign } from '@/core/certificate';
import { instantFrom } from '../enrolment';
import { schoolFacts } from '../people';
import { database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { type Drawn, type DrawnMark, drawnDesign } from './draw';
import { issuedFacts } from './facts';
import { picturesOf } from './pdf';
import { certificate } from './schema';

/** Pixels: what places that show a picture with a link take whole. */
const wide = 1200;
const plain = (value: string) => value.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

function markSvg(mark: DrawnMark, pictures: ReadonlyMap<string, Buffer>): string {
  if (mark.sort === 'picture') {
    const { at, within, hash } = mark;
    const source = `data:image;base64,${pictures.get(hash)?.toString('base64') ?? ''}`;
    const clip = `<clipPath id="c-${mark.id}"><rect x="${within.x}" y="${within.y}" width="${within.width}" height="${within.height}"/></clipPath>`;
    return `${clip}<image clip-path="url(#c-${mark.id})" preserveAspectRatio="none" x="${at.x}" y="${at.y}" width="${at.width}" height="${at.height}" href="${source}"/>`;
  }
  const { path, fill, stroke, line, dash, isRound } = mark;
  const edge =
    stroke && line > 0
      ? `stroke="${plain(stroke)}" stroke-width="${line}" stroke-linecap="${isRound ? 'round' : 'butt'}"${dash.length > 0 ? ` stroke-dasharray="${dash.join(' ')}"` : ''}`
      : '';
  return `<path d="${path}" fill="${fill ? plain(fill) : 'none'}" ${edge}/>`;
}

const svgOf = ({ width, height, ground, marks }: Drawn, pictures: ReadonlyMap<string, Buffer>): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${wide}" height="${Math.round((wide * height) / width)}"><rect width="100%" height="100%" fill="${plain(ground)}"/>${marks.map((mark) => markSvg(mark, pictures)).join('')}</svg>`;

/** The picture of a certificate for links and lists (PNG), made once and kept; null where there is no such certificate. */
export async function linkPicture(id: string): Promise<string | null> {
  const db = database();
  const [row] = await db.select().from(certificate).where(eq(certificate.id, id));
  if (!row) return null;
  if (row.pictureHash && (await files().stat(row.pictureHash))) return row.pictureHash;
  const design = readDesign(row.design);
  const facts = issuedFacts({ ...row, issuedAt: instantFrom(row.issuedAt).toString() }, await schoolFacts(db));
  const svg = svgOf(drawnDesign(design, facts), await picturesOf([design]));
  const png = await sharp(Buffer.from(svg), { unlimited: true }).png().toBuffer();
  const { hash } = await putBytes(png);
  await db.update(certificate).set({ pictureHash: hash }).where(eq(certificate.id, id));
  return hash;
}
