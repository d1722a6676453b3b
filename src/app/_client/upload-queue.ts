import type { Problem } from '@/core/kernel/problem';
import { type UploadTarget, type UploadTask, upload } from './upload';

export type UploadItem = {
  readonly key: number;
  readonly file: File;
  readonly target: UploadTarget;
  readonly state: 'waiting' | 'sending' | 'done' | 'failed';
  /** Bytes. */
  readonly sent: number;
  readonly problem: Problem | null;
};
export type UploadState = {
  readonly items: readonly UploadItem[];
  readonly paused: boolean;
  /** Bytes a second, over the last seconds; null while nothing is known. */
  readonly speed: number | null;
};

export type Wanted = { readonly file: File; readonly target: UploadTarget; readonly onDone?: (id: string) => void };

const atOnce = 3;
const speedOverMs = 5000;

/**
 * Everything that is being uploaded, from whatever screen it was begun: it goes on while others are looked at.
 * Three at once; what is paused, or was cut off, goes on where it stopped.
 */
export class UploadQueue {
  private state: UploadState = { items: [], paused: false, speed: null };
  private readonly listeners = new Set<() => void>();
  private readonly tasks = new Map<number, UploadTask>();
  private readonly done = new Map<number, (id: string) => void>();
  private samples: { readonly at: number; readonly sent: number }[] = [];
  private next = 1;

  constructor(private readonly send: typeof upload = upload) {}

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };
  get = (): UploadState => this.state;

  /** Takes files in; gives back the keys of what they are here. */
  add = (wanted: readonly Wanted[]): readonly number[] => {
    const items = wanted.map(({ file, target, onDone }): UploadItem => {
      const key = this.next++;
      if (onDone) this.done.set(key, onDone);
      return { key, file, target, state: 'waiting', sent: 0, problem: null };
    });
    // What was finished before is no part of what begins now.
    const before = this.isBusy ? this.state.items : this.state.items.filter(({ state }) => state === 'failed');
    this.set({ items: [...before, ...items] });
    this.fill();
    return items.map(({ key }) => key);
  };

  pause = (): void => {
    this.set({ paused: true });
    for (const task of this.tasks.values()) task.cancel();
    this.tasks.clear();
    this.set({ items: this.state.items.map((one) => (one.state === 'sending' ? { ...one, state: 'waiting' } : one)) });
  };
  goOn = (): void => {
    this.set({ paused: false });
    this.fill();
  };
  /** Stops one and forgets it. What has arrived of it is swept away in a day. */
  cancel = (key: number): void => {
    this.tasks.get(key)?.cancel();
    this.tasks.delete(key);
    this.done.delete(key);
    this.set({ items: this.state.items.filter((one) => one.key !== key) });
    this.fill();
  };
  again = (key: number): void => {
    this.change(key, { state: 'waiting', problem: null });
    this.fill();
  };
  clear = (): void =>
    this.set({ items: this.state.items.filter(({ state }) => state !== 'done' && state !== 'failed') });

  get isBusy(): boolean {
    return this.state.items.some(({ state }) => state === 'waiting' || state === 'sending');
  }

  private fill(): void {
    if (this.state.paused) return;
    const sending = this.state.items.filter(({ state }) => state === 'sending').length;
    for (const item of this.state.items.filter(({ state }) => state === 'waiting').slice(0, atOnce - sending))
      this.begin(item);
  }

  private begin({ key, file, target }: UploadItem): void {
    this.change(key, { state: 'sending' });
    const task = this.send(file, target, (_percent, sent) => {
      if (this.tasks.get(key) === task) this.progress(key, sent);
    });
    this.tasks.set(key, task);
    task.done.then((result) => {
      // One that was paused or stopped meanwhile has nothing to say.
      if (this.tasks.get(key) !== task) return;
      this.tasks.delete(key);
      if (result.ok) {
        this.change(key, { state: 'done', sent: file.size });
        this.done.get(key)?.(result.value.id);
        this.done.delete(key);
      } else this.change(key, { state: 'failed', problem: result.problem });
      this.fill();
    });
  }

  private progress(key: number, sent: number): void {
    this.change(key, { sent });
    const now = Date.now();
    const all = this.state.items.reduce((total, item) => total + item.sent, 0);
    this.samples = [...this.samples.filter(({ at }) => now - at < speedOverMs), { at: now, sent: all }];
    const [first] = this.samples;
    if (first && now - first.at > 500) this.set({ speed: Math.max(0, ((all - first.sent) / (now - first.at)) * 1000) });
  }

  private change(key: number, part: Partial<UploadItem>): void {
    this.set({ items: this.state.items.map((one) => (one.key === key ? { ...one, ...part } : one)) });
  }

  private set(part: Partial<UploadState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }
}

/** The one queue of this tab. */
export const uploads = new UploadQueue();
