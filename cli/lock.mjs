import { linkSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
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
 * Takes away a lock whose holder is gone. Only one command at a time looks and takes away: otherwise one that has looked
 * could take away the lock that another has made meanwhile.
 */
function sweep(file) {
  const guard = `${file}.sweep`;
  try {
    mkdirSync(guard);
  } catch {
    // Held for as long as it takes to look; one that is older was left by a command that was killed just then.
    const since = statSync(guard, { throwIfNoEntry: false })?.mtimeMs ?? Date.now();
    if (Date.now() - since > 5000) rmSync(guard, { recursive: true, force: true });
    return;
  }
  if (holder(file) === null) rmSync(file, { force: true });
  rmSync(guard, { recursive: true, force: true });
}

/** Takes a lock; false where somebody has it. It is there at once with the name of who holds it, or not at all. */
function take(file) {
  const own = `${file}.${process.pid}`;
  writeFileSync(own, String(process.pid), { mode: 0o600 });
  try {
    linkSync(own, file);
    return true;
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    return false;
  } finally {
    rmSync(own, { force: true });
  }
}

/**
 * Does work while no other command does the same; waits for one that does. A lock of a process that is gone counts for
 * nothing.
 */
export async function alone(file, words, work) {
  let told = false;
  while (!take(file)) {
    if (holder(file) === null) {
      sweep(file);
      await wait(10);
      continue;
    }
    if (!told) step(words);
    told = true;
    await wait(500);
  }
  try {
    return await work();
  } finally {
    rmSync(file, { force: true });
  }
}
