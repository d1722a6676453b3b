import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { and, eq, ne, sql } from 'drizzle-orm';
import { object, string } from 'yup';
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
import { coursesOf, mediaById } from './queries';
import { blob, media, mediaVersion, uploadDay } from './schema';

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

/** Decides whether somebody may change a thing of the library: whoever makes a course that it belongs to. */
async function mayChange({ actor, tx }: CommandContext, { mediaId }: { readonly mediaId: string }): Promise<boolean> {
  return (await courseThrough({ actor, tx }, mediaId)) !== undefined;
}

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

/** Puts a stored file into the library as a thing of its own; gives back its id and that of its version. */
export async function addToLibrary(
  tx: Transaction,
  about: Pick<typeof media.$inferInsert, 'kind' | 'title' | 'alt' | 'courseId'>,
  file: NewVersion,
): Promise<{ readonly id: string; readonly versionId: string }> {
  const id = newId();
  await tx.db.insert(media).values({ ...about, id });
  return { id, versionId: await addVersion(tx, id, 1, file) };
}

const addInput = object({
  courseId: idSchema,
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
    can(context.actor, 'course.edit', { courseId }) && (mediaId === null || mayChange(context, { mediaId })),
  async handle({ tx, actor, audit }, { courseId, kind, mediaId, hash, contentType, fileName }) {
    const known = await rememberBlob(tx, { hash, contentType });
    if (!known.ok) return known;
    const file = { fileName, hash, uploadedBy: actor.id };
    if (mediaId === null) {
      const { id } = await addToLibrary(tx, { kind, title: fileName.replace(/\.[^.]+$/, ''), courseId }, file);
      await audit({ courseId, sentence: `uploaded "${fileName}"` });
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
    await audit({ courseId, sentence: `uploaded version ${last + 1} of "${row.title}"` });
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

export const describePicture = command({
  name: 'media.describe',
  input: object({
    mediaId: idSchema,
    alt: string().max(500, 'Keep the description under 500 characters.').defined(),
  }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId, alt }) {
    const { tx, audit } = context;
    const [row] = await tx.db
      .update(media)
      .set({ alt })
      .where(and(eq(media.id, mediaId), ne(media.alt, alt)))
      .returning({ title: media.title });
    const courseId = await courseThrough(context, mediaId);
    if (row) await audit({ ...(courseId && { courseId }), sentence: `described the picture "${row.title}"` });
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

export const mediaCommands = { [tryAgain.name]: tryAgain, [describePicture.name]: describePicture };
