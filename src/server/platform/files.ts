import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { access, copyFile, mkdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { config } from './config';

/** Files by content: what is stored under a hash never changes, and is stored once. */
export type FileStore = {
  /** Stores a file's content and gives back its SHA-256 and its size in bytes. */
  put(source: string | Uint8Array): Promise<{ readonly hash: string; readonly size: number }>;
  size(hash: string): Promise<number | null>;
  /** Bytes `from` to `to`, both included. */
  read(hash: string, range?: { readonly from: number; readonly to: number }): Readable;
  /** A path for programs that read files themselves. */
  path(hash: string): string;
};

const isHash = (hash: string) => /^[0-9a-f]{64}$/.test(hash);

export function folderStore(folder: string): FileStore {
  const place = (hash: string) => {
    if (!isHash(hash)) throw new Error('not a hash');
    return join(folder, hash.slice(0, 2), hash.slice(2));
  };
  return {
    path: place,
    async put(source) {
      const waiting = join(folder, 'incoming', randomUUID());
      await mkdir(dirname(waiting), { recursive: true });
      const sum = createHash('sha256');
      let size = 0;
      const count = async function* (chunks: AsyncIterable<Buffer>) {
        for await (const chunk of chunks) {
          sum.update(chunk);
          size += chunk.length;
          yield chunk;
        }
      };
      const input = typeof source === 'string' ? createReadStream(source) : Readable.from([Buffer.from(source)]);
      try {
        await pipeline(input, count, createWriteStream(waiting));
        const hash = sum.digest('hex');
        await mkdir(dirname(place(hash)), { recursive: true });
        // Same disk, so this is one step: a file is there whole or not at all.
        await rename(waiting, place(hash)).catch(async () => copyFile(waiting, place(hash)));
        return { hash, size };
      } finally {
        await rm(waiting, { force: true });
      }
    },
    async size(hash) {
      if (!isHash(hash)) return null;
      const found = await access(place(hash)).then(
        () => stat(place(hash)),
        () => null,
      );
      return found?.size ?? null;
    },
    read: (hash, range) => createReadStream(place(hash), range ? { start: range.from, end: range.to } : {}),
  };
}

export const files = (): FileStore => folderStore(join(config.data, 'files'));
