import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { eq, sql } from 'drizzle-orm';
import { string } from 'yup';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { checkUpload, type MediaFacts, readCues, type UploadPurpose, writeCues } from '@/core/media';
import type { Database, Transaction } from '../platform/database';
import { decodeText } from '../platform/decode';
import { files } from '../platform/files';
import { scanner } from '../platform/scanner';
import { holdBlob } from './hold';
import { blob } from './schema';

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
    const harm = await scanner().scan(path);
    if (harm)
      return fail('invalid', `"${name}" was not taken: the scanner found ${harm} in it. Nothing was kept.`, 'file');
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

/** What a stored file holds, by its first bytes as it was stored. */
export async function typeOfBlob(db: Database, hash: string): Promise<string> {
  const [row] = await db.select({ contentType: blob.contentType }).from(blob).where(eq(blob.hash, hash));
  return row?.contentType ?? '';
}

/** What a command is told of a file that is stored already. */
export const storedFile = {
  hash: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  contentType: string().required(),
  fileName: string().max(300).required(),
};
