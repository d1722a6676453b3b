import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { mostDots } from '@/core/assignment';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { files } from '../platform/files';
import { withSheets } from './sheets/apart';
import type { Scan } from './sheets/bound';

type Stored = { readonly hash: string; readonly contentType: string };

/** A stored file, whole; null where it is not there. */
async function contentOf(hash: string): Promise<Buffer | null> {
  const content = await files().get(hash);
  return content && buffer(content);
}

/**
 * A file as what pages are made of: a PDF as it is, a picture upright (as its camera was held) and as JPEG, which every
 * PDF holds. Null where it has no pages, is damaged, or is not there.
 */
export async function asScan({ hash, contentType }: Stored): Promise<Scan | null> {
  if (contentType !== 'application/pdf' && !contentType.startsWith('image/')) return null;
  const bytes = await contentOf(hash);
  if (!bytes || contentType === 'application/pdf') return bytes && { hash, contentType, bytes };
  const upright = sharp(bytes, { limitInputPixels: mostDots }).rotate().flatten({ background: 'white' });
  const pressed = await upright
    .jpeg({ quality: 88 })
    .toBuffer()
    .catch(() => null);
  return pressed && { hash, contentType: 'image/jpeg', bytes: pressed };
}

/** How many pages a stored file has; a sentence where it can be no script. */
export async function countPages({ hash, contentType }: Stored): Promise<Result<number>> {
  const bytes = await contentOf(hash);
  if (!bytes) return fail('not-found', 'The file did not arrive. Upload it again.');
  if (contentType === 'application/pdf') {
    const counted = await withSheets('pages', { bytes });
    return counted.ok ? counted.value : counted;
  }
  const { width, height } = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => ({ width: 0, height: 0 }));
  if (!width || !height) return fail('invalid', 'This picture is damaged and cannot be shown. Take it anew.', 'file');
  return width * height > mostDots
    ? fail(
        'too-large',
        `This picture has ${Math.round((width * height) / 1e6)} megapixels; at most 100 are taken.`,
        'file',
      )
    : ok(1);
}
