import { join } from 'node:path';
import type { Worker as Thread } from 'node:worker_threads';
import { fail, type Result } from '@/core/kernel/problem';
import { log } from '../platform/log';
import type { Asked, Tasks } from './tasks';

/**
 * Files from outside are read in a thread of their own, with limits on time and memory: a file that is made to
 * take for ever, or to grow without end, ends its thread and nothing else. A thread that has done its work is
 * kept for the next file; one that was ended is not.
 */
const mostMs = 10_000;
const mostMegabytes = 384;
const mostIdle = 2;

const tooMuch = fail(
  'too-large',
  'This file takes too long to read, or too much room. Save it anew from the program it comes from, or send it in parts.',
);

/** A thread, and when it will have read its own program and can begin. */
type Reader = { readonly worker: Thread; readonly ready: Promise<void> };
const kept = globalThis as typeof globalThis & { mosaikReaders?: Reader[] };
const idle = (): Reader[] => {
  kept.mosaikReaders ??= [];
  return kept.mosaikReaders;
};

function open(): Reader {
  // Asked for while running: a bundler takes what an imported one opens for a part of the program, and reads tsx.
  const { Worker } = process.getBuiltinModule('node:worker_threads');
  const entry = join(
    process.cwd(),
    process.env.NODE_ENV === 'production' ? '.next/programs/reader.mjs' : 'src/server/exchange/reader-thread.mjs',
  );
  const worker = new Worker(entry, {
    resourceLimits: { maxOldGenerationSizeMb: mostMegabytes, maxYoungGenerationSizeMb: 64 },
    stdout: true,
    stderr: true,
  });
  worker.unref();
  const ready = new Promise<void>((resolve, reject) => {
    worker.once('message', () => resolve());
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error('A reading thread ended before it had begun.')));
  });
  // Whoever wants to read with it hears of it; one that breaks while nobody does is no loss.
  ready.catch(() => {});
  worker.on('error', () => {});
  worker.once('exit', () => {
    const at = idle().findIndex((one) => one.worker === worker);
    if (at >= 0) idle().splice(at, 1);
  });
  return { worker, ready };
}

/** Has a thread ready for the first file. */
export function warmReader(): void {
  if (idle().length === 0) idle().push(open());
}

/** Reads a file apart from everything else. */
export async function readApart<T extends keyof Tasks>(
  task: T,
  input: Tasks[T]['input'],
  limitMs = mostMs,
): Promise<Result<Tasks[T]['output']>> {
  const reader = idle().pop() ?? open();
  const { worker } = reader;
  worker.ref();
  await reader.ready;
  const started = performance.now();
  return new Promise((resolve) => {
    let settled = false;
    const settle = (result: Result<Tasks[T]['output']>, keep: boolean) => {
      if (settled) return;
      settled = true;
      clearTimeout(timer);
      worker.off('message', onMessage);
      worker.off('error', onError);
      worker.off('exit', onExit);
      worker.unref();
      if (keep && idle().length < mostIdle) idle().push(reader);
      else worker.terminate();
      resolve(result);
    };
    const end = (why: string) => {
      log.warn({ task, why, ms: Math.round(performance.now() - started) }, 'a file was not read to its end');
      settle(tooMuch, false);
    };
    const timer = setTimeout(() => end('time'), limitMs);
    const onMessage = (result: Result<Tasks[T]['output']>) => settle(result, true);
    const onError = (error: unknown) => end((error as { code?: string }).code ?? 'error');
    const onExit = () => end('exit');
    worker.on('message', onMessage);
    worker.on('error', onError);
    worker.on('exit', onExit);
    const asked: Asked = { task, input } as Asked;
    worker.postMessage(asked);
  });
}
