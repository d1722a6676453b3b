import { parentPort } from 'node:worker_threads';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Asked, Tasks } from './apart';
import { bound, pagesOf } from './bound';
import { markedPdf } from './marked';

type Output = Tasks[keyof Tasks]['output'];

function doTask(asked: Asked): Promise<Output> {
  if (asked.task === 'marked') return markedPdf(asked.input);
  return asked.task === 'pages' ? pagesOf(asked.input) : bound(asked.input.scans, asked.input.pages);
}

/** The thread in which pages are put together, see apart.ts. */
parentPort?.on('message', async (asked: Asked) => {
  let result: Result<Output>;
  try {
    result = ok(await doTask(asked));
  } catch {
    result = fail('unexpected', 'These pages could not be put together.');
  }
  parentPort?.postMessage(result);
});

// It has begun.
parentPort?.postMessage(null);
