import { execFile } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { type MediaKind, samplesASecond, WaveForm } from '@/core/media';
import { database, pool, transaction } from '../platform/database';
import { fetchTo, files } from '../platform/files';
import { later } from '../platform/jobs';
import { log } from '../platform/log';
import { coursesOf } from './queries';
import { blob, media, mediaVersion } from './schema';
import { rememberBlob } from './stored';

const exec = promisify(execFile);
const second = 1000;

type Facts = Partial<typeof mediaVersion.$inferInsert>;
/** What is known of a file, and whether browsers take it as it is. */
type Worked = Facts & { readonly plays: boolean };
/** A file that cannot be used: told to its owner as a sentence, and not tried again. */
class Unusable extends Error {}

/** Runs a program for at most so long; whatever keeps it from its end is the fault of the file, and said so in words. */
async function run(program: string, args: readonly string[], mostMs: number, sentence: string): Promise<string> {
  try {
    const { stdout } = await exec(program, [...args], {
      maxBuffer: 20 * 1024 * 1024,
      // Lengths of films are no whole numbers; times to wait have to be.
      timeout: Math.ceil(mostMs),
      killSignal: 'SIGKILL',
    });
    return stdout;
  } catch (error) {
    const { code } = error as { readonly code?: unknown };
    // That the program is not there, or the disk full, is not for the owner of the file to mend.
    if (typeof code === 'string') throw error;
    throw new Unusable(sentence);
  }
}

const unheard = 'the file holds no sound that can be read; export it again, for example as MP3';
const unreadable = 'the file holds no film that can be read; export it again, for example as MP4';

/**
 * Works out what is to be known of an uploaded file: a film's length, size and poster frame; a recording's
 * length; a picture's size; a PDF's pages. Running it twice gives the same row. What browsers cannot play waits for
 * `makePlayable`, which takes long and is a job of its own.
 */
export const workOut = (versionId: string): Promise<void> =>
  onFile(versionId, async ({ kind, hash, contentType }, folder) => {
    const { plays, ...facts } = await factsOf[kind](await fetched(hash, folder), contentType, folder);
    if (plays) return { ...facts, playHash: null, state: 'ready' };
    // It waits already, and goes on waiting: the job may be done before what is known here is written.
    await transaction((tx) => later(tx, 'media.make-playable', { versionId }));
    return facts;
  });

/** Makes a form of a film or a recording that every browser plays. */
export const makePlayable = (versionId: string): Promise<void> =>
  onFile(versionId, async ({ kind, hash, seconds }, folder) => ({
    playHash: await (kind === 'audio' ? hearable : playable)(await fetched(hash, folder), folder, seconds ?? 0),
    state: 'ready',
  }));

const fetched = (hash: string, folder: string) => fetchTo(hash, join(folder, 'original'));

type Found = Pick<typeof mediaVersion.$inferSelect, 'mediaId' | 'hash' | 'seconds'> & {
  readonly kind: MediaKind;
  readonly contentType: string;
};

/** Does work on the file of a version and keeps what it finds; what makes the file useless is kept as a sentence, and is the end of it. */
async function onFile(versionId: string, work: (found: Found, folder: string) => Promise<Facts>): Promise<void> {
  const [found] = await database()
    .select({
      mediaId: mediaVersion.mediaId,
      hash: mediaVersion.hash,
      seconds: mediaVersion.seconds,
      kind: media.kind,
      contentType: blob.contentType,
    })
    .from(mediaVersion)
    .innerJoin(media, eq(media.id, mediaVersion.mediaId))
    .innerJoin(blob, eq(blob.hash, mediaVersion.hash))
    .where(eq(mediaVersion.id, versionId));
  if (!found) return;
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-media-'));
  try {
    const facts = await work(found, folder);
    await database()
      .update(mediaVersion)
      .set({ problem: null, ...facts })
      .where(eq(mediaVersion.id, versionId));
  } catch (error) {
    if (!(error instanceof Unusable)) throw error;
    log.info({ versionId, problem: error.message }, 'media cannot be used');
    await failMedia(versionId, error.message);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  for (const courseId of await coursesOf(database(), found.mediaId))
    await pool().query('select pg_notify($1, $2)', ['mosaik_course', courseId]);
}

/** The end of working on a file that was tried as often as it may be. */
export async function failMedia(
  versionId: string,
  problem = 'it could not be worked on; try again, or tell the owner of the school',
): Promise<void> {
  await database().update(mediaVersion).set({ state: 'failed', problem }).where(eq(mediaVersion.id, versionId));
}

type Probe = {
  format?: { duration?: string };
  streams?: { codec_type?: string; codec_name?: string; width?: number; height?: number; pix_fmt?: string }[];
};

async function filmFacts(path: string, contentType: string, folder: string) {
  const probe = JSON.parse(
    await run(
      'ffprobe',
      ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path],
      60 * second,
      unreadable,
    ),
  ) as Probe;
  const picture = probe.streams?.find((stream) => stream.codec_type === 'video');
  const seconds = Number(probe.format?.duration);
  if (!picture || !(seconds > 0)) throw new Unusable(unreadable);
  const poster = join(folder, 'poster.jpg');
  const frame = [
    '-ss',
    String(Math.min(seconds / 4, 8)),
    '-i',
    path,
    '-frames:v',
    '1',
    '-vf',
    'scale=min(1280\\,iw):-2',
    '-q:v',
    '4',
    poster,
  ];
  await run('ffmpeg', ['-v', 'error', '-y', ...frame], 120 * second, unreadable);
  const sound = probe.streams?.find((stream) => stream.codec_type === 'audio');
  const plays =
    (contentType === 'video/mp4' &&
      picture.codec_name === 'h264' &&
      picture.pix_fmt === 'yuv420p' &&
      (!sound || sound.codec_name === 'aac')) ||
    (contentType === 'video/webm' && ['vp8', 'vp9', 'av1'].includes(picture.codec_name ?? ''));
  return {
    plays,
    seconds,
    width: picture.width ?? null,
    height: picture.height ?? null,
    posterHash: await keep(poster, 'image/jpeg'),
    waveHash: sound ? await wave(path, folder, seconds) : null,
  };
}

