import { spawn } from 'node:child_process';
import { openSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { root } from './paths.mjs';
import { warn } from './say.mjs';

/**
 * Starts a program and starts it again whenever it ends unasked, ever more slowly. It writes its own log, in
 * the folder given; what comes from it before it can is kept beside that.
 */
export function keepRunning(name, args, env, logs, onGiveUp) {
  const log = openSync(join(logs, `${name}.out`), 'w', 0o600);
  const own = { ...process.env, MOSAIK_PROCESS: name, MOSAIK_LOG_FILE: join(logs, `${name}.log`), ...env };
  let child = null;
  let stopping = false;
  let failures = 0;
  const launch = () => {
    const since = Date.now();
    child = spawn(process.execPath, args, { cwd: root, env: own, stdio: ['ignore', log, log], detached: true });
    child.once('exit', async (code, signal) => {
      if (stopping) return;
      failures = Date.now() - since > 60_000 ? 1 : failures + 1;
      if (failures > 5) return onGiveUp(`${name} ended five times in a row; see ${logs}.`);
      warn(`${name} ended (${signal ?? code}); starting it again`);
      await wait(250 * 2 ** (failures - 1));
      if (!stopping) launch();
    });
  };
  launch();
  return {
    name,
    get pid() {
      return child?.pid;
    },
    async stop() {
      stopping = true;
      if (!child || child.exitCode !== null || child.signalCode !== null) return;
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      await Promise.race([ended, wait(12_000).then(() => child.kill('SIGKILL'))]);
    },
  };
}

/** How many web processes share the port: one a core, at most three, so that the database has connections for all. */
export const webProcesses = () => process.env.MOSAIK_WEB ?? String(Math.min(3, availableParallelism()));

/** Waits until an address answers with status 200. */
export async function untilAnswers(address, seconds) {
  const end = Date.now() + seconds * 1000;
  while (Date.now() < end) {
    try {
      const response = await fetch(address);
      await response.arrayBuffer();
      if (response.ok) return true;
    } catch {
      // Not listening yet.
    }
    await wait(150);
  }
  return false;
}
