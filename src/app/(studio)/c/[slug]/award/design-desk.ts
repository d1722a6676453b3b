import type { KeptText } from '@/app/_client/kept-text';
import type { Design } from '@/core/certificate';
import { same } from '@/core/kernel/change';
import { mayTryAgain, type Problem, type Result } from '@/core/kernel/problem';

const keepAfterMs = 600;
const againAfterMs = 4000;
/** Changes of one kind that follow one another so soon are one step of undo. */
const togetherMs = 1200;

/** A design as it is being made. */
export type Working = { readonly design: Design; readonly name: string };
type Sent = Working & { readonly revision: number };
export type Send = (sent: Sent) => Promise<Result<{ revision: number }>>;
/** What waits, the revision it was made from, and what was sent of it and not answered. */
type Left = Sent & { readonly unheard: Sent | null };

export type DeskState = Working & {
  readonly kept: 'saved' | 'saving' | 'waiting';
  readonly problem: Problem | null;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
};

function leftIn(kept: string | null): Left | null {
  try {
    const left = JSON.parse(kept ?? 'null') as Left | null;
    return left && typeof left.revision === 'number' && typeof left.name === 'string' && left.design ? left : null;
  } catch {
    return null;
  }
}
/** What it is called where nothing was typed. */
const nameOf = ({ name }: Working) => name.trim() || 'Without a name';
const alike = (one: Working, other: Working) => nameOf(one) === nameOf(other) && same(one.design, other.design);

/**
 * A design while it is being made: changed at once, kept shortly after, and taken back step by step to how it was when
 * it was opened. What could not be kept is sent again until it is, and kept by the browser, also for who comes back.
 */
export class DesignDesk {
  private working: Working;
  revision: number;
  private past: readonly Working[] = [];
  private future: readonly Working[] = [];
  private last = { kind: '', at: 0 };
  private isChanged = false;
  /** What was sent and not answered: whether the school has it is found out before anything newer is sent. */
  private unheard: Sent | null = null;
  private sending: Promise<boolean> | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Set<() => void>();
  private state: DeskState;

  constructor(
    opened: Sent,
    private readonly send: Send,
    private readonly keep: KeptText,
  ) {
    const { revision, ...working } = opened;
    this.working = working;
    this.revision = revision;
    this.takeUp(opened);
    this.state = this.now(this.hasUnsaved ? 'waiting' : 'saved', null);
    if (this.hasUnsaved) this.later(keepAfterMs);
  }

  /** Takes up what a closed tab has left. */
  private takeUp(opened: Sent): void {
    const left = leftIn(this.keep.get());
    if (!left || alike(left, opened)) {
      this.keep.set(null);
      return;
    }
    const { design, name, revision, unheard } = left;
    this.past = [this.working];
    this.working = { design, name };
    this.isChanged = true;
    // What was sent last and not answered may be what there is: then nobody else has changed anything.
    const isHeard = unheard && opened.revision === unheard.revision + 1 && alike(unheard, opened);
    this.revision = isHeard ? opened.revision : revision;
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };
  get = (): DeskState => this.state;
  get hasUnsaved(): boolean {
    return this.isChanged || this.unheard !== null || this.sending !== null;
  }

  /** `kind`: changes of one kind that follow one another are taken back together. */
  change = (next: (design: Design) => Design, kind = ''): void => {
    const design = next(this.working.design);
    if (design !== this.working.design) this.step({ ...this.working, design }, kind);
  };
  rename = (name: string): void => this.step({ ...this.working, name }, 'name');
  undo = (): void => this.back('past', 'future');
  redo = (): void => this.back('future', 'past');

  private step(next: Working, kind: string): void {
    const at = Date.now();
    const joins = kind !== '' && kind === this.last.kind && at - this.last.at < togetherMs && this.past.length > 0;
    this.last = { kind, at };
    if (!joins) this.past = [...this.past, this.working];
    this.future = [];
    this.put(next);
  }
  private back(from: 'past' | 'future', to: 'past' | 'future'): void {
    const next = this[from].at(-1);
    if (!next) return;
    this[from] = this[from].slice(0, -1);
    this[to] = [...this[to], this.working];
    this.last = { kind: '', at: 0 };
    this.put(next);
  }
  private put(next: Working): void {
    this.working = next;
    this.isChanged = true;
    this.keepNow();
    this.set(this.now('waiting', this.state.problem));
    this.later(keepAfterMs);
  }

  /** What there is now in the school, in the place of what is here; what was here can be had back. */
  adopt = ({ revision, ...working }: Sent): void => {
    clearTimeout(this.timer);
    if (!alike(working, this.working)) this.past = [...this.past, this.working];
    this.working = working;
    this.revision = revision;
    this.isChanged = false;
    this.unheard = null;
    this.keep.set(null);
    this.set(this.now('saved', null));
  };

  /** Sends what waits; whether all of it is with the school then. */
  flush = (): Promise<boolean> => {
    clearTimeout(this.timer);
    // What is changed while something is on its way goes after it.
    if (this.sending) return this.sending.then((isAll) => (isAll && this.isChanged ? this.flush() : isAll));
    this.sending = this.sendAll().finally(() => {
      this.sending = null;
    });
    return this.sending;
  };

  private async sendAll(): Promise<boolean> {
    while (this.isChanged || this.unheard) {
      const sent = this.unheard ?? { ...this.working, name: nameOf(this.working), revision: this.revision };
      if (!this.unheard) this.isChanged = false;
      this.set(this.now('saving', this.state.problem));
      const done = await this.send(sent);
      if (!done.ok) {
        const isLost = mayTryAgain(done.problem.code);
        this.unheard = isLost ? sent : null;
        // What was refused still waits; what was lost is found out about first.
        if (!isLost) this.isChanged = true;
        this.keepNow();
        this.set(this.now('waiting', done.problem));
        if (isLost) this.later(againAfterMs);
        return false;
      }
      this.unheard = null;
      this.revision = done.value.revision;
      if (this.isChanged) this.keepNow();
    }
    this.keep.set(null);
    this.set(this.now('saved', null));
    return true;
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }
  private keepNow(): void {
    const left: Left = { ...this.working, revision: this.revision, unheard: this.unheard };
    this.keep.set(JSON.stringify(left));
  }
  private now = (kept: DeskState['kept'], problem: Problem | null): DeskState => ({
    ...this.working,
    ...{ kept, problem, canUndo: this.past.length > 0, canRedo: this.future.length > 0 },
  });
  private set(state: DeskState): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}
