import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { eq, inArray } from 'drizzle-orm';
import sharp from 'sharp';
import { number, object, string } from 'yup';
import type { Design } from '@/core/certificate';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { somewhere } from '@/core/people';
import { rememberBlob } from '../media';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { fetchTo, putBytes } from '../platform/files';
import { designPicture } from './schema';

const exec = promisify(execFile);
const minute = 60_000;
/** Dots to an inch a page of a PDF is drawn with: what good printers print. */
const dots = 300;
/** The longer side of a picture that is kept: A4 at 300 dots to an inch. */
const longest = 3508;
/** A picture of more dots than this takes more memory than a server has for it. */
const mostDots = 100_000_000;
const megapixels = (count: number) => Math.round(count / 1e6);

export type DesignPicture = {
  readonly hash: string;
  readonly type: 'image/png' | 'image/jpeg';
  readonly pixels: { readonly width: number; readonly height: number };
  readonly name: string;
};

/**
 * A picture, or a page of a PDF, as what is printed: in sRGB whatever it was in, no larger than print needs, as JPEG
 * where nothing of it is seen through. Of a PDF only how the page looks is taken; nothing in it runs.
 */
export async function printPicture(
  file: { readonly hash: string; readonly contentType: string },
  page: number,
): Promise<Result<Omit<DesignPicture, 'name'>>> {
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-picture-'));
  try {
    const source = await fetchTo(file.hash, join(folder, 'source'));
    if (file.contentType !== 'application/pdf') return await pressed(source);
    const drawn = join(folder, 'page');
    const range = ['-f', String(page), '-l', String(page), '-singlefile'];
    const made = await exec(
      'pdftoppm',
      ['-png', '-r', String(dots), '-scale-to', String(longest), ...range, source, drawn],
      {
        timeout: minute,
        killSignal: 'SIGKILL',
      },
    ).then(
      () => true,
      (error: { readonly code?: unknown }) => {
        // That the program is not there is not for whoever sends the file to mend.
        if (typeof error.code === 'string') throw error;
        return false;
      },
    );
    const there = made && (await readFile(`${drawn}.png`).catch(() => null));
    if (!there)
      return fail(
        'invalid',
        `Page ${page} of this PDF cannot be drawn. It may be damaged or locked, or have fewer pages.`,
        'file',
      );
    return await pressed(`${drawn}.png`);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function pressed(path: string): Promise<Result<Omit<DesignPicture, 'name'>>> {
  const damaged = fail('invalid', 'This picture is damaged and cannot be shown. Export it once more.', 'file');
  const facts = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!facts?.width || !facts.height) return damaged;
  const count = facts.width * facts.height;
  if (count > mostDots)
    return fail(
      'too-large',
      `This picture has ${facts.width.toLocaleString('en')} by ${facts.height.toLocaleString('en')} dots, ${megapixels(count)} megapixels; at most ${megapixels(mostDots)} are taken. A4 in print needs 2,480 by 3,508.`,
      'file',
    );
  const isSeenThrough =
    facts.hasAlpha === true &&
    !(
      await sharp(path)
        .stats()
        .catch(() => null)
    )?.isOpaque;
  const upright = sharp(path)
    .rotate()
    .toColourspace('srgb')
    .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true });
  const made = await (isSeenThrough ? upright.png() : upright.flatten({ background: 'white' }).jpeg({ quality: 90 }))
    .toBuffer({ resolveWithObject: true })
    .catch(() => null);
  if (!made) return damaged;
  const { hash } = await putBytes(made.data);
  const type = isSeenThrough ? 'image/png' : 'image/jpeg';
  return ok({ hash, type, pixels: { width: made.info.width, height: made.info.height } });
}

/** Keeps a picture for designs. Called by the upload route only, which has made it ready for print. */
export const addDesignPicture = command({
  name: 'certificate.add-picture',
  input: object({
    hash: string()
      .matches(/^[0-9a-f]{64}$/)
      .required(),
    type: string().oneOf(['image/png', 'image/jpeg']).required(),
    width: number().integer().min(1).required(),
    height: number().integer().min(1).required(),
    name: string().max(300).required(),
  }).noUnknown(),
  permission: ({ actor }) => somewhere(actor, 'certificate.design'),
  async handle({ tx, actor, now }, { hash, type, width, height, name }) {
    const known = await rememberBlob(tx, { hash, contentType: type });
    if (!known.ok) return known;
    await tx.db
      .insert(designPicture)
      .values({
        hash,
        name,
        type: type as DesignPicture['type'],
        width,
        height,
        addedAt: now.toString(),
        addedById: actor.id,
      })
      .onConflictDoNothing();
    return ok({ id: hash, hash, type, pixels: { width, height }, name });
  },
});

/** A picture of designs; null where there is none. */
export async function designPictureNamed(db: Database, hash: string): Promise<DesignPicture | null> {
  if (!/^[0-9a-f]{64}$/.test(hash)) return null;
  const [row] = await db.select().from(designPicture).where(eq(designPicture.hash, hash));
  return row ? { hash, type: row.type, pixels: { width: row.width, height: row.height }, name: row.name } : null;
}

/** Pictures come by being uploaded, and by no other way: a design names none that is not there. */
export async function strayPicture(db: Database, { background, things }: Design): Promise<Result<null>> {
  const named = [
    ...(background ? [background] : []),
    ...things.flatMap((one) => (one.sort === 'picture' ? [one] : [])),
  ];
  if (named.length === 0) return ok(null);
  const hashes = [...new Set(named.map(({ hash }) => hash))];
  const there = await db.select().from(designPicture).where(inArray(designPicture.hash, hashes));
  const isTrue = ({ hash, type, pixels }: (typeof named)[number]) =>
    there.some(
      (row) => row.hash === hash && row.type === type && row.width === pixels.width && row.height === pixels.height,
    );
  return named.every(isTrue)
    ? ok(null)
    : fail('not-found', 'A picture of this design is not there any more. Upload it again.');
}
