import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { and, eq, lt, sql } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { config } from '../platform/config';
import { transaction } from '../platform/database';
import { files } from '../platform/files';
import { log } from '../platform/log';
import { holdBlob } from './hold';
import { blob } from './schema';

const keepHours = 24;

export type Swept = { readonly uploads: number; readonly files: number };

/**
 * Takes away what nobody can use: uploads that were begun and not gone on with for a day, and stored files
 * that nothing has referred to for a day. Whatever a row refers to stays, see `isReferredTo`; what was stored
 * or referred to anew within the day stays as well, so that nothing on its way to a row is lost.
 */
export async function sweep(now = Temporal.Now.instant()): Promise<Swept> {
  const before = now.subtract({ hours: keepHours });
  const half = (await sweepUploads(before.epochMilliseconds)) + (await files().tidy(before));
  const swept = { uploads: half, files: await sweepFiles(before) };
  if (swept.uploads + swept.files > 0) log.info(swept, 'swept');
  return swept;
}

/** The names in a folder; none when it is not there. */
const namesIn = (folder: string) => readdir(folder).catch(() => [] as string[]);
const changedAt = (path: string) =>
  stat(path).then(
    (found) => found.mtimeMs,
    () => Number.POSITIVE_INFINITY,
  );

async function sweepUploads(beforeMs: number): Promise<number> {
  const folder = join(config.data, 'uploads');
  let count = 0;
  for (const path of (await namesIn(folder)).map((name) => join(folder, name))) {
    // The part that arrives and the note about it belong together: the newer one counts.
    const twin = path.endsWith('.json') ? path.slice(0, -5) : `${path}.json`;
    const newest = Math.max(
      await changedAt(path),
      await changedAt(twin).then((at) => (at === Number.POSITIVE_INFINITY ? 0 : at)),
    );
    if (newest >= beforeMs) continue;
    await rm(path, { force: true });
    if (!path.endsWith('.json')) count += 1;
  }
  return count;
}

/**
 * Every place that can name a stored file by its hash. A new one has to be added here; a test finds what is missing.
 */
const isReferredTo = sql`
  select 1 from media_version v where v.hash = ${blob.hash} or v.poster_hash = ${blob.hash} or v.play_hash = ${blob.hash} or v.wave_hash = ${blob.hash}
    or v.captions @> jsonb_build_array(jsonb_build_object('hash', ${blob.hash}))
    or v.forms @> jsonb_build_array(jsonb_build_object('hash', ${blob.hash}))
  union all select 1 from hand_in where hand_in.files @> jsonb_build_array(jsonb_build_object('hash', ${blob.hash}))
  union all select 1 from hand_in where hand_in.returned @> jsonb_build_array(jsonb_build_object('hash', ${blob.hash}))
  union all select 1 from script where script.pages @> jsonb_build_array(jsonb_build_object('hash', ${blob.hash}))
  union all select 1 from answer_file where answer_file.hash = ${blob.hash}
  union all select 1 from certificate where certificate.pdf_hash = ${blob.hash} or certificate.picture_hash = ${blob.hash}
  union all select 1 from design_picture where design_picture.hash = ${blob.hash}
  union all select 1 from edition where edition.document::text like '%' || ${blob.hash} || '%'`;

async function sweepFiles(before: Temporal.Instant): Promise<number> {
  let count = 0;
  for await (const hash of files().list()) if (await isOld(hash, before)) count += (await forget(hash, before)) ? 1 : 0;
  return count;
}

async function isOld(hash: string, before: Temporal.Instant): Promise<boolean> {
  const found = await files().stat(hash);
  return found !== null && Temporal.Instant.compare(found.storedAt, before) < 0;
}

/**
 * Takes a stored file away unless something refers to it; says whether it did. Whoever wants to refer to it waits, and
 * then finds it gone.
 */
async function forget(hash: string, before: Temporal.Instant): Promise<boolean> {
  return transaction(async (tx) => {
    await holdBlob(tx, hash);
    await tx.db
      .delete(blob)
      .where(and(eq(blob.hash, hash), lt(blob.seenAt, before.toString()), sql`not exists (${isReferredTo})`));
    const [row] = await tx.db.select({ hash: blob.hash }).from(blob).where(eq(blob.hash, hash));
    const [issued] = (await tx.client.query('select 1 from certificate where pdf_hash = $1 limit 1', [hash])).rows;
    // Stored anew in the meantime, it is on its way to whoever stored it.
    if (row || issued || !(await isOld(hash, before))) return false;
    await files().delete(hash);
    return true;
  });
}
