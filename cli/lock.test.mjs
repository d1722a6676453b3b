import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';

/** A command of ours by its name, which does nothing but hold the lock and write down from when to when. */
const command = `
import { appendFileSync } from 'node:fs';
const { alone } = await import(process.env.LOCK);
await alone(process.env.FILE, 'waiting', async () => {
  appendFileSync(process.env.SEEN, 'in ');
  await new Promise((resolve) => setTimeout(resolve, 15));
  appendFileSync(process.env.SEEN, 'out ');
});
`;

test.each([
  ['that nobody holds', null],
  ['of one who was killed', '999999999'],
  ['of one who was killed before writing anything', ''],
])('of eight commands that begin at once only one works at a time, beside a lock %s', async (_whose, left) => {
  const folder = mkdtempSync(join(tmpdir(), 'mosaik-lock-'));
  mkdirSync(join(folder, 'cli'));
  const program = join(folder, 'cli', 'main.mjs');
  writeFileSync(program, command);
  const [FILE, SEEN] = [join(folder, 'lock'), join(folder, 'seen')];
  const LOCK = new URL('./lock.mjs', import.meta.url).href;
  if (left !== null) writeFileSync(FILE, left);
  const run = () =>
    new Promise((resolve) => {
      const child = spawn(process.execPath, ['cli/main.mjs'], {
        ...{ cwd: folder, env: { ...process.env, LOCK, FILE, SEEN }, stdio: 'ignore' },
      });
      child.once('exit', resolve);
    });
  expect(await Promise.all(Array.from({ length: 8 }, run))).toEqual(Array.from({ length: 8 }, () => 0));
  expect(readFileSync(SEEN, 'utf8')).toBe('in out '.repeat(8));
  expect(readdirSync(folder).sort()).toEqual(['cli', 'seen']);
  rmSync(folder, { recursive: true });
});
