import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { and, eq, sql } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import { same } from '@/core/kernel/change';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { checkUpload, libraryKinds, type MediaFacts, readCues, type UploadPurpose, writeCues } from '@/core/media';
import { type Actor, can, makesCourses } from '@/core/people';
import { type CommandContext, command } from '../platform/command';
import { config } from '../platform/config';
import { type Transaction, transaction } from '../platform/database';
import { decodeText } from '../platform/decode';
import { files } from '../platform/files';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { holdBlob } from './hold';
import { coursesOf, isInEditions, mayChangeMedia, mediaById } from './queries';
import { blob, media, mediaUse, mediaVersion, uploadDay } from './schema';

export type StoredUpload = { readonly hash: string; readonly size: number; readonly contentType: string };

/** Checks an uploaded file by its content and stores it. The file itself is left where it is. */
export async function storeUpload(
  purpose: UploadPurpose,
  name: string,
  path: string,
): Promise<Result<StoredUpload & { readonly kind: MediaFacts['kind'] }>> {
  const handle = await open(path, 'r');
  try {
    const head = new Uint8Array(4096);
    const { bytesRead } = await handle.read(head, 0, head.length, 0);
    const { size } = await handle.stat();
    const checked = checkUpload(purpose, name, size, head.subarray(0, bytesRead));
    if (!checked.ok) return checked;
    if (checked.value.kind === 'captions') {
      const captions = readCues(decodeText(await handle.readFile()).text);
      if (!captions.ok) return captions;
      const written = await files().put(Readable.from([Buffer.from(writeCues(captions.value))]));
      return ok({ ...written, kind: 'captions', contentType: 'text/vtt' });
    }
    const stored = await files().put(handle.createReadStream({ start: 0, autoClose: false }));
    return ok({ ...stored, ...checked.value });
  } finally {
    await handle.close();
  }
}

/**
 * Remembers a stored file's content, which has to be there; harmless when it is known. Until this transaction ends
 * the sweep waits with it, so that what is being referred to is not taken away.
 */
export async function rememberBlob(
  tx: Transaction,
  { hash, contentType }: Pick<StoredUpload, 'hash' | 'contentType'>,
): Promise<Result<StoredUpload>> {
  await holdBlob(tx, hash);
  const found = await files().stat(hash);
  if (!found) return fail('not-found', 'The file did not arrive. Upload it again.');
  const { size } = found;
  await tx.db
    .insert(blob)
    .values({ hash, size, contentType })
    .onConflictDoUpdate({ target: blob.hash, set: { seenAt: sql`now()` } });
  return ok({ hash, size, contentType });
}

/** Counts what somebody begins to upload against their limit for the day; nothing is counted when it is over it. */
export async function countUpload(person: Actor, bytes: number): Promise<Result<null>> {
  const most = makesCourses(person) ? config.uploadsADay.making : config.uploadsADay.taking;
  const day = Temporal.Now.plainDateISO('UTC').toString();
  return transaction(async (tx) => {
    const [row] = await tx.db
      .insert(uploadDay)
      .values({ userId: person.id, day, bytes })
      .onConflictDoUpdate({
        target: [uploadDay.userId, uploadDay.day],
        set: { bytes: sql`${uploadDay.bytes} + excluded.bytes` },
      })
      .returning({ bytes: uploadDay.bytes });
    if ((row?.bytes ?? 0) <= most) return ok(null);
    await tx.db
      .update(uploadDay)
      .set({ bytes: sql`${uploadDay.bytes} - ${bytes}` })
      .where(and(eq(uploadDay.userId, person.id), eq(uploadDay.day, day)));
    return fail(
      'too-many',
      `That would be more than ${Math.round(most / 1024 ** 2).toLocaleString('en-GB')} MB in one day. Go on tomorrow, or ask the owner of the school.`,
      'file',
    );
  });
}

const stored = {
  hash: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  contentType: string().required(),
  fileName: string().max(300).required(),
};

/** Decides whether somebody may change a thing of the library. */
const mayChange = ({ actor, tx }: CommandContext, { mediaId }: { readonly mediaId: string }): Promise<boolean> =>
  mayChangeMedia(tx.db, actor, mediaId);

/** The course through which somebody may change a thing of the library. */
const courseThrough = async ({ actor, tx }: Pick<CommandContext, 'actor' | 'tx'>, mediaId: string) =>
  (await coursesOf(tx.db, mediaId)).find((courseId) => can(actor, 'course.edit', { courseId }));

type NewVersion = Pick<typeof mediaVersion.$inferInsert, 'fileName' | 'hash' | 'uploadedBy' | 'captions'>;

