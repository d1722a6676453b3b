/** What has to be ended so that this process can end: a web server waits for every answer that is still open. */
type Open = { readonly closes: Set<() => void>; ending: boolean };
const kept = globalThis as typeof globalThis & { mosaikOpen?: Open };

function open(): Open {
  if (!kept.mosaikOpen) {
    const own: Open = { closes: new Set(), ending: false };
    const end = () => {
      own.ending = true;
      for (const close of own.closes) close();
    };
    process.once('SIGTERM', end);
    process.once('SIGINT', end);
    kept.mosaikOpen = own;
  }
  return kept.mosaikOpen;
}

/** Whether this process has been told to end: a browser's open line may still bring it new requests. */
export const isEnding = (): boolean => open().ending;

/** Calls `close` when this process is told to end, unless the answer is called before. */
export function beforeShutdown(close: () => void): () => void {
  open().closes.add(close);
  return () => open().closes.delete(close);
}
