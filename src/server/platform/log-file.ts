import { closeSync, mkdirSync, openSync, renameSync, statSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

const mostBytes = 20 * 1024 * 1024;
const olderOnes = 4;
const tryAgainMs = 5000;

/**
 * A file for log lines that never stands in anybody's way. Lines that cannot be written, on a full disk for
 * example, are dropped and counted, and the count is written once there is room again. At 20 MB the file
 * becomes `.1`, and what was there moves on; four older ones are kept. Only its owner can read it.
 */
export function logFile(
  path: string,
  write: (fd: number, line: string) => number = writeSync,
  pauseMs = tryAgainMs,
): { write(line: string): void } {
  let fd: number | null = null;
  let size = 0;
  let dropped = 0;
  let quietUntil = 0;

  const open = () => {
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    fd = openSync(path, 'a', 0o600);
    size = statSync(path).size;
  };
  const close = () => {
    if (fd !== null) closeSync(fd);
    fd = null;
  };
  const turn = () => {
    close();
    for (let i = olderOnes; i > 0; i -= 1) {
      try {
        renameSync(i === 1 ? path : `${path}.${i - 1}`, `${path}.${i}`);
      } catch {
        // That one is not there yet.
      }
    }
  };
  return {
    write(line) {
      if (dropped > 0 && Date.now() < quietUntil) {
        dropped += 1;
        return;
      }
      try {
        if (size > mostBytes) turn();
        if (fd === null) open();
        const note =
          dropped > 0
            ? `${JSON.stringify({ level: 40, time: Date.now(), dropped, msg: 'lines that could not be written' })}\n`
            : '';
        size += write(fd as unknown as number, note + line);
        dropped = 0;
      } catch {
        dropped += 1;
        quietUntil = Date.now() + pauseMs;
        try {
          close();
        } catch {
          fd = null;
        }
      }
    },
  };
}
