import { Readable } from 'node:stream';
import { Zip, ZipPassThrough } from 'fflate';
import { files } from '@/server/platform/files';

export type Packed = { readonly name: string; readonly hash: string };

/** Names of files that stand beside each other: what has been taken already gets a number. */
export function apartNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((given) => {
    const name = given.replace(/[\\/:*?"<>|\p{Cc}]+/gu, '_').slice(0, 120) || 'file';
    const [, stem = name, ending = ''] = /^(.*?)(\.[^.]{1,10})?$/.exec(name) ?? [];
    let apart = name;
    for (let i = 2; taken.has(apart.toLowerCase()); i += 1) apart = `${stem} ${i}${ending}`;
    taken.add(apart.toLowerCase());
    return apart;
  });
}

/** Stored files as one archive (zip), made while it is sent: none of them is held in memory. */
export function zipOf(packed: readonly Packed[]): ReadableStream {
  return Readable.toWeb(Readable.from(chunksOf(packed))) as ReadableStream;
}

async function* chunksOf(packed: readonly Packed[]): AsyncGenerator<Uint8Array> {
  const made: Uint8Array[] = [];
  let problem: Error | null = null;
  const zip = new Zip((error, chunk) => {
    if (error) problem = error;
    else made.push(chunk);
  });
  const names = apartNames(packed.map(({ name }) => name));
  for (const [i, { hash }] of packed.entries()) {
    const stream = await files().get(hash);
    if (!stream) continue;
    // Films, pictures and documents are packed as small as they get already.
    const entry = new ZipPassThrough(names[i] ?? hash);
    zip.add(entry);
    for await (const part of stream) {
      entry.push(part as Uint8Array);
      yield* made.splice(0);
      if (problem) throw problem;
    }
    entry.push(new Uint8Array(), true);
    yield* made.splice(0);
  }
  zip.end();
  yield* made.splice(0);
}
