import { open } from 'node:fs/promises';
import { and, eq, ne, sql } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { checkCaptions, checkUpload, libraryKinds, type MediaFacts, type UploadPurpose } from '@/core/media';
import { type Actor, can, makesCourses } from '@/core/people';
import { command } from '../platform/command';
import { config } from '../platform/config';
import { type Transaction, transaction } from '../platform/database';
import { files } from '../platform/files';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { holdBlob } from './hold';
import { blob, media, uploadDay } from './schema';

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
      const captions = checkCaptions(await handle.readFile('utf8'));
      if (!captions.ok) return captions;
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

const addInput = object({ courseId: idSchema, kind: string().oneOf(libraryKinds).required(), ...stored }).noUnknown();

/** Puts a stored file into a course's library and has its facts worked out. Called by the upload route only. */
export const addMedia = command({
  name: 'media.add',
  input: addInput,
  permission: ({ actor }, { courseId }) => can(actor, 'course.edit', { courseId }),
  async handle({ tx, actor, audit }, input) {
    const known = await rememberBlob(tx, input);
    if (!known.ok) return known;
    const id = newId();
    const title = input.fileName.replace(/\.[^.]+$/, '');
    await tx.db.insert(media).values({
      id,
      courseId: input.courseId,
      kind: input.kind,
      title,
      fileName: input.fileName,
      hash: input.hash,
      state: 'waiting',
      uploadedBy: actor.id,
    });
    await later(tx, 'media.work-out', { mediaId: id });
    await audit({ courseId: input.courseId, sentence: `uploaded "${input.fileName}"` });
    return ok({ id });
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

export const addCaptions = command({
  name: 'media.captions',
  input: captionsInput,
  async permission({ actor, tx }, { mediaId }) {
    const [row] = await tx.db.select({ courseId: media.courseId }).from(media).where(eq(media.id, mediaId));
    return row !== undefined && can(actor, 'course.edit', { courseId: row.courseId });
  },
  async handle({ tx, audit }, input) {
    const [row] = await tx.db.select().from(media).where(eq(media.id, input.mediaId)).for('update');
    if (!row) return fail('not-found', 'The film is not there any more.');
    if (row.kind !== 'film') return fail('invalid', 'Only films have captions.');
    const known = await rememberBlob(tx, input);
    if (!known.ok) return known;
    const others = row.captions.filter((one) => one.language !== input.language);
    await tx.db
      .update(media)
      .set({ captions: [...others, { language: input.language, label: input.label, hash: input.hash }] })
      .where(eq(media.id, row.id));
    await audit({ courseId: row.courseId, sentence: `added captions (${input.language}) to "${row.title}"` });
    return ok({ id: row.id });
  },
});

export const describePicture = command({
  name: 'media.describe',
  input: object({
    mediaId: idSchema,
    alt: string().max(500, 'Keep the description under 500 characters.').defined(),
  }).noUnknown(),
  async permission({ actor, tx }, { mediaId }) {
    const [row] = await tx.db.select({ courseId: media.courseId }).from(media).where(eq(media.id, mediaId));
    return row !== undefined && can(actor, 'course.edit', { courseId: row.courseId });
  },
  async handle({ tx, audit }, { mediaId, alt }) {
    const [row] = await tx.db
      .update(media)
      .set({ alt })
      .where(and(eq(media.id, mediaId), ne(media.alt, alt)))
      .returning({ courseId: media.courseId, title: media.title });
    if (row) await audit({ courseId: row.courseId, sentence: `described the picture "${row.title}"` });
    return ok(null);
  },
});

/** Has a file worked on again that could not be, or that seems to be forgotten. */
export const tryAgain = command({
  name: 'media.try-again',
  input: object({ mediaId: idSchema }).noUnknown(),
  async permission({ actor, tx }, { mediaId }) {
    const [row] = await tx.db.select({ courseId: media.courseId }).from(media).where(eq(media.id, mediaId));
    return row !== undefined && can(actor, 'course.edit', { courseId: row.courseId });
  },
  async handle({ tx, audit }, { mediaId }) {
    const [row] = await tx.db
      .update(media)
      .set({ state: 'waiting', problem: null })
      .where(and(eq(media.id, mediaId), eq(media.state, 'failed')))
      .returning({ courseId: media.courseId, title: media.title });
    if (row) {
      await later(tx, 'media.work-out', { mediaId });
      await audit({ courseId: row.courseId, sentence: `had "${row.title}" worked on again` });
    }
    return ok(null);
  },
});

export const mediaCommands = { [tryAgain.name]: tryAgain, [describePicture.name]: describePicture };
