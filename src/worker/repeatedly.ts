import { setTimeout as delay } from 'node:timers/promises';
import { log } from '../server/platform/log';

const awayMs = 5000;

/**
 * Does a piece of work again and again: at once while there is more to do, after a rest (of a second) while there is
 * not, and more slowly while it cannot be done (null) or breaks down. Any number of workers may do the same side by side.
 */
export function repeatedly(name: string, work: () => Promise<number | null>, restMs = 1000) {
  const end = new AbortController();
  let isBusy = false;
  const rest = (ms: number) => delay(ms, undefined, { signal: end.signal }).catch(() => {});
  const going = (async () => {
    while (!end.signal.aborted) {
      try {
        const done = await work();
        isBusy = done !== null && done > 0;
        if (done === null) await rest(awayMs);
        else if (done === 0) await rest(restMs);
      } catch (error) {
        isBusy = false;
        log.error({ err: error, work: name }, 'work broke down');
        await rest(awayMs);
      }
    }
  })();
  return {
    /** Whether there was something to do when it last looked. */
    isBusy: () => isBusy,
    /** Ends after the piece that is under way. */
    stop: async () => {
      end.abort();
      await going;
    },
  };
}
