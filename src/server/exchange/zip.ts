import { unzipSync } from 'fflate';

/** More than this is not unpacked at once. */
export const mostUnpackedBytes = 200 * 1024 * 1024;

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** What a zip says its files come to, before any of them is unpacked; without end when it cannot be read. */
export function unpackedSize(bytes: Uint8Array): number {
  let total = 0;
  try {
    unzipSync(bytes, {
      filter: (file) => {
        total += file.originalSize;
        return false;
      },
    });
  } catch {
    return Number.POSITIVE_INFINITY;
  }
  return total;
}