/** Makes the next version of a thing of the library the one that is shown, and has its facts worked out. */
async function addVersion(tx: Transaction, mediaId: string, number: number, file: NewVersion): Promise<string> {
  const id = newId();
  await tx.db.insert(mediaVersion).values({ ...file, id, mediaId, number, state: 'waiting' });
  await tx.db.update(media).set({ version: number }).where(eq(media.id, mediaId));
  await later(tx, 'media.work-out', { versionId: id });
  return id;
}

/** What a file is called once it is a thing of the library: its name without the ending and the path it may bring along. */
const titleOfFile = (name: string): string =>
  name
    .replace(/^.*[\\/]/, '')
    .replace(/\.[^.]+$/, '')
    .slice(0, 200)
    .trim() || 'File';

/** Puts a stored file into the library as a thing of its own; gives back its id and that of its version. */
export async function addToLibrary(
  tx: Transaction,
  about: Pick<typeof media.$inferInsert, 'kind' | 'title' | 'alt' | 'courseId' | 'addedBy'>,
  file: NewVersion,
): Promise<{ readonly id: string; readonly versionId: string }> {
  const id = newId();
  await tx.db.insert(media).values({ ...about, id });
  return { id, versionId: await addVersion(tx, id, 1, file) };
}

const addInput = object({
  /** The course it is for; null for the school as a whole. */
  courseId: optionalId,
  kind: string().oneOf(libraryKinds).required(),
  /** What it is a new version of; null for a thing of its own. */
  mediaId: optionalId,
  ...stored,
}).noUnknown();

/** Puts a stored file into the library of the school. Called by the upload route only. */
export const addMedia = command({
  name: 'media.add',
  input: addInput,
  permission: async (context, { courseId, mediaId }) =>
    mediaId !== null
      ? mayChange(context, { mediaId })
      : can(context.actor, courseId === null ? 'course.create' : 'course.edit', { ...(courseId && { courseId }) }),
  async handle({ tx, actor, audit }, { courseId, kind, mediaId, hash, contentType, fileName }) {
    const known = await rememberBlob(tx, { hash, contentType });
    if (!known.ok) return known;
    const file = { fileName, hash, uploadedBy: actor.id };
    if (mediaId === null) {
      const { id } = await addToLibrary(tx, { kind, title: titleOfFile(fileName), courseId, addedBy: actor.id }, file);
      await audit({ ...(courseId && { courseId }), sentence: `uploaded "${fileName}"` });
      return ok({ id });
    }
    const [row] = await tx.db.select().from(media).where(eq(media.id, mediaId)).for('update');
    const now = await mediaById(tx.db, mediaId);
    if (!row || !now) return fail('not-found', 'This file is not in the library any more.');
    if (row.kind !== kind)
      return fail('invalid', 'A new version has to be of the same kind as the one before.', 'file');
    // Sent again, it is the version that is there.
    if (now.hash === hash) return ok({ id: mediaId });
    const last = await tx.db.$count(mediaVersion, eq(mediaVersion.mediaId, mediaId));
    await addVersion(tx, mediaId, last + 1, { ...file, captions: now.captions });
    await audit({ ...(courseId && { courseId }), sentence: `uploaded version ${last + 1} of "${row.title}"` });
    return ok({ id: mediaId });
  },
});

const captionsInput = object({
  mediaId: idSchema,
  language: string()
    .matches(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'Give the language as a code such as en or cy.')
    .required(),
  label: string().max(60).required(),
  ...stored,
}).noUnknown();

/** The version of a thing of the library that is shown, held for this transaction. */
async function heldVersion(tx: Transaction, mediaId: string) {
  const [row] = await tx.db
    .select({ media, version: mediaVersion })
    .from(media)
    .innerJoin(mediaVersion, and(eq(mediaVersion.mediaId, media.id), eq(mediaVersion.number, media.version)))
    .where(eq(media.id, mediaId))
    .for('update');
  return row ?? null;
}

export const addCaptions = command({
  name: 'media.captions',
  input: captionsInput,
  permission: mayChange,
  async handle(context, input) {
    const { tx, audit } = context;
    const held = await heldVersion(tx, input.mediaId);
    if (!held) return fail('not-found', 'The film is not there any more.');
    if (held.media.kind !== 'film') return fail('invalid', 'Only films have captions.');
    const known = await rememberBlob(tx, input);
    if (!known.ok) return known;
    const others = held.version.captions.filter((one) => one.language !== input.language);
    await tx.db
      .update(mediaVersion)
      .set({ captions: [...others, { language: input.language, label: input.label, hash: input.hash }] })
      .where(eq(mediaVersion.id, held.version.id));
    const courseId = await courseThrough(context, input.mediaId);
    await audit({
      ...(courseId && { courseId }),
      sentence: `added captions (${input.language}) to "${held.media.title}"`,
    });
    return ok({ id: input.mediaId });
  },
});

