import { createReadStream } from 'node:fs';

/** Looks for harm in files before they are taken. Says what it has found; null where there is nothing. */
export interface Scanner {
  scan(path: string): Promise<string | null>;
}

/** What the stand-in takes for harm: a pattern that stands in no file by itself. */
export const testPattern = 'MOSAIK-SCANNER-TEST-PATTERN-8f1c40d2';

/** The scanner that ships with Mosaik: it knows one pattern, so that the way through a real one can be tried. */
const standIn: Scanner = {
  async scan(path) {
    // The end of a part is kept, so that the pattern is found across two of them as well.
    let end = '';
    for await (const part of createReadStream(path, { encoding: 'latin1', highWaterMark: 1024 * 1024 })) {
      const text = end + (part as string);
      if (text.includes(testPattern)) return 'the pattern that scanners are tried with';
      end = text.slice(1 - testPattern.length);
    }
    return null;
  },
};

export const scanner = (): Scanner => standIn;
