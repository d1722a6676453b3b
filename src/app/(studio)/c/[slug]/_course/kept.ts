import type { OutlineEdit } from '@/core/outline';

/** An edit as it is sent: `step` names it, so that sending it twice does it once. */
export type SentEdit = {
  readonly step: string;
  readonly edit: OutlineEdit;
  readonly base: { readonly [field: string]: string };
};

const soonMs = 50;

/**
 * Edits that wait to be sent, kept by this browser too, so that they outlive a closed tab or an empty
 * battery. Every tab keeps its own and holds a lock for as long as it lives; whoever opens the course
 * next takes up what a tab has left behind. A browser without locks keeps nothing.
 */
export class KeptEdits {
  private readonly key: string;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private written = false;
  private release: (() => void) | null = null;

  constructor(
    private readonly place: string,
    client: string,
    private readonly list: () => readonly SentEdit[],
  ) {
    this.key = `${place}.${client}`;
  }

  /** To be told of each change of the list. What is sent within a moment is never written down. */
  changed = (): void => {
    if (this.list().length > 0) this.timer ??= setTimeout(this.write, soonMs);
    else if (this.written) this.write();
  };

  write = (): void => {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    const edits = this.list();
    if (!navigator.locks) return;
    try {
      if (edits.length > 0) localStorage.setItem(this.key, JSON.stringify(edits));
      else localStorage.removeItem(this.key);
      this.written = edits.length > 0;
    } catch {
      // A full store keeps what it had; the edits themselves still wait in the tab.
    }
  };

  /** Holds this tab's lock and hands over what dead tabs have left, until the answer is called. */
  open(take: (edits: readonly SentEdit[]) => void): () => void {
    if (!navigator.locks) return () => {};
    navigator.locks.request(this.key, () => new Promise<void>((resolve) => (this.release = resolve)));
    for (const key of keysOf(this.place)) {
      if (key === this.key) continue;
      navigator.locks.request(key, { ifAvailable: true }, (lock) => {
        const left = lock && read(key);
        if (!left) return;
        take(left);
        this.write();
        localStorage.removeItem(key);
      });
    }
    return () => this.release?.();
  }
}

function keysOf(place: string): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(`${place}.`));
  } catch {
    return [];
  }
}

function read(key: string): readonly SentEdit[] | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
    return Array.isArray(kept) ? (kept as SentEdit[]) : null;
  } catch {
    return null;
  }
}
