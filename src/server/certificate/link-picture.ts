import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { readDesign } from '@/core/certificate';
import { instantFrom } from '../enrolment';
import { schoolFacts } from '../people';
import { database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { drawnDesign } from './draw';
import { issuedFacts } from './facts';
import { picturesOf } from './pdf';
import { certificate } from './schema';
import { svgOf } from './svg';

/** Pixels: what places that show a picture with a link take whole. */
const wide = 1200;

/** The picture of a certificate for links and lists (PNG), made once and kept; null where there is no such certificate. */
export async function linkPicture(id: string): Promise<string | null> {
  const db = database();
  const [row] = await db.select().from(certificate).where(eq(certificate.id, id));
  if (!row) return null;
  if (row.pictureHash && (await files().stat(row.pictureHash))) return row.pictureHash;
  const design = readDesign(row.design);
  const facts = issuedFacts({ ...row, issuedAt: instantFrom(row.issuedAt).toString() }, await schoolFacts(db));
  const svg = svgOf(drawnDesign(design, facts), await picturesOf([design]), wide);
  const png = await sharp(Buffer.from(svg), { unlimited: true }).png().toBuffer();
  const { hash } = await putBytes(png);
  await db.update(certificate).set({ pictureHash: hash }).where(eq(certificate.id, id));
  return hash;
}
