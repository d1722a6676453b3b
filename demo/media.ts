import type { MediaKind } from '../src/core/media';
import { addToLibrary, rememberBlob, workOut } from '../src/server/media';
import { transaction } from '../src/server/platform/database';
import { putBytes } from '../src/server/platform/files';
import { picture } from './drawings';
import { type RenderedFilm, renderFilm, renderWalk, type ScenePlace } from './films';
import { walks } from './other-courses';
import type { Lesson as LessonInput } from './shapes';
import { films } from './stream-films';
import { worksheets } from './stream-worksheets';
import { worksheetPdf } from './worksheets';

async function addMedia(
  courseId: string,
  kind: MediaKind,
  title: string,
  fileName: string,
  contentType: string,
  content: Buffer,
  captions: RenderedFilm['captions'] = [],
  alt = '',
): Promise<string> {
  const stored = await putBytes(content);
  const tracks = await Promise.all(
    captions.map(async ({ text, ...one }) => ({ ...one, hash: (await putBytes(text)).hash })),
  );
  const { id, versionId } = await transaction(async (tx) => {
    await rememberBlob(tx, { ...stored, contentType });
    for (const { hash } of tracks) await rememberBlob(tx, { hash, contentType: 'text/vtt' });
    return addToLibrary(tx, { kind, title, alt, courseId }, { fileName, hash: stored.hash, captions: tracks });
  });
  await workOut(versionId);
  return id;
}

export type Pictures = Record<string, { readonly id: string; readonly alt: string }>;
const alternatives: Record<string, string> = {
  river: 'A small river between two green banks, with hills behind it',
  riffle: 'A stretch of river with its riffle, run and pool marked by tapes',
  tray: 'A white tray with a mayfly, a stonefly, a worm and a snail',
  wall: 'A dry stone wall with broken joints',
  hedge: 'A thick hedge on a bank',
};

export async function seedPictures(courseId: string, names: readonly string[]): Promise<Pictures> {
  const found: Pictures = {};
  for (const name of names) {
    const alt = alternatives[name] ?? '';
    found[name] = {
      id: await addMedia(courseId, 'picture', name, `${name}.png`, 'image/png', await picture(name), undefined, alt),
      alt,
    };
  }
  return found;
}

export type SampleFile = { readonly id: string; readonly places: readonly ScenePlace[] };

export async function seedFiles(courseId: string): Promise<Map<string, SampleFile>> {
  const found = new Map<string, SampleFile>();
  await Promise.all(
    Object.entries(films).map(async ([name, scenes]) => {
      const { film, captions, places } = await renderFilm(scenes);
      const id = await addMedia(courseId, 'film', titleOfFile(name), `${name}.mp4`, 'video/mp4', film, captions);
      found.set(name, { id, places });
    }),
  );
  for (const [name, sheet] of Object.entries(worksheets))
    found.set(name, {
      id: await addMedia(
        courseId,
        'document',
        sheet.title,
        `${name}.pdf`,
        'application/pdf',
        await worksheetPdf(sheet),
      ),
      places: [],
    });
  return found;
}

/** The walks to hear that lessons name. */
export async function seedWalks(courseId: string, lessons: readonly LessonInput[]): Promise<Map<string, SampleFile>> {
  const found = new Map<string, SampleFile>();
  for (const { file = '' } of lessons) {
    const stops = walks[file];
    if (!stops) continue;
    const { film, captions, places } = await renderWalk(stops);
    const id = await addMedia(courseId, 'audio', titleOfFile(file), `${file}.m4a`, 'audio/mp4', film, captions);
    found.set(file, { id, places });
  }
  return found;
}

/** `walking-the-reach` as a title. */
const titleOfFile = (name: string) => `${name.charAt(0).toUpperCase()}${name.slice(1).replaceAll('-', ' ')}`;
