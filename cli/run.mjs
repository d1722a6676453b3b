import { spawn } from 'node:child_process';

const running = new Set();

/** Ends what was started and has not ended: whatever it started in its turn stands in one group with it. */
function endAll() {
  for (const child of running) {
    try {
      process.kill(-child.pid, 'SIGTERM');
    } catch {
      // It has ended by itself.
    }
  }
}
process.once('exit', endAll);
for (const [signal, code] of [
  ['SIGINT', 130],
  ['SIGTERM', 143],
  ['SIGHUP', 129],
]) {
  process.on(signal, () => {
    if (running.size === 0) return;
    endAll();
    process.exit(code);
  });
}

/** Runs a program to its end, and ends it with this process. Gives back its status and its last words. */
export function runToEnd(program, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(program, args, { ...options, detached: true, stdio: ['ignore', 'pipe', 'pipe'] });
    running.add(child);
    let words = '';
    const hear = (chunk) => {
      words = (words + chunk).slice(-8000);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    const end = (status) => {
      running.delete(child);
      resolve({ status, words: words.trim() });
    };
    child.once('error', (error) => {
      words += error.message;
      end(1);
    });
    child.once('close', (code) => end(code ?? 1));
  });
}
