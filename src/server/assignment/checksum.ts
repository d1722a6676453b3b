import { createHash } from 'node:crypto';
import type { HandInRow } from './schema';

/** What tells whether something else was handed in: SHA-256 of the words, the address and the files, each on a line. */
export const checksumOf = (text: string, link: string, files: HandInRow['files']): string =>
  createHash('sha256')
    .update([text.normalize('NFC'), link, ...files.map(({ hash, name }) => `${hash} ${name}`)].join('\n'))
    .digest('hex');
