import { and, eq, sql } from 'drizzle-orm';
import { array, number, object, string } from 'yup';
import { same } from '@/core/kernel/change';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { numberText } from '@/core/kernel/locale';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { libraryKinds } from '@/core/media';
import { type Actor, can, makesCourses } from '@/core/people';
import { command } from '../platform/command';
import { config } from '../platform/config';
import { type Database, type Transaction, transaction } from '../platform/database';
import { newId } from '../platform/ids';
import { later } from '../platform/jobs';
import { removeCaptions, writeCaptions } from './captions';
import { courseThrough, heldVersion, mayChange } from './held';
import { isInEditions, mediaById } from './queries';
import { media, mediaUse, mediaVersion, uploadDay } from './schema';
import { rememberBlob, storedFile } from './stored';

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
      `That would be more than ${numberText(Math.round(most / 1024 ** 2))} MB in one day. Go on tomorrow, or ask the owner of the school.`,
      'file',
    );
  });
}

type NewVersion = Pick<typeof mediaVersion.$inferInsert, 'fileName' | 'hash' | 'uploadedBy' | 'captions'>;

/** Makes the next version of a thing of the library the one that is shown, and has its facts worked out. */
async function addVersion(tx: Transaction, mediaId: string, number: number, file: NewVersion): Promise<string> {
  const id = newId();
  await tx.db.insert(mediaVersion).values({ ...file, id, mediaId, number, state: 'waiting' });
  await tx.db.update(media).set({ version: number }).where(eq(media.id, mediaId));
  await later(tx, 'media.work-out', { versionId: id });
  return id;
}

/**
 * What a file is called once it is a thing of the library: its name without the ending and the path it may bring along.
 */
const titleOfFile = (name: string): string =>
  name
    .replace(/^.*[\\/]/, '')
    .replace(/\.[^.]+$/, '')
    // What turns the direction of what follows could make one ending look like another (UAX 9, explicit formatting).
    .replace(/[\p{Cc}\u202a-\u202e\u2066-\u2069]/gu, '')
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

/** The thing of the library that somebody has already made by this deed. */
export async function madeBy(db: Database, personId: string, deed: string): Promise<string | null> {
  const [row] = await db
    .select({ id: media.id })
    .from(media)
    .where(and(eq(media.id, deed), eq(media.addedBy, personId)));
  return row?.id ?? null;
}

const addInput = object({
  /** The course it is for; null for the school as a whole. */
  courseId: optionalId,
  kind: string().oneOf(libraryKinds).required(),
  /** What it is a new version of; null for a thing of its own. */
  mediaId: optionalId,
  /** What a thing of its own is called by whoever sends it: sent again, it is the thing that is there. */
  deed: optionalId.optional(),
  ...storedFile,
}).noUnknown();

/** Puts a stored file into the library of the school. Called by the upload route only. */
export const addMedia = command({
  name: 'media.add',
  input: addInput,
  permission: async (context, { courseId, mediaId }) =>
    mediaId !== null
      ? mayChange(context, { mediaId })
      : can(context.actor, courseId === null ? 'course.create' : 'course.edit', { ...(courseId && { courseId }) }),
  async handle({ tx, actor, audit }, { courseId, kind, mediaId, deed, hash, contentType, fileName }) {
    const known = await rememberBlob(tx, { hash, contentType });
    if (!known.ok) return known;
    const file = { fileName, hash, uploadedBy: actor.id };
    if (mediaId === null) {
      const about = { kind, title: titleOfFile(fileName), courseId, addedBy: actor.id };
      const id = deed ?? newId();
      const made = await tx.db
        .insert(media)
        .values({ ...about, id })
        .onConflictDoNothing()
        .returning({ id: media.id });
      if (made.length === 0)
        return (await madeBy(tx.db, actor.id, id))
          ? ok({ id })
          : fail('invalid', 'This file cannot be added so.', 'deed');
      await addVersion(tx, id, 1, file);
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

/** Chooses the moment of a film that its poster shows. */
export const setPoster = command({
  name: 'media.set-poster',
  input: object({
    mediaId: idSchema,
    /** Seconds. */
    at: number().min(0).max(86_400).required(),
  }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId, at }) {
    const { tx, audit } = context;
    const held = await heldVersion(tx, mediaId);
    if (!held) return fail('not-found', 'This file is not in the library any more.');
    if (held.media.kind !== 'film') return fail('invalid', 'Only films have a poster.');
    if (at > (held.version.seconds ?? 0)) return fail('invalid', 'The film is shorter than that.', 'at');
    await tx.db.update(mediaVersion).set({ posterAt: at }).where(eq(mediaVersion.id, held.version.id));
    await later(tx, 'media.make-poster', { versionId: held.version.id });
    const courseId = await courseThrough(context, mediaId);
    await audit({ ...(courseId && { courseId }), sentence: `chose another poster for "${held.media.title}"` });
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
    const { rows: inBank } = await tx.db.execute(sql`select from bank_media where media_id = ${mediaId} limit 1`);
    if (inBank.length > 0)
      return fail('conflict', `A question of the bank shows "${row.title}", so it stays. Take it out of there first.`);
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
  [setPoster.name]: setPoster,
  [removeMedia.name]: removeMedia,
  [writeCaptions.name]: writeCaptions,
  [removeCaptions.name]: removeCaptions,
};
