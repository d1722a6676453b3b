import type { KeptText } from '@/app/_client/kept-text';
import { mayTryAgain, type Result } from '@/core/kernel/problem';

/** What is to be handed in, while it is written. */
export type Draft = { readonly text: string; readonly link: string };
export type DraftNow = {
  readonly draft: Draft;
  /** `waiting`: this browser has it, and the school not yet. */
  readonly state: 'kept' | 'keeping' | 'waiting';
  readonly problem: string | null;
};

const pauseMs = 800;
/** When the school could not be reached. */
const againMs = 4000;
const same = (a: Draft, b: Draft) => a.text === b.text && a.link === b.link;

/**
 * A piece of work while it is written: kept by the school when typing pauses, and by the browser until the school has
 * it. One version is on its way at a time, and the newest after it, so that an older one never comes last.
 */
export class DraftDesk {
  private now: DraftNow;
  /** What the school has. */
  private saved: Draft;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | null = null;
  private isOpen = true;
  private readonly listeners = new Set<() => void>();

  constructor(
    saved: Draft,
    private readonly save: (draft: Draft) => Promise<Result<unknown>>,
    private readonly browser: KeptText,
  ) {
    this.saved = saved;
    this.now = { draft: saved, state: 'kept', problem: null };
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };
  get = (): DraftNow => this.now;

  /**
   * Takes up what a closed page has left, and sends it. Gives back how to close: what waits is sent once more, and
   * never again after that, for somebody may be writing on at another desk by then.
   */
  open = (): (() => void) => {
    this.isOpen = true;
    const left = leftIn(this.browser.get());
    if (left && !same(left, this.saved)) {
      this.set({ draft: left, state: 'waiting', problem: null });
      this.later(0);
    } else this.browser.set(null);
    return () => {
      this.isOpen = false;
      clearTimeout(this.timer);
      if (this.now.state === 'keeping') void this.flush();
    };
  };

  change = (part: Partial<Draft>): void => {
    const draft = { ...this.now.draft, ...part };
    this.browser.set(JSON.stringify(draft));
    this.set({ draft, state: 'keeping', problem: null });
    this.later(pauseMs);
  };

  /** Sends what waits at once; whether the school has all of it then. */
  settled = async (): Promise<boolean> => {
    clearTimeout(this.timer);
    await this.flush();
    return this.now.state === 'kept';
  };

  /** It has been handed in: nothing of it is a draft any more. */
  handedIn = (): void => {
    this.isOpen = false;
    clearTimeout(this.timer);
    this.browser.set(null);
  };

  private later(ms: number): void {
    clearTimeout(this.timer);
    if (this.isOpen) this.timer = setTimeout(this.flush, ms);
  }

  private flush = (): Promise<void> => {
    this.sending ??= this.sendAll().finally(() => {
      this.sending = null;
    });
    return this.sending;
  };

  private async sendAll(): Promise<void> {
    while (!same(this.now.draft, this.saved)) {
      const sent = this.now.draft;
      const answer = await this.save(sent);
      if (answer.ok) this.saved = sent;
      else if (this.now.draft === sent || mayTryAgain(answer.problem.code)) {
        this.set({ draft: this.now.draft, state: 'waiting', problem: answer.problem.sentence });
        if (mayTryAgain(answer.problem.code)) this.later(againMs);
        return;
      }
    }
    this.browser.set(null);
    this.set({ draft: this.now.draft, state: 'kept', problem: null });
  }

  private set(now: DraftNow): void {
    this.now = now;
    for (const listener of this.listeners) listener();
  }
}

function leftIn(kept: string | null): Draft | null {
  try {
    const left = JSON.parse(kept ?? 'null') as Partial<Draft> | null;
    return typeof left?.text === 'string' && typeof left.link === 'string'
      ? { text: left.text, link: left.link }
      : null;
  } catch {
    return null;
  }
}