const words = (most: number) => string().max(most, `Keep this under ${most} characters.`);

/** Says what a thing of the library is called, what it shows, and what else is to be known of it. */
export const describeMedia = command({
  name: 'media.describe',
  input: object({
    mediaId: idSchema,
    title: words(200).test('named', 'Give it a name.', (value) => value === undefined || value.trim() !== ''),
    alt: words(500),
    tags: array().of(words(40).min(1).required()).max(20, 'At most 20 tags.'),
    licence: words(200),
    source: words(300),
  }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId, ...given }) {
    const { tx, audit } = context;
    const [row] = await tx.db.select().from(media).where(eq(media.id, mediaId)).for('update');
    if (!row) return fail('not-found', 'This file is not in the library any more.');
    const { title, alt, licence, source, tags } = { ...row, ...given };
    const next = {
      title: title.trim(),
      alt: alt.trim(),
      licence: licence.trim(),
      source: source.trim(),
      tags: [...new Set(tags.map((tag) => tag.trim()).filter(Boolean))].sort(),
    };
    if (same(next, { title: row.title, alt: row.alt, licence: row.licence, source: row.source, tags: row.tags }))
      return ok(null);
    await tx.db.update(media).set(next).where(eq(media.id, mediaId));
    const courseId = await courseThrough(context, mediaId);
    await audit({ ...(courseId && { courseId }), sentence: `described "${next.title}"` });
    return ok(null);
  },
});

/** Makes an earlier version of a thing of the library the one that is shown again. */
export const showVersion = command({
  name: 'media.show-version',
  input: object({ mediaId: idSchema, number: number().integer().min(1).required() }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId, number: wanted }) {
    const { tx, audit } = context;
    const [row] = await tx.db.select().from(media).where(eq(media.id, mediaId)).for('update');
    const there = await tx.db.$count(
      mediaVersion,
      and(eq(mediaVersion.mediaId, mediaId), eq(mediaVersion.number, wanted)),
    );
    if (!row || there === 0) return fail('not-found', 'There is no such version.');
    if (row.version === wanted) return ok(null);
    await tx.db.update(media).set({ version: wanted }).where(eq(media.id, mediaId));
    const courseId = await courseThrough(context, mediaId);
    await audit({ ...(courseId && { courseId }), sentence: `went back to version ${wanted} of "${row.title}"` });
    return ok(null);
  },
});

/** Takes a thing out of the library that nothing uses: no working copy, and no edition there ever was. */
export const removeMedia = command({
  name: 'media.remove',
  input: object({ mediaId: idSchema }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId }) {
    const { tx, audit } = context;
    const courseId = await courseThrough(context, mediaId);
    const [row] = await tx.db.select().from(media).where(eq(media.id, mediaId)).for('update');
    if (!row) return ok(null);
    if ((await tx.db.$count(mediaUse, eq(mediaUse.mediaId, mediaId))) > 0)
      return fail('conflict', `"${row.title}" is in use, so it stays. Take it out of its lessons first.`);
    if (await isInEditions(tx.db, mediaId))
      return fail('conflict', `An edition shows "${row.title}", so it stays: editions never change.`);
    await tx.db.delete(media).where(eq(media.id, mediaId));
    await audit({ ...(courseId && { courseId }), sentence: `took "${row.title}" out of the library` });
    return ok(null);
  },
});

/** Has a file worked on again that could not be, or that seems to be forgotten. */
export const tryAgain = command({
  name: 'media.try-again',
  input: object({ mediaId: idSchema }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId }) {
    const { tx, audit } = context;
    const held = await heldVersion(tx, mediaId);
    if (held?.version.state !== 'failed') return ok(null);
    const versionId = held.version.id;
    await tx.db.update(mediaVersion).set({ state: 'waiting', problem: null }).where(eq(mediaVersion.id, versionId));
    await later(tx, 'media.work-out', { versionId });
    const courseId = await courseThrough(context, mediaId);
    await audit({ ...(courseId && { courseId }), sentence: `had "${held.media.title}" worked on again` });
    return ok(null);
  },
});

export const mediaCommands = {
  [tryAgain.name]: tryAgain,
  [describeMedia.name]: describeMedia,
  [showVersion.name]: showVersion,
  [removeMedia.name]: removeMedia,
};
