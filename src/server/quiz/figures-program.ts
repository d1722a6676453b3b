import { parentPort } from 'node:worker_threads';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { quizFigures, rescored } from '@/core/quiz';
import type { Asked, Tasks } from './apart';

const doTask = (asked: Asked): Tasks[keyof Tasks]['output'] =>
  asked.task === 'figures' ? quizFigures(asked.input) : rescored(asked.input.papers, asked.input.sittings);

/** The thread in which many sittings are worked out, see apart.ts. */
parentPort?.on('message', (asked: Asked) => {
  let result: Result<Tasks[keyof Tasks]['output']>;
  try {
    result = ok(doTask(asked));
  } catch {
    result = fail('unexpected', 'These sittings could not be worked out.');
  }
  parentPort?.postMessage(result);
});

// It has begun.
parentPort?.postMessage(null);
