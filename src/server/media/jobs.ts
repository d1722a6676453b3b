import { execFile } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { database, pool, transaction } from '../platform/database';
import { files } from '../platform/files';
import { log } from '../platform/log';
import { rememberBlob } from './commands';
import { blob, media } from './schema';

const run = promisify(execFile);
const quiet = { maxBuffer: 20 * 1024 * 1024 };

type Facts = Partial<typeof media.$inferInsert>;
/** A file that cannot be used: told to its owner as a sentence, and not tried again. */
class Unusable extends Error {}

/**
 * Works out what is to be known of an uploaded file: a film's length, size, poster frame and, where
 * browsers cannot play it, a form they can; a picture's size; a PDF's pages. Running it twice gives
 * the same row.
 */
export async function workOut(mediaId: string): Promise<void> {
  const [row] = await database()
    .select({ media, contentType: blob.contentType })
    .from(media)
    .innerJoin(blob, eq(blob.hash, media.hash))
    .where(eq(media.id, mediaId));
  if (!row) return;
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-media-'));
  try {
    const facts = await factsOf(row.media.kind, files().path(row.media.hash), row.contentType, folder);
    await database()
      .update(media)
      .set({ ...facts, state: 'ready', problem: null })
      .where(eq(media.id, mediaId));
  } catch (error) {
    if (!(error instanceof Unusable)) throw error;
    log.info({ mediaId, problem: error.message }, 'media cannot be used');
    await database().update(media).set({ state: 'failed', problem: error.message }).where(eq(media.id, mediaId));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  await pool().query('select pg_notify($1, $2)', ['mosaik_course', row.media.courseId]);
}

function factsOf(kind: string, path: string, contentType: string, folder: string): Promise<Facts> {
  if (kind === 'film') return filmFacts(path, contentType, folder);
  if (kind === 'picture') return pictureFacts(path);
  return kind === 'document' ? documentFacts(path, folder) : Promise.resolve({});
}

type Probe = { format?: { duration?: string }; streams?: { codec_type?: string; codec_name?: string; width?: number; height?: number; pix_fmt?: string }[] };

async function filmFacts(path: string, contentType: string, folder: string): Promise<Facts> {
  const probed = await run('ffprobe', ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path], quiet).catch(() => null);
  const probe = (probed ? JSON.parse(probed.stdout) : {}) as Probe;
  const picture = probe.streams?.find((stream) => stream.codec_type === 'video');
  const seconds = Number(probe.format?.duration);
  if (!picture || !(seconds > 0)) throw new Unusable('the file holds no film that can be read; export it again, for example as MP4');
  const poster = join(folder, 'poster.jpg');
  await run(
    'ffmpeg',
    ['-v', 'error', '-y', '-ss', String(Math.min(seconds / 4, 8)), '-i', path, '-frames:v', '1', '-vf', 'scale=min(1280\\,iw):-2', '-q:v', '4', poster],
    quiet,
  );
  const sound = probe.streams?.find((stream) => stream.codec_type === 'audio');
  const plays =
    (contentType === 'video/mp4' && picture.codec_name === 'h264' && picture.pix_fmt === 'yuv420p' && (!sound || sound.codec_name === 'aac')) ||
    (contentType === 'video/webm' && ['vp8', 'vp9', 'av1'].includes(picture.codec_name ?? ''));
  return {
    seconds,
    width: picture.width ?? null,
    height: picture.height ?? null,
    posterHash: await keep(poster, 'image/jpeg'),
    playHash: plays ? null : await playable(path, folder),
  };
}

async function playable(path: string, folder: string): Promise<string> {
  const made = join(folder, 'play.mp4');
  await run(
    'ffmpeg',
    [
      '-v',
      'error',
      '-y',
      '-i',
      path,
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-crf',
      '23',
      '-pix_fmt',
      'yuv420p',
      '-vf',
      'scale=trunc(min(1920\\,iw)/2)*2:-2',
      '-c:a',
      'aac',
      '-movflags',
      '+faststart',
      made,
    ],
    quiet,
  );
  return keep(made, 'video/mp4');
}

async function keep(path: string, contentType: string): Promise<string> {
  const stored = await files().put(path);
  await transaction((tx) => rememberBlob(tx, { ...stored, contentType }));
  return stored.hash;
}

async function pictureFacts(path: string): Promise<Facts> {
  const found = await sharp(path)
    .metadata()
    .catch(() => null);
  if (!found?.width || !found.height) throw new Unusable('the picture cannot be read; save it again and upload that');
  return { width: found.width, height: found.height };
}

async function documentFacts(path: string, folder: string): Promise<Facts> {
  const info = await run('pdfinfo', [path], quiet).catch(() => null);
  const pages = Number(/^Pages:\s+(\d+)/m.exec(info?.stdout ?? '')?.[1]);
  if (!(pages > 0)) throw new Unusable('the PDF cannot be read; it may be damaged or locked with a password');
  await run('pdftoppm', ['-png', '-r', '60', '-f', '1', '-l', '1', '-singlefile', path, join(folder, 'page')], quiet);
  return { pages, posterHash: await keep(join(folder, 'page.png'), 'image/png') };
}
