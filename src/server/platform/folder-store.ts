import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm, stat, utimes } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Temporal } from '@/core/kernel/time';
import { type FileStore, isHash } from './file-store';

/** The names in a folder; none when it is not there. */
const namesIn = (folder: string) => readdir(folder).catch(() => [] as string[]);
const statOf = (path: string) => stat(path).catch(() => null);

/** Files in a folder of this machine. What arrives waits beside them until it is whole. */
export function folderStore(folder: string): FileStore {
  const incoming = join(folder, 'incoming');
  const place = (hash: string) => join(folder, hash.slice(0, 2), hash.slice(2));
  return {
    async put(content) {
      const waiting = join(incoming, randomUUID());
      await mkdir(incoming, { recursive: true });
      const sum = createHash('sha256');
      let size = 0;
      const count = async function* (chunks: AsyncIterable<Buffer>) {
        for await (const chunk of chunks) {
          sum.update(chunk);
          size += chunk.length;
          yield chunk;
        }
      };
      try {
        await pipeline(content, count, createWriteStream(waiting));
        const hash = sum.digest('hex');
        await mkdir(dirname(place(hash)), { recursive: true });
        // In one step, and with the time of now also where the same was stored before.
        await utimes(waiting, new Date(), new Date());
        await rename(waiting, place(hash));
        return { hash, size };
      } finally {
        await rm(waiting, { force: true });
      }
    },
    async get(hash, range) {
      if (!isHash(hash) || !(await statOf(place(hash)))) return null;
      return createReadStream(place(hash), range ? { start: range.from, end: range.to } : {});
    },
    async stat(hash) {
      const found = isHash(hash) ? await statOf(place(hash)) : null;
      return found && { size: found.size, storedAt: Temporal.Instant.fromEpochMilliseconds(Math.floor(found.mtimeMs)) };
    },
    async delete(hash) {
      if (isHash(hash)) await rm(place(hash), { force: true });
    },
    async *list() {
      for (const start of await namesIn(folder)) {
        if (start.length !== 2) continue;
        for (const rest of await namesIn(join(folder, start))) if (isHash(start + rest)) yield start + rest;
      }
    },
    async tidy(before) {
      let count = 0;
      for (const name of await namesIn(incoming)) {
        const found = await statOf(join(incoming, name));
        if (!found || found.mtimeMs >= before.epochMilliseconds) continue;
        await rm(join(incoming, name), { force: true });
        count += 1;
      }
      return count;
    },
  };
}
