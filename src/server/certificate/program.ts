import { parentPort } from 'node:worker_threads';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { AskedOf } from '../platform/threads';
import { certificatePdf } from './pdf';
import type { Tasks } from './together';

/** The thread in which many certificates are put together, see together.ts. */
parentPort?.on('message', async ({ input }: AskedOf<Tasks>) => {
  let result: Result<Uint8Array>;
  try {
    const pictures = new Map([...input.pictures].map(([hash, bytes]) => [hash, Buffer.from(bytes)]));
    result = ok(await certificatePdf(input.sheets, input.at, pictures));
  } catch {
    result = fail('unexpected', 'These certificates could not be put together.');
  }
  parentPort?.postMessage(result);
});

// It has begun.
parentPort?.postMessage(null);
