import { parentPort } from 'node:worker_threads';
import { PDFDocument } from '@cantoo/pdf-lib';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { AskedOf } from '../platform/threads';
import { badgeFile, certificatePdf } from './pdf';
import type { Tasks } from './together';

const tasks: { readonly [T in keyof Tasks]: (input: Tasks[T]['input']) => Promise<Tasks[T]['output']> } = {
  together: ({ sheets, at, pictures }) =>
    certificatePdf(sheets, at, new Map([...pictures].map(([hash, bytes]) => [hash, Buffer.from(bytes)]))),
  async 'badge-in'({ bytes }) {
    const document = await PDFDocument.load(bytes, { updateMetadata: false });
    const badge = document.getAttachments().find(({ name }) => name === badgeFile);
    return badge ? new TextDecoder().decode(badge.data) : null;
  },
};

/** The thread in which many certificates are put together, and files from outside are opened, see together.ts. */
parentPort?.on('message', async ({ task, input }: AskedOf<Tasks>) => {
  let result: Result<Uint8Array | string | null>;
  try {
    result = ok(await (tasks[task] as (given: typeof input) => Promise<Uint8Array | string | null>)(input));
  } catch {
    result = fail('unexpected', 'This could not be done.');
  }
  parentPort?.postMessage(result);
});

// It has begun.
parentPort?.postMessage(null);
