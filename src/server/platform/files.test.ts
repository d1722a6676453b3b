import { createHash, randomBytes } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { afterAll, expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import { memoryStore } from '../testing/memory-store';
import { folderStore } from './folder-store';

const folder = mkdtempSync(join(tmpdir(), 'mosaik-store-'));
afterAll(() => rmSync(folder, { recursive: true }));

const stores = { 'in a folder': folderStore(folder), 'in memory': memoryStore() };
const content = randomBytes(300_000);
const hash = createHash('sha256').update(content).digest('hex');
const inPieces = (of = content) =>
  Readable.from(Array.from({ length: 30 }, (_, i) => of.subarray(i * 10_000, (i + 1) * 10_000)));

const all = async <T>(list: AsyncIterable<T>) => {
  const found: T[] = [];
  for await (const one of list) found.push(one);
  return found;
};

test.each(Object.entries(stores))(
  'files %s are kept by what they hold, whole and in parts, until they are taken away',
  async (_name, store) => {
    expect(await store.stat(hash)).toBeNull();
    expect(await store.get(hash)).toBeNull();
    const began = Temporal.Now.instant().subtract({ seconds: 1 });
    expect(await Promise.all([1, 2, 3].map(() => store.put(inPieces())))).toEqual(
      [1, 2, 3].map(() => ({ hash, size: 300_000 })),
    );
    const found = await store.stat(hash);
    expect(found?.size).toBe(300_000);
    expect(Temporal.Instant.compare(found?.storedAt ?? began, began)).toBe(1);
    const read = async (range?: { from: number; to: number }) => {
      const stream = await store.get(hash, range);
      return stream && buffer(stream);
    };
    expect((await read())?.equals(content)).toBe(true);
    expect((await read({ from: 9_990, to: 20_009 }))?.equals(content.subarray(9_990, 20_010))).toBe(true);
    expect((await read({ from: 299_999, to: 299_999 }))?.length).toBe(1);
    const { hash: other } = await store.put(Readable.from([Buffer.from('another')]));
    expect((await all(store.list())).sort()).toEqual([hash, other].sort());
    await store.delete(hash);
    await store.delete(hash);
    expect([await store.stat(hash), await all(store.list())]).toEqual([null, [other]]);
    for (const odd of ['', '../../etc/passwd', hash.toUpperCase(), `${hash}0`]) expect(await store.get(odd)).toBeNull();
  },
);

test.each(Object.entries(stores))('content that breaks off on its way is not there %s', async (_name, store) => {
  const before = await all(store.list());
  const broken = Readable.from(
    (async function* () {
      yield Buffer.from('half of');
      throw new Error('the line is gone');
    })(),
  );
  await expect(store.put(broken)).rejects.toThrow('the line is gone');
  expect(await all(store.list())).toEqual(before);
});

test('what was begun and never stored to its end is tidied away after its time', async () => {
  const store = stores['in a folder'];
  mkdirSync(join(folder, 'incoming'), { recursive: true });
  for (const [name, hours] of [
    ['old', 30],
    ['new', 1],
  ] as const) {
    const path = join(folder, 'incoming', name);
    writeFileSync(path, 'part');
    const at = Date.now() / 1000 - hours * 3600;
    utimesSync(path, at, at);
  }
  const before = Temporal.Now.instant().subtract({ hours: 24 });
  expect([await store.tidy(before), await store.tidy(before)]).toEqual([1, 0]);
});
