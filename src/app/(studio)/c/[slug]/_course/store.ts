import { act } from '@/app/_client/act';
import { apply, type Change, reverse } from '@/core/kernel/change';
import { mayTryAgain, type Problem, type Result } from '@/core/kernel/problem';
import type { MediaFacts } from '@/core/media';
import { type Outline, type OutlineEdit, type OutlineTable, planEdit } from '@/core/outline';
import type { UndoState } from '@/server/outline';

export type Selection = { readonly table: OutlineTable; readonly id: string };
export type Saving = { readonly state: 'saved' | 'saving' | 'waiting'; readonly at: number | null };
export type CourseState = {
  readonly outline: Outline;
  readonly media: ReadonlyMap<string, MediaFacts>;
  readonly undo: UndoState;
  readonly saving: Saving;
  readonly selection: Selection | null;
  /** Something that was refused, until it is read. */
  readonly problem: Problem | null;
  /** Grows with each change that reached the server. */
  readonly version: number;
};

type EditAnswer = { readonly changes: Change[]; readonly undo: UndoState };
type Waiting = { edit: OutlineEdit; changes: Change[] };

const retryMs = [500, 1500, 4000, 8000];

/**
 * The working copy in the browser. An edit is planned and shown at once, then sent; edits go out one
 * after the other in the order they were made. A broken line keeps them waiting and tries again; a
 * refusal takes the edit back and says why. Nothing typed is dropped without a word.
 */
export class CourseStore {
  private state: CourseState;
  private listeners = new Set<() => void>();
  private queue: Waiting[] = [];
  private sending = false;

  constructor(
    readonly courseId: string,
    outline: Outline,
    media: readonly MediaFacts[],
    undo: UndoState,
  ) {
    this.state = {
      outline,
      media: new Map(media.map((one) => [one.id, one])),
      undo,
      saving: { state: 'saved', at: null },
      selection: null,
      problem: null,
      version: 0,
    };
  }

  get = (): CourseState => this.state;
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  private set(part: Partial<CourseState>) {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }

  select = (selection: Selection | null) => this.set({ selection });
  dismiss = () => this.set({ problem: null });
  get hasUnsaved() {
    return this.queue.length > 0;
  }

  /** Does an edit here and now, and sends it. A refusal by the rules of the course comes back at once. */
  edit = (edit: OutlineEdit): Result<Change[]> => {
    const planned = planEdit(this.state.outline, edit);
    if (!planned.ok || planned.value.length === 0) return planned;
    this.set({ outline: apply(this.state.outline, planned.value), saving: { ...this.state.saving, state: 'saving' } });
    const last = this.queue.at(-1);
    const first = this.queue[0];
    // Typing makes many small edits of one field: those still waiting become one.
    if (last && (last !== first || !this.sending) && joins(last.edit, edit)) {
      last.edit = { ...edit, fields: { ...(last.edit.do === 'set' ? last.edit.fields : {}), ...(edit.do === 'set' ? edit.fields : {}) } } as OutlineEdit;
      last.changes.push(...planned.value);
    } else this.queue.push({ edit, changes: [...planned.value] });
    this.flush();
    return planned;
  };

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    for (let tries = 0; this.queue[0]; ) {
      const [next] = this.queue;
      const answer = await act<EditAnswer>('outline.edit', { courseId: this.courseId, edit: next.edit });
      // A fault on the server's side is tried a few times; then the edit is taken back rather than block the others.
      if (!answer.ok && mayTryAgain(answer.problem.code) && (answer.problem.code !== 'unexpected' || tries < 3)) {
        this.set({ saving: { ...this.state.saving, state: 'waiting' }, problem: answer.problem });
        await new Promise((resolve) => setTimeout(resolve, retryMs[Math.min(tries, retryMs.length - 1)]));
        tries += 1;
        continue;
      }
      if (tries > 0) this.set({ problem: null });
      tries = 0;
      this.queue.shift();
      if (answer.ok) this.set({ undo: answer.value.undo, version: this.state.version + 1 });
      else this.takeBack(next, answer.problem);
    }
    this.sending = false;
    this.set({ saving: { state: 'saved', at: Date.now() } });
  }

  private takeBack(refused: Waiting, problem: Problem) {
    const waiting = this.queue.flatMap((one) => one.changes);
    const without = apply(this.state.outline, [...reverse(waiting), ...reverse(refused.changes)]);
    this.set({ outline: apply(without, waiting), problem });
  }

  private takeBackOrAgain = (name: 'outline.undo' | 'outline.redo') => async (): Promise<void> => {
    while (this.sending) await new Promise((resolve) => setTimeout(resolve, 30));
    this.set({ saving: { ...this.state.saving, state: 'saving' } });
    const answer = await act<EditAnswer>(name, { courseId: this.courseId });
    if (answer.ok)
      this.set({ outline: apply(this.state.outline, answer.value.changes), undo: answer.value.undo, version: this.state.version + 1, problem: null });
    else this.set({ problem: answer.problem });
    this.set({ saving: { state: 'saved', at: Date.now() } });
  };
  undo = this.takeBackOrAgain('outline.undo');
  redo = this.takeBackOrAgain('outline.redo');

  /** What is known of the files of the course, looked up again: uploads arrive and are worked on. */
  refreshMedia = async (): Promise<void> => {
    const response = await fetch(`/api/course/${this.courseId}/media`).catch(() => null);
    if (!response?.ok) return;
    const media = (await response.json()) as MediaFacts[];
    this.set({ media: new Map(media.map((one) => [one.id, one])) });
  };
}

const joins = (a: OutlineEdit, b: OutlineEdit) =>
  a.do === 'set' && b.do === 'set' && a.table === b.table && a.id === b.id && Object.keys(a.fields).join() === Object.keys(b.fields).join();
