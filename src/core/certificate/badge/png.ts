/**
 * Badges in PNG pictures (Open Badges 3.0, 5.3): an `iTXt` chunk (PNG, 11.3.3) that holds the signed badge as it is.
 */
const keyword = 'openbadgecredential';
const signature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

const crcTable = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});
/** The check sum of a chunk (PNG, annex D). */
function crc(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = (crcTable[(c ^ byte) & 0xff] as number) ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

type Chunk = { readonly type: string; readonly at: number; readonly end: number; readonly data: Uint8Array };

export const isPng = (bytes: Uint8Array): boolean => signature.every((byte, i) => bytes[i] === byte);

/** The chunks of a PNG in their order, as far as they are whole. */
function* chunksOf(bytes: Uint8Array): Generator<Chunk> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = signature.length;
  while (at + 12 <= bytes.length) {
    const length = view.getUint32(at);
    const end = at + 12 + length;
    if (end > bytes.length) return;
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    yield { type, at, end, data: bytes.subarray(at + 8, end - 4) };
    at = end;
  }
}

function textChunk(text: string): Uint8Array {
  const inner = new TextEncoder().encode(`iTXt${keyword}\0\0\0\0\0${text}`);
  const chunk = new Uint8Array(inner.length + 8);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, inner.length - 4);
  chunk.set(inner, 4);
  view.setUint32(inner.length + 4, crc(inner));
  return chunk;
}

/** A PNG with a badge in it; one that was there before is gone. Throws where the bytes are no PNG. */
export function badgeIntoPng(png: Uint8Array, badge: string): Uint8Array {
  if (!isPng(png)) throw new Error('These bytes are no PNG.');
  const parts: Uint8Array[] = [png.subarray(0, signature.length)];
  for (const chunk of chunksOf(png)) {
    if (textIn(chunk) !== null) continue;
    parts.push(png.subarray(chunk.at, chunk.end));
    if (chunk.type === 'IHDR') parts.push(textChunk(badge));
  }
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

function textIn({ type, data }: Chunk): string | null {
  if (type !== 'iTXt') return null;
  const key = new TextEncoder().encode(`${keyword}\0`);
  if (!key.every((byte, i) => data[i] === byte)) return null;
  // A flag, a method, then a language and a translated keyword, each up to a zero.
  const packed = data[key.length];
  const language = data.indexOf(0, key.length + 2);
  const translated = language < 0 ? -1 : data.indexOf(0, language + 1);
  return packed === 0 && translated >= 0 ? new TextDecoder().decode(data.subarray(translated + 1)) : null;
}

/** The badge that is in a PNG; null where there is none, or the bytes are no PNG. */
export function badgeInPng(png: Uint8Array): string | null {
  if (!isPng(png)) return null;
  for (const chunk of chunksOf(png)) {
    const text = textIn(chunk);
    if (text !== null) return text;
  }
  return null;
}
