import { parentPort } from 'node:worker_threads';
import { fail } from '@/core/kernel/problem';
import { type Asked, doTask } from './tasks';

/** The thread that files are read in, see apart.ts. */
parentPort?.on('message', async (asked: Asked) => {
  try {
    parentPort?.postMessage(await doTask(asked));
  } catch (error) {
    // Nested deeper than any reader can follow, or damaged in a way nobody thought of: the file's fault, not ours.
    const sentence =
      error instanceof RangeError
        ? 'This file is nested too deeply to be read.'
        : 'This file cannot be read; it may be damaged. Save it again.';
    parentPort?.postMessage(fail('invalid', sentence));
  }
});

// It has begun.
parentPort?.postMessage(null);
