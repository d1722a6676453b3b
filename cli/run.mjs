import { spawn } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';

const running = new Set();

/**
 * Tells everything that was started and has not ended to end: whatever it started in its turn stands in one group with
 * it.
 */
function tellAll(signal) {
  for (const child of running) {
    try {
      process.kill(-child.pid, signal);
    } catch {
      // It has ended by itself.
    }
  }
}
process.once('exit', () => tellAll('SIGKILL'));
for (const [signal, code] of [
  ['SIGINT', 130],
  ['SIGTERM', 143],
  ['SIGHUP', 129],
]) {
  process.on(signal, async () => {
    if (running.size === 0) return;
    // Whoever starts again at once must not meet what is still writing; some programs take their time unless made to.
    for (const last of ['SIGTERM', 'SIGKILL']) {
      tellAll(last);
      for (let i = 0; i < 15 && running.size > 0; i += 1) await wait(100);
    }
    process.exit(code);
  });
}

/**
 * Runs a program to its end, and ends it with this process. Gives back its status and its last words. With
 * `pidFile` its number is kept there meanwhile, for a command that comes after this one was killed.
 */
export function runToEnd(program, args, { pidFile, ...options } = {}) {
  return new Promise((resolve) => {
    const child = spawn(program, args, { ...options, detached: true, stdio: ['ignore', 'pipe', 'pipe'] });
    running.add(child);
    if (pidFile && child.pid) writeFileSync(pidFile, String(child.pid));
    let words = '';
    const hear = (chunk) => {
      words = (words + chunk).slice(-8000);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    const end = (status) => {
      running.delete(child);
      if (pidFile) rmSync(pidFile, { force: true });
      resolve({ status, words: words.trim() });
    };
    child.once('error', (error) => {
      words += error.message;
      end(1);
    });
    child.once('close', (code) => end(code ?? 1));
  });
}
