import { statfs } from 'node:fs/promises';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { config } from './config';

export type Disk = { readonly freeBytes: number; readonly totalBytes: number; readonly usedPercent: number };

/** The disk that holds the data of the school; of what is left, what an ordinary user may still write. */
export async function diskOf(folder: string = config.data): Promise<Disk> {
  const { bavail, bfree, blocks, bsize } = await statfs(folder);
  const used = blocks - bfree;
  // As df counts it: what is kept back for the system is neither used nor free.
  return {
    freeBytes: bavail * bsize,
    totalBytes: blocks * bsize,
    usedPercent: Math.ceil((used * 100) / Math.max(1, used + bavail)),
  };
}

const sizeText = (bytes: number) =>
  bytes >= 1024 ** 3 ? `${(bytes / 1024 ** 3).toFixed(1)} GB` : `${Math.max(0, Math.floor(bytes / 1024 ** 2))} MB`;

const warnFromPercent = 90;

/** A sentence for the owner while the disk is nearly full; null otherwise. */
export async function diskWarning(): Promise<string | null> {
  const { usedPercent, freeBytes } = await diskOf();
  if (usedPercent < warnFromPercent) return null;
  const refused = freeBytes < config.reservedBytes ? ' Uploads are refused until there is more.' : '';
  return `The disk of the school is ${usedPercent} % full; ${sizeText(freeBytes)} are left.${refused} Make room, or move the data to a larger disk.`;
}

/** Whether a file of so many bytes may still be taken: what the configuration keeps back stays free. */
export async function roomFor(bytes: number): Promise<Result<null>> {
  const { freeBytes } = await diskOf();
  return freeBytes - bytes >= config.reservedBytes
    ? ok(null)
    : fail(
        'no-room',
        'The disk of the school is nearly full, so no more files can be taken. Tell the owner of the school; what you have written is kept.',
        'file',
      );
}
