import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { fail } from '@/core/kernel/problem';
import { threadsOf } from './threads';

const folder = mkdtempSync(join(tmpdir(), 'mosaik-threads-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const program = join(folder, 'program.mjs');
writeFileSync(
  program,
  `
import { parentPort, threadId } from 'node:worker_threads';
const tasks = {
  double: (input) => input * 2,
  who: async (ms) => { const from = Date.now(); await new Promise((r) => setTimeout(r, ms)); return { threadId, from, to: Date.now() }; },
  forever: () => { for (;;); },
  grow: () => { const all = []; for (;;) all.push(new Array(100000).fill(Math.random())); },
  leave: () => process.exit(0),
};
parentPort.on('message', async ({ task, input }) => parentPort.postMessage({ ok: true, value: await tasks[task](input) }));
parentPort.postMessage(null);
`,
);
const tooMuch = fail('too-large', 'This takes too long.');
type Turn = { readonly threadId: number; readonly from: number; readonly to: number };
type Tasks = {
  double: { input: number; output: number };
  who: { input: number; output: Turn };
  forever: { input: null; output: never };
  grow: { input: null; output: never };
  leave: { input: null; output: never };
};
let named = 0;
const threads = () => {
  named += 1;
  return threadsOf<Tasks>({ name: `test-${named}`, source: relative(process.cwd(), program), tooMuch });
};

test.each(['forever', 'grow', 'leave'] as const)(
  'what goes on for ever, grows or ends by itself ends its thread and nothing else: %s',
  async (task) => {
    const own = threads();
    const [bad, good] = await Promise.all([
      own.ask(task, null, task === 'forever' ? 300 : 60_000),
      own.ask('double', 21),
    ]);
    expect([bad, good]).toEqual([tooMuch, { ok: true, value: 42 }]);
    expect(await own.ask('double', 4)).toEqual({ ok: true, value: 8 });
  },
);

test('a thread that has done its work does the next, and one made ready does the first', async () => {
  const own = threads();
  own.warm();
  own.warm();
  const seen = new Set<number>();
  for (let i = 0; i < 5; i += 1) {
    const turn = await own.ask('who', 0);
    if (turn.ok) seen.add(turn.value.threadId);
  }
  expect(seen.size).toBe(1);
});

test('of a crowd no more than four run side by side, all in their turn, and whoever finds too long a line is told so', async () => {
  const own = threads();
  const all = await Promise.all(Array.from({ length: 110 }, () => own.ask('who', 15)));
  const turns = all.flatMap((one) => (one.ok ? [one.value] : []));
  const refused = all.flatMap((one) => (one.ok ? [] : [one.problem.code]));
  expect([turns.length, refused]).toEqual([104, Array.from({ length: 6 }, () => 'busy')]);
  for (const { from } of turns) {
    const beside = turns.filter((one) => one.from <= from && from < one.to);
    expect(beside.length).toBeLessThanOrEqual(4);
  }
  expect(await own.ask('double', 1)).toEqual({ ok: true, value: 2 });
});