async function playable(path: string, folder: string, seconds: number): Promise<string> {
  const made = join(folder, 'play.mp4');
  const video = [
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
  ];
  const words = ['-v', 'error', '-y', '-i', path, ...video, '-c:a', 'aac', '-movflags', '+faststart', made];
  // Twenty times as long as the film, and ten minutes: more than any machine needs that this runs on.
  await run(
    'ffmpeg',
    words,
    (600 + seconds * 20) * second,
    'the film could not be made playable; export it again, for example as MP4',
  );
  return keep(made, 'video/mp4');
}

async function audioFacts(path: string, contentType: string, folder: string): Promise<Worked> {
  const words = ['-v', 'error', '-show_format', '-show_streams', '-select_streams', 'a', '-of', 'json', path];
  const probe = JSON.parse(await run('ffprobe', words, 60 * second, unheard)) as Probe;
  const seconds = Number(probe.format?.duration);
  const codec = probe.streams?.[0]?.codec_name;
  if (!codec || !(seconds > 0)) throw new Unusable(unheard);
  return {
    plays: contentType === 'audio/mpeg' ? codec === 'mp3' : contentType === 'audio/mp4' && codec === 'aac',
    seconds,
    waveHash: await wave(path, folder, seconds),
  };
}

async function hearable(path: string, folder: string, seconds: number): Promise<string> {
  const made = join(folder, 'play.m4a');
  const words = [
    '-v',
    'error',
    '-y',
    '-i',
    path,
    '-vn',
    '-c:a',
    'aac',
    '-b:a',
    '128k',
    '-movflags',
    '+faststart',
    made,
  ];
  await run(
    'ffmpeg',
    words,
    (600 + seconds * 4) * second,
    'the recording could not be made playable; export it again, for example as MP3',
  );
  return keep(made, 'audio/mp4');
}

/** How loud a film or a recording is over time, as bytes: see `waveForm`. */
async function wave(path: string, folder: string, seconds: number): Promise<string> {
  const samples = join(folder, 'samples');
  const words = [
    '-v',
    'error',
    '-y',
    '-i',
    path,
    '-vn',
    '-ac',
    '1',
    '-ar',
    String(samplesASecond),
    '-f',
    's16le',
    samples,
  ];
  await run('ffmpeg', words, (120 + seconds) * second, unheard);
  const form = new WaveForm(seconds);
  for await (const chunk of createReadStream(samples)) form.add(chunk as Buffer);
  const made = join(folder, 'wave');
  await writeFile(made, form.bytes());
  return keep(made, 'application/octet-stream');
}

async function keep(path: string, contentType: string): Promise<string> {
  const { hash } = await files().put(createReadStream(path));
  const known = await transaction((tx) => rememberBlob(tx, { hash, contentType }));
  if (!known.ok) throw new Error('What was made of a file is not there.');
  return hash;
}

async function pictureFacts(path: string): Promise<Worked> {
  const found = await sharp(path)
    .metadata()
    .catch(() => null);
  if (!found?.width || !found.height) throw new Unusable('the picture cannot be read; save it again and upload that');
  return { plays: true, width: found.width, height: found.height };
}

async function documentFacts(path: string, _contentType: string, folder: string): Promise<Worked> {
  const broken = 'the PDF cannot be read; it may be damaged or locked with a password';
  const info = await run('pdfinfo', [path], 30 * second, broken);
  const pages = Number(/^Pages:\s+(\d+)/m.exec(info)?.[1]);
  if (!(pages > 0)) throw new Unusable(broken);
  // Whatever the size of a page, its picture has at most so many pixels a side.
  await run(
    'pdftoppm',
    ['-png', '-scale-to', '720', '-f', '1', '-l', '1', '-singlefile', path, join(folder, 'page')],
    30 * second,
    broken,
  );
  return { plays: true, pages, posterHash: await keep(join(folder, 'page.png'), 'image/png') };
}

const nothingToKnow = async (): Promise<Worked> => ({ plays: true });
const factsOf: Record<MediaKind, (path: string, contentType: string, folder: string) => Promise<Worked>> = {
  film: filmFacts,
  audio: audioFacts,
  picture: pictureFacts,
  document: documentFacts,
  captions: nothingToKnow,
  file: nothingToKnow,
};
