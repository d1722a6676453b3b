import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { MediaForm, MediaKind } from '@/core/media';
import { database, pool, transaction } from '../platform/database';
import { fetchTo } from '../platform/files';
import { later } from '../platform/jobs';
import { log } from '../platform/log';
import { audioFacts, hearable } from './make/audio';
import { documentFacts, documentForms } from './make/document';
import { filmFacts, filmForms, playable, posterOf } from './make/film';
import { pictureFacts } from './make/picture';
import { type Facts, Unusable, type Worked } from './make/run';
import { coursesOf } from './queries';
import { blob, media, mediaVersion } from './schema';

/**
 * Works out what is to be known of an uploaded file: a film's length, size and poster frame; a recording's
 * length; a picture's size; a PDF's pages. Running it twice gives the same row. What browsers cannot play waits for
 * `makePlayable`, which takes long and is a job of its own.
 */
export const workOut = (versionId: string): Promise<void> =>
  onFile(versionId, async ({ kind, hash, contentType }, folder) => {
    const { plays, ...facts } = await factsOf[kind](await fetched(hash, folder), contentType, folder);
    const next: NextJob[] = [
      ...(plays ? [] : ['media.make-playable' as const]),
      ...(formsOf[kind] ? ['media.make-forms' as const] : []),
    ];
    // What is not played as it is waits already, and goes on waiting.
    return { facts: { ...facts, problem: null, ...(plays && { playHash: null, state: 'ready' as const }) }, next };
  });

/** Makes a form of a film or a recording that every browser plays. */
export const makePlayable = (versionId: string): Promise<void> =>
  onFile(versionId, async ({ kind, hash, seconds }, folder) => {
    const make = kind === 'audio' ? hearable : playable;
    return {
      facts: { playHash: await make(await fetched(hash, folder), folder, seconds ?? 0), problem: null, state: 'ready' },
    };
  });

type MakeForms = (path: string, folder: string, found: Found) => Promise<MediaForm[]>;

/** What is made of a kind of file so slowly that it can be used meanwhile. */
const formsOf: { readonly [K in MediaKind]?: MakeForms } = {
  film: async (path, folder, { seconds, width, height }) =>
    seconds && width && height ? filmForms(path, folder, { seconds, width, height }) : [],
  document: async (path, folder, { pages }) => (pages ? documentForms(path, folder, pages) : []),
};

/**
 * Makes what is shown of a file beside itself, once: of a film a strip of its frames and a smaller form for phones, of
 * a document its pages.
 */
export const makeForms = (versionId: string): Promise<void> =>
  onFile(versionId, async (found, folder) => {
    const make = formsOf[found.kind];
    if (found.forms || !make) return { facts: {} };
    return {
      facts: { forms: await unlessUnusable([], async () => make(await fetched(found.hash, folder), folder, found)) },
    };
  });

/** Takes the frame at the moment somebody has chosen as the poster of a film. */
export const makePoster = (versionId: string): Promise<void> =>
  onFile(versionId, async ({ hash, seconds, posterAt }, folder) => {
    const at = Math.min(posterAt ?? 0, seconds ?? 0);
    const posterHash = await unlessUnusable(null, async () => posterOf(await fetched(hash, folder), folder, at));
    return { facts: posterAt === null || posterHash === null ? {} : { posterHash } };
  });

/** What cannot be made of a file beside it takes nothing from the file itself. */
async function unlessUnusable<T>(instead: T, make: () => Promise<T>): Promise<T> {
  try {
    return await make();
  } catch (error) {
    if (!(error instanceof Unusable)) throw error;
    return instead;
  }
}

/** Wants the forms of whatever was uploaded before there were any. */
export async function wantForms(): Promise<void> {
  const rows = await database()
    .select({ id: mediaVersion.id, kind: media.kind })
    .from(mediaVersion)
    .innerJoin(media, eq(media.id, mediaVersion.mediaId))
    .where(
      and(
        isNull(mediaVersion.forms),
        eq(mediaVersion.state, 'ready'),
        inArray(media.kind, [...(Object.keys(formsOf) as MediaKind[]), 'picture']),
      ),
    );
  for (const { id, kind } of rows)
    await transaction((tx) => later(tx, formsOf[kind] ? 'media.make-forms' : 'media.work-out', { versionId: id }));
}

const fetched = (hash: string, folder: string) => fetchTo(hash, join(folder, 'original'));

type NextJob = 'media.make-playable' | 'media.make-forms';

type Found = Pick<
  typeof mediaVersion.$inferSelect,
  'mediaId' | 'hash' | 'seconds' | 'width' | 'height' | 'posterAt' | 'pages' | 'forms'
> & {
  readonly kind: MediaKind;
  readonly contentType: string;
};

/**
 * Does work on the file of a version and keeps what it finds; what makes the file useless is kept as a sentence, and is
 * the end of it.
 */
async function onFile(
  versionId: string,
  work: (found: Found, folder: string) => Promise<{ readonly facts: Facts; readonly next?: readonly NextJob[] }>,
): Promise<void> {
  const [found] = await database()
    .select({
      mediaId: mediaVersion.mediaId,
      hash: mediaVersion.hash,
      seconds: mediaVersion.seconds,
      width: mediaVersion.width,
      height: mediaVersion.height,
      posterAt: mediaVersion.posterAt,
      pages: mediaVersion.pages,
      forms: mediaVersion.forms,
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
    const { facts, next = [] } = await work(found, folder);
    if (Object.keys(facts).length > 0)
      await database().update(mediaVersion).set(facts).where(eq(mediaVersion.id, versionId));
    // Only now: what they look at has been written.
    for (const name of next) await transaction((tx) => later(tx, name, { versionId }));
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

const nothingToKnow = async (): Promise<Worked> => ({ plays: true });
const factsOf: Record<MediaKind, (path: string, contentType: string, folder: string) => Promise<Worked>> = {
  film: filmFacts,
  audio: audioFacts,
  picture: pictureFacts,
  document: documentFacts,
  captions: nothingToKnow,
  file: nothingToKnow,
};
