import { execFile } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { promisify } from 'node:util';
import { transaction } from '../../platform/database';
import { files } from '../../platform/files';
import type { mediaVersion } from '../schema';
import { rememberBlob } from '../stored';

const exec = promisify(execFile);
export const second = 1000;

/** What is worked out about a version of a file. */
export type Facts = Partial<typeof mediaVersion.$inferInsert>;
/** What is known of a file, and whether browsers take it as it is. */
export type Worked = Facts & { readonly plays: boolean };
/** A file that cannot be used: told to its owner as a sentence, and not tried again. */
export class Unusable extends Error {}

/**
 * Runs a program for at most so long; whatever keeps it from its end is the fault of the file, and said so in words.
 */
export async function run(program: string, args: readonly string[], mostMs: number, sentence: string): Promise<string> {
  try {
    const { stdout } = await exec(program, [...args], {
      maxBuffer: 20 * 1024 * 1024,
      // Lengths of films are no whole numbers; times to wait have to be.
      timeout: Math.ceil(mostMs),
      killSignal: 'SIGKILL',
    });
    return stdout;
  } catch (error) {
    const { code } = error as { readonly code?: unknown };
    // That the program is not there, or the disk full, is not for the owner of the file to mend.
    if (typeof code === 'string') throw error;
    throw new Unusable(sentence);
  }
}

/** Puts what was made into the store of files; gives back its hash. */
export async function keep(path: string, contentType: string): Promise<string> {
  const { hash } = await files().put(createReadStream(path));
  const known = await transaction((tx) => rememberBlob(tx, { hash, contentType }));
  if (!known.ok) throw new Error('What was made of a file is not there.');
  return hash;
}
