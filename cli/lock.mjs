import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { step } from './say.mjs';
import { commandOf } from './system.mjs';

/** Who holds a lock; null when nobody does who is still alive. */
function holder(file) {
  try {
    const pid = Number(readFileSync(file, 'utf8'));
    return commandOf(pid).includes('cli/main.mjs') ? pid : null;
  } catch {
    return null;
  }
}

/**
 * Does work while no other command does the same; waits for one that does. A lock of a process that is gone counts for
 * nothing.
 */
export async function alone(file, words, work) {
  let told = false;
  for (;;) {
    try {
      const fd = openSync(file, 'wx', 0o600);
      writeSync(fd, String(process.pid));
      closeSync(fd);
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      if (holder(file) === null) rmSync(file, { force: true });
      else {
        if (!told) step(words);
        told = true;
        await wait(500);
      }
    }
  }
  try {
    return await work();
  } finally {
    rmSync(file, { force: true });
  }
}
