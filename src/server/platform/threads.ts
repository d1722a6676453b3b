import { join } from 'node:path';
import type { Worker as Thread } from 'node:worker_threads';
import { fail, type Problem, type Result } from '@/core/kernel/problem';
import { log } from './log';

/**
 * What may take long is done in threads, with limits on time and memory: whatever takes for ever, or grows without
 * end, ends its thread and nothing else. A thread that has done its work is kept for the next; one that was ended is
 * not.
 */
type TasksOf = { readonly [task: string]: { readonly input: unknown; readonly output: unknown } };
/** One task as a thread is asked for it. */
export type AskedOf<Tasks extends TasksOf> = {
  [T in keyof Tasks]: { readonly task: T; readonly input: Tasks[T]['input'] };
}[keyof Tasks];

export type ThreadProgram = {
  /** Its name as it is built, see cli/programs.mjs. */
  readonly name: string;
  /** How it begins while it is worked on: a file the platform itself can read. */
  readonly source: string;
  /** What is answered to whatever took too long or too much room. */
  readonly tooMuch: { readonly ok: false; readonly problem: Problem };
};

const mostMs = 10_000;
const mostMegabytes = 384;
const mostIdle = 2;
/** Of one program so many run at once, whoever asks, so that a crowd does not fill the machine; others wait in line. */
const mostRunning = 4;
const mostWaiting = 100;

/** A thread, and when it will have read its own program and can begin. */
type Running = { readonly worker: Thread; readonly ready: Promise<void> };
/** How many threads of a program work, and who waits for one of them. */
type Line = { running: number; readonly waiting: (() => void)[] };
const kept = globalThis as typeof globalThis & {
  mosaikThreads?: Map<string, Running[]>;
  mosaikThreadLines?: Map<string, Line>;
};

function lineOf({ name }: ThreadProgram): Line {
  kept.mosaikThreadLines ??= new Map();
  const found = kept.mosaikThreadLines.get(name) ?? { running: 0, waiting: [] };
  kept.mosaikThreadLines.set(name, found);
  return found;
}

/** Does something once it is its turn; null where too many wait already. */
async function inLine<T>(program: ThreadProgram, work: () => Promise<T>): Promise<T | null> {
  const line = lineOf(program);
  if (line.running < mostRunning) line.running += 1;
  else if (line.waiting.length >= mostWaiting) return null;
  else await new Promise<void>((resolve) => line.waiting.push(resolve));
  try {
    return await work();
  } finally {
    // Whose turn it is now takes the place over.
    const next = line.waiting.shift();
    if (next) next();
    else line.running -= 1;
  }
}

function idleOf({ name }: ThreadProgram): Running[] {
  kept.mosaikThreads ??= new Map();
  const found = kept.mosaikThreads.get(name) ?? [];
  kept.mosaikThreads.set(name, found);
  return found;
}

function open(program: ThreadProgram): Running {
  // Asked for while running: a bundler takes what an imported one opens for a part of the program, and reads tsx.
  const { Worker } = process.getBuiltinModule('node:worker_threads');
  const entry = process.env.NODE_ENV === 'production' ? `.next/programs/${program.name}.mjs` : program.source;
  const worker = new Worker(join(process.cwd(), entry), {
    resourceLimits: { maxOldGenerationSizeMb: mostMegabytes, maxYoungGenerationSizeMb: 64 },
    stdout: true,
    stderr: true,
  });
  worker.unref();
  const ready = new Promise<void>((resolve, reject) => {
    worker.once('message', () => resolve());
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error('A thread ended before it had begun.')));
  });
  // Whoever wants to work with it hears of it; one that breaks while nobody does is no loss.
  ready.catch(() => {});
  worker.on('error', () => {});
  worker.once('exit', () => {
    const idle = idleOf(program);
    const at = idle.findIndex((one) => one.worker === worker);
    if (at >= 0) idle.splice(at, 1);
  });
  return { worker, ready };
}

/** The threads of a program: asked for one of its tasks, and made ready for the first. */
export const threadsOf = <Tasks extends TasksOf>(program: ThreadProgram) => ({
  warm: () => {
    if (idleOf(program).length === 0) idleOf(program).push(open(program));
  },
  ask: async <T extends keyof Tasks & string>(
    task: T,
    input: Tasks[T]['input'],
    limitMs = mostMs,
  ): Promise<Result<Tasks[T]['output']>> =>
    (await inLine(program, () => askThread<Tasks[T]['output']>(program, task, input, limitMs))) ??
    fail('busy', 'Much is being worked out just now. Try again in a minute.'),
});

async function askThread<Output>(
  program: ThreadProgram,
  task: string,
  input: unknown,
  limitMs: number,
): Promise<Result<Output>> {
  const idle = idleOf(program);
  const running = idle.pop() ?? open(program);
  const { worker } = running;
  worker.ref();
  await running.ready;
  const started = performance.now();
  return new Promise((resolve) => {
    let settled = false;
    const settle = (result: Result<Output>, keep: boolean) => {
      if (settled) return;
      settled = true;
      clearTimeout(timer);
      worker.off('message', onMessage);
      worker.off('error', onError);
      worker.off('exit', onExit);
      worker.unref();
      if (keep && idle.length < mostIdle) idle.push(running);
      else worker.terminate();
      resolve(result);
    };
    const end = (why: string) => {
      const ms = Math.round(performance.now() - started);
      log.warn({ program: program.name, task, why, ms }, 'a thread was ended');
      settle(program.tooMuch, false);
    };
    const timer = setTimeout(() => end('time'), limitMs);
    const onMessage = (result: Result<Output>) => settle(result, true);
    const onError = (error: unknown) => end((error as { code?: string }).code ?? 'error');
    const onExit = () => end('exit');
    worker.on('message', onMessage);
    worker.on('error', onError);
    worker.on('exit', onExit);
    worker.postMessage({ task, input });
  });
}
