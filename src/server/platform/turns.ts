import { setImmediate } from 'node:timers/promises';

/** How long the others wait, in milliseconds: a page is made in about as much. */
const mostMs = 25;

/**
 * For work over everybody in a course, done on the way in one go: awaited before each of them, it lets whatever else the
 * process is asked have its turn once enough time has gone by without one.
 */
export function turns(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < mostMs) return;
    await setImmediate();
    since = performance.now();
  };
}
