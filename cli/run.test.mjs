import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { runToEnd } from './run.mjs';

const folder = mkdtempSync(join(tmpdir(), 'mosaik-run-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const node = (program, options) => runToEnd(process.execPath, ['-e', program], options);

test.each([
  ['well', `console.log('done')`, 0, 'done'],
  ['badly, with what it said', `console.log('first'); console.error('broken'); process.exit(3)`, 3, 'first\nbroken'],
  ['by a signal', `process.kill(process.pid, 'SIGKILL')`, 1, ''],
])('a program that ends %s', async (_how, program, status, words) => {
  expect(await node(program)).toEqual({ status, words });
});

test('of one that says much, the last words are kept', async () => {
  const { words } = await node(`for (let i = 0; i < 5000; i += 1) console.log('line ' + i)`);
  expect(words.length).toBeLessThanOrEqual(8000);
  expect(words.endsWith('line 4999')).toBe(true);
});

test('one that is not there is told like one that fails', async () => {
  const { status, words } = await runToEnd(join(folder, 'no-such-program'), []);
  expect(status).toBe(1);
  expect(words).toContain('ENOENT');
});

test('its number is kept in a file as long as it runs', async () => {
  const pidFile = join(folder, 'pid');
  const said = node(
    `console.log(require('node:fs').readFileSync(${JSON.stringify(pidFile)}, 'utf8') === String(process.pid))`,
    {
      pidFile,
    },
  );
  expect(Number(readFileSync(pidFile, 'utf8'))).toBeGreaterThan(1);
  expect((await said).words).toBe('true');
  expect(existsSync(pidFile)).toBe(false);
});

const isThere = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
const until = async (holds) => {
  for (let i = 0; i < 200 && !holds(); i += 1) await new Promise((resolve) => setTimeout(resolve, 50));
  return holds();
};

test.each([
  ['SIGINT', 130],
  ['SIGTERM', 143],
])(
  'with a command that is told to end (%s) ends whatever it has started, and what that has started',
  async (signal, code) => {
    const pids = join(folder, `pids-${signal}`);
    const write = `require('node:fs').appendFileSync(${JSON.stringify(pids)}, process.pid + ' ')`;
    // The first one takes no hint; neither does what it has started.
    const deaf = `process.on('SIGTERM', () => {}); ${write}; setInterval(() => {}, 1000);`;
    const starts = `${deaf} require('node:child_process').spawn(process.execPath, ['-e', ${JSON.stringify(deaf)}], { stdio: 'ignore' });`;
    const program = join(folder, `command-${signal}.mjs`);
    const run = new URL('./run.mjs', import.meta.url).href;
    writeFileSync(
      program,
      `import { runToEnd } from ${JSON.stringify(run)};\nawait runToEnd(process.execPath, ['-e', ${JSON.stringify(starts)}]);\n`,
    );
    const command = spawn(process.execPath, [program], { stdio: 'ignore' });
    const ended = new Promise((resolve) => command.once('exit', (status) => resolve(status)));
    const started = () => (existsSync(pids) ? readFileSync(pids, 'utf8').trim().split(' ').map(Number) : []);
    expect(await until(() => started().length === 2)).toBe(true);
    command.kill(signal);
    expect(await ended).toBe(code);
    expect(await until(() => started().every((pid) => !isThere(pid)))).toBe(true);
  },
);
