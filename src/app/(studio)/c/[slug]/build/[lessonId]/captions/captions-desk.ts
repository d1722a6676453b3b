import type { KeptText } from '@/app/_client/kept-text';
import { fail, mayTryAgain, type Problem, type Result } from '@/core/kernel/problem';
import { type Cue, cueFaults, readCues, writeCues } from '@/core/media';

export type CaptionsState = {
  readonly cues: readonly Cue[];
  readonly state: 'saved' | 'waiting' | 'saving' | 'refused';
  readonly problem: Problem | null;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
};

/** What captions are made from: the hash of what is stored, and its text; null for a language that has none yet. */
export type Stored = { readonly hash: string; readonly text: string };
/** Sends captions; `was` is the hash they were made from. Gives back the hash they are stored under. */
export type Send = (text: string, was: string | null) => Promise<Result<{ hash: string }>>;
/** What the browser keeps: the captions, the hash they were made from, and what was sent of them and not answered. */
type Left = { readonly was: string | null; readonly text: string; readonly unheard: string | null };

function leftIn(kept: string | null): Left | null {
  try {
    const left = JSON.parse(kept ?? 'null') as Partial<Left> | null;
    return typeof left?.text === 'string'
      ? { was: left.was ?? null, text: left.text, unheard: left.unheard ?? null }
      : null;
  } catch {
    return null;
  }
}

const pauseMs = 800;
/** When the school could not be reached. */
const againMs = 4000;
const mostSteps = 200;
/** Changes of one field so close to each other are one step. */
const oneStepMs = 1500;

/**
 * The captions of one language while they are corrected: each change a step that can be taken back, saved when
 * typing pauses, and kept by the browser until the school has them.
 */
export class CaptionsDesk {
  private cues: readonly Cue[] = [];
  private head = '';
  private was: string | null;
  /** What was sent and not answered: whether the school has it is found out before anything newer is sent. */
  private unheard: string | null = null;
  private past: (readonly Cue[])[] = [];
  private future: (readonly Cue[])[] = [];
  private lastField = { name: '', at: 0 };
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | null = null;
  private readonly listeners = new Set<() => void>();
  private state: CaptionsState;

  constructor(
    stored: Stored | null,
    private readonly send: Send,
    private readonly keep: KeptText,
  ) {
    this.was = stored?.hash ?? null;
    if (stored) this.take(stored.text);
    const isLeft = this.takeUp(stored);
    this.state = this.now(isLeft ? 'waiting' : 'saved', null);
    if (isLeft) this.later();
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };
  get = (): CaptionsState => this.state;

  /** Puts other captions in place. `field` names what is typed in, so that a word is one step. */
  change = (cues: readonly Cue[], field = ''): void => {
    if (cues === this.cues) return;
    const at = Date.now();
    const goesOn = field !== '' && field === this.lastField.name && at - this.lastField.at < oneStepMs;
    if (!goesOn) this.past = [...this.past.slice(1 - mostSteps), this.cues];
    this.lastField = { name: field, at };
    this.future = [];
    this.put(cues);
  };
  undo = (): void => {
    const cues = this.past.pop();
    if (!cues) return;
    this.future.push(this.cues);
    this.lastField = { name: '', at: 0 };
    this.put(cues);
  };
  redo = (): void => {
    const cues = this.future.pop();
    if (!cues) return;
    this.past.push(this.cues);
    this.put(cues);
  };
  /** Sends what waits at once. */
  flush = (): void => {
    clearTimeout(this.timer);
    if (this.state.state === 'waiting') void this.save();
  };
  /** Keeps these captions over those somebody else has stored meanwhile. */
  insist = (over: string | null): void => {
    this.was = over;
    this.unheard = null;
    void this.save();
  };
  /** Gives up what is not stored. */
  giveUp = (): void => {
    clearTimeout(this.timer);
    this.keep.set(null);
  };

  /** Takes up what a closed tab has left; false where the school has it by now, or it cannot be read. */
  private takeUp(stored: Stored | null): boolean {
    const left = leftIn(this.keep.get());
    if (!left || left.text === stored?.text || !this.take(left.text)) {
      this.keep.set(null);
      return false;
    }
    // What was sent last and not answered may be what is stored: then nobody else has changed anything.
    this.was = stored && left.unheard === stored.text ? stored.hash : left.was;
    return true;
  }

  private take(text: string): boolean {
    const read = readCues(text);
    if (!read.ok) return false;
    this.cues = read.value.cues;
    this.head = read.value.head;
    return true;
  }

  private put(cues: readonly Cue[]): void {
    this.cues = cues;
    this.keepNow();
    this.set(this.now('waiting', null));
    this.later();
  }

  private later(inMs = pauseMs): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), inMs);
  }

  /** Keeps in the browser what waits, with what it was made from. */
  private keepNow(): void {
    const left: Left = { was: this.was, text: this.text(), unheard: this.unheard };
    this.keep.set(JSON.stringify(left));
  }

  private text = (): string => writeCues({ head: this.head, cues: this.cues });

  private async save(): Promise<void> {
    if (this.sending) return this.sending.then(() => this.later());
    const cannot = cueFaults(this.cues, null).find(({ level }) => level === 'settle');
    if (cannot) {
      const { problem } = fail('invalid', `Not saved: caption ${cannot.index + 1} ends before it begins.`);
      return this.set(this.now('refused', problem));
    }
    if (this.cues.length === 0) {
      const { problem } = fail('invalid', 'Not saved: there is no caption. Put one in, or remove the language.');
      return this.set(this.now('refused', problem));
    }
    const text = this.unheard ?? this.text();
    this.set(this.now('saving', null));
    this.sending = this.send(text, this.was).then((done) => {
      this.sending = null;
      if (!done.ok && mayTryAgain(done.problem.code)) {
        this.unheard = text;
        this.keepNow();
        this.set(this.now('waiting', done.problem));
        return this.later(againMs);
      }
      this.unheard = null;
      if (!done.ok) return this.set(this.now('refused', done.problem));
      this.was = done.value.hash;
      if (this.text() !== text) {
        this.keepNow();
        this.set(this.now('waiting', null));
        return this.later();
      }
      this.keep.set(null);
      this.set(this.now('saved', null));
    });
    return this.sending;
  }

  private now = (state: CaptionsState['state'], problem: Problem | null): CaptionsState => ({
    cues: this.cues,
    state,
    problem,
    canUndo: this.past.length > 0,
    canRedo: this.future.length > 0,
  });

  private set(state: CaptionsState): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}
