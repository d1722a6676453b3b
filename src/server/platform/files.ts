import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { config } from './config';
import type { FileStore, StoredFile } from './file-store';
import { folderStore } from './folder-store';

const kept = globalThis as typeof globalThis & { mosaikFiles?: FileStore };

/** Where this process stores files: in the school's folder, unless it was told otherwise. */
export const files = (): FileStore => kept.mosaikFiles ?? folderStore(join(config.data, 'files'));
export function useFiles(store: FileStore): void {
  kept.mosaikFiles = store;
}

/** Stores content that is small enough to be held whole. */
export const putBytes = (content: string | Uint8Array): Promise<StoredFile> =>
  files().put(Readable.from([Buffer.from(content)]));

/**
 * Writes a stored file to a path of the caller's own, for programs that read files themselves. Throws when it is not
 * there.
 */
export async function fetchTo(hash: string, path: string): Promise<string> {
  const content = await files().get(hash);
  if (!content) throw new Error(`The file ${hash} is not there.`);
  await pipeline(content, createWriteStream(path));
  return path;
}
