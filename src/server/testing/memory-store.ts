import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { Temporal } from '@/core/kernel/time';
import type { FileStore } from '../platform/file-store';

/**
 * What tests do with a store: `age` makes a file look as if it had been stored at another time; once it is full, it
 * takes nothing until it is emptied.
 */
export type TestStore = FileStore & {
  age(hash: string, storedAt: Temporal.Instant): void;
  fill(): void;
  empty(): void;
};

/** Files in memory: what works with these knows of no folder. */
export function memoryStore(): TestStore {
  let isFull = false;
  const stored = new Map<string, { readonly content: Buffer; readonly storedAt: Temporal.Instant }>();
  return {
    fill: () => {
      isFull = true;
    },
    empty: () => {
      isFull = false;
    },
    async put(source) {
      if (isFull) throw Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' });
      const chunks: Buffer[] = [];
      for await (const chunk of source) chunks.push(Buffer.from(chunk));
      const content = Buffer.concat(chunks);
      const hash = createHash('sha256').update(content).digest('hex');
      stored.set(hash, { content, storedAt: Temporal.Now.instant() });
      return { hash, size: content.length };
    },
    async get(hash, range) {
      const content = stored.get(hash)?.content;
      return content ? Readable.from([range ? content.subarray(range.from, range.to + 1) : content]) : null;
    },
    async stat(hash) {
      const found = stored.get(hash);
      return found ? { size: found.content.length, storedAt: found.storedAt } : null;
    },
    async delete(hash) {
      stored.delete(hash);
    },
    async *list() {
      yield* [...stored.keys()];
    },
    tidy: async () => 0,
    age(hash, storedAt) {
      const found = stored.get(hash);
      if (found) stored.set(hash, { ...found, storedAt });
    },
  };
}
