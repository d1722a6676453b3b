/** What has to be ended so that this process can end: a web server waits for every answer that is still open. */
const mostMs = 8000;

type Open = { readonly closes: Set<() => void>; ending: boolean };
const kept = globalThis as typeof globalThis & { mosaikOpen?: Open };

function open(): Open {
  if (!kept.mosaikOpen) {
    const own: Open = { closes: new Set(), ending: false };
    const end = () => {
      own.ending = true;
      for (const close of own.closes) close();
      // A player that stands still keeps its answer open for as long as it likes.
      setTimeout(() => process.exit(0), mostMs).unref();
    };
    process.once('SIGTERM', end);
    process.once('SIGINT', end);
    kept.mosaikOpen = own;
  }
  return kept.mosaikOpen;
}

/** From now on this process ends soon after it is told to, whoever still listens. */
export const endInTime = (): void => {
  open();
};

/** Whether this process has been told to end: a browser's open line may still bring it new requests. */
export const isEnding = (): boolean => open().ending;

/** Calls `close` when this process is told to end, unless the answer is called before. */
export function beforeShutdown(close: () => void): () => void {
  open().closes.add(close);
  return () => open().closes.delete(close);
}
