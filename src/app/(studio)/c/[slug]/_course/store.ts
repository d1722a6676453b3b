import { act } from '@/app/_client/act';
import { apply, type Change, fingerprint, same } from '@/core/kernel/change';
import { merged } from '@/core/kernel/merge';
import { mayTryAgain, ok, type Problem, type Result } from '@/core/kernel/problem';
import type { MediaFacts } from '@/core/media';
import { type LessonText, type Outline, type OutlineEdit, type OutlineTable, planEdit } from '@/core/outline';
import type { PresetSettings } from '@/core/quiz';
import type { Present, Step, UndoState } from '@/server/outline';
import { newId } from '@/ui/ids';
import { KeptEdits, type SentEdit } from './kept';
import { LiveLine } from './live';
import { Whereabouts } from './whereabouts';

export type Selection = { readonly table: OutlineTable; readonly id: string };
export type Saving = { readonly state: 'saved' | 'saving' | 'waiting'; readonly at: number | null };
/** Two people changed one field: both versions, until somebody has chosen. */
export type Clash = {
  readonly id: string;
  readonly table: OutlineTable;
  readonly recordId: string;
  readonly field: string;
  readonly mine: unknown;
  readonly theirs: unknown;
  readonly who: string;
};
export type CourseState = {
  readonly outline: Outline;
  readonly media: ReadonlyMap<string, MediaFacts>;
  readonly undo: UndoState;
  readonly saving: Saving;
  /** Where the person is. */
  readonly selection: Selection | null;
  /** Ids of everything that is selected; the place itself is always among them. */
  readonly marked: ReadonlySet<string>;
  /** Something that was refused, until it is read. */
  readonly problem: Problem | null;
  readonly clashes: readonly Clash[];
  /** Others who have the course open. */
  readonly people: readonly Present[];
  /** The revision of the working copy that is shown, without what still waits to be sent. */
  readonly revision: number;
  /** Grows when something else about the course is new. */
  readonly news: number;
  /** How many edits of an earlier visit this browser still held and has taken up again. */
  readonly recovered: number;
};

/** What screens are drawn from; the rest of the state changes with every answer of the server. */
export type DeskState = Pick<CourseState, 'outline' | 'media' | 'selection' | 'marked'>;

type StepAnswer = { readonly changes: Change[]; readonly revision: number; readonly undo: UndoState };
type SetEdit = Extract<OutlineEdit, { do: 'set' }>;
type Waiting = { -readonly [K in keyof SentEdit]: SentEdit[K] } & {
  changes: readonly Change[];
  /** The fields of a `set` as they were when it was begun; unknown for edits of an earlier visit. */
  from?: { readonly [field: string]: unknown };
  mayHaveBeenSent?: true;
};

const retryMs = [500, 1500, 4000, 8000];

/**
 * The working copy in the browser: what the server has confirmed, and on top of it the edits that wait
 * to be sent. An edit is planned and shown at once; edits go out one after the other in the order they
 * were made. What others do is put below the waiting edits. A broken line keeps them waiting and tries
 * again; a refusal takes the edit back and says why. Nothing typed is dropped without a word.
 */
export class CourseStore {
  private state: CourseState;
  private confirmed: Outline;
  /** How quizzes of the school begin; null for as they are usually made. */
  usualQuiz: PresetSettings | null = null;
  private listeners = new Set<() => void>();
  private queue: Waiting[] = [];
  private sending = false;
  private typing: ReturnType<typeof setTimeout> | null = null;
  /** How long typing pauses before it is sent; without one every letter is. */
  pauseMs = 600;
  private lastBy = new Map<string, string>();
  readonly client = newId();
  /** How many things this person has done here: what was done last can be taken back. */
  acts = 0;
  private readonly kept: KeptEdits;
  private readonly where: Whereabouts;

  constructor(
    personId: string,
    readonly courseId: string,
    outline: Outline,
    revision: number,
    media: readonly MediaFacts[],
    undo: UndoState,
  ) {
    this.confirmed = outline;
    this.state = {
      outline,
      media: new Map(media.map((one) => [one.id, one])),
      undo,
      saving: { state: 'saved', at: null },
      selection: null,
      marked: new Set(),
      problem: null,
      clashes: [],
      people: [],
      revision,
      news: 0,
      recovered: 0,
    };
    this.deskState = this.state;
    this.where = new Whereabouts(courseId, this.client, () => this.state.selection?.id ?? null);
    this.kept = new KeptEdits(`mosaik.waiting.${personId}.${courseId}`, this.client, () => [
      ...this.queue.map(({ step, edit, base }) => ({ step, edit, base })),
      // Two versions of a field come up again: whatever it is now, it is not what this was begun from.
      ...this.state.clashes.map(({ table, recordId, field, mine }) => ({
        step: newId(),
        edit: { do: 'set' as const, table, id: recordId, fields: { [field]: mine } },
        base: { [field]: '' },
      })),
    ]);
  }

  get = (): CourseState => this.state;
  /** The same object as long as none of its parts has changed. */
  private deskState: DeskState;
  getDesk = (): DeskState => {
    const { outline, media, selection, marked } = this.state;
    const old = this.deskState;
    if (old.outline !== outline || old.media !== media || old.selection !== selection || old.marked !== marked)
      this.deskState = { outline, media, selection, marked };
    return this.deskState;
  };
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  private set(part: Partial<CourseState>) {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }

  /** Goes somewhere, and selects it or all of `marked`. */
  select = (selection: Selection | null, marked?: Iterable<string>) => {
    const ids = new Set(marked ?? []);
    if (selection) ids.add(selection.id);
    this.set({ selection, marked: ids });
    this.where.moved();
  };
  dismiss = () => this.set({ problem: null });
  get hasUnsaved() {
    return this.queue.length > 0 || this.state.clashes.length > 0;
  }

  /** Does an edit here and now, and sends it. A refusal by the rules of the course comes back at once. */
  edit = (edit: OutlineEdit): Result<readonly Change[]> => {
    if (edit.do === 'set' && this.intoClash(edit)) return ok([]);
    const planned = planEdit(this.state.outline, edit);
    if (!planned.ok || planned.value.length === 0) return planned;
    this.acts += 1;
    this.set({ outline: apply(this.state.outline, planned.value), saving: { ...this.state.saving, state: 'saving' } });
    const last = this.queue.at(-1);
    // Typing makes many small edits of one field: those still waiting become one.
    if (this.typing && last && !(last.edit.do === 'set' && edit.do === 'set' && sameFields(last.edit, edit)))
      this.sendNow();
    if (last && !last.mayHaveBeenSent && last.edit.do === 'set' && edit.do === 'set' && sameFields(last.edit, edit)) {
      last.edit = edit;
      last.changes = [...last.changes, ...planned.value];
    } else {
      const from = edit.do === 'set' ? begunFrom(edit, planned.value) : {};
      const base = Object.fromEntries(Object.entries(from).map(([field, value]) => [field, fingerprint(value)]));
      this.queue.push({ step: newId(), edit, changes: planned.value, from, base });
    }
    this.kept.changed();
    if (edit.do === 'set') this.pause();
    else this.sendNow();
    return planned;
  };

  /**
   * Typing in one field is one step: it is sent when it pauses, when something else is done, or when the field is left.
   */
  private pause() {
    if (this.pauseMs === 0) return void this.flush();
    if (this.typing) clearTimeout(this.typing);
    this.typing = setTimeout(this.sendNow, this.pauseMs);
  }
  sendNow = (): void => {
    if (this.typing) clearTimeout(this.typing);
    this.typing = null;
    if (this.queue.length > 0) this.flush();
  };

  /** Takes up edits that a tab has left behind unsent, or without having heard that they arrived. */
  private takeUp = (left: readonly SentEdit[]) => {
    this.queue.push(...left.map((one) => ({ ...one, changes: [], mayHaveBeenSent: true as const })));
    this.set({ recovered: this.state.recovered + left.length });
    this.show();
    this.flush();
  };

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    for (let tries = 0; this.queue[0]; ) {
      const [next] = this.queue;
      // The field that is being typed in is the last in the queue, and waits for its pause.
      if (this.typing && this.queue.length === 1) break;
      next.mayHaveBeenSent = true;
      const answer = await act<StepAnswer>('outline.edit', {
        courseId: this.courseId,
        step: next.step,
        edit: next.edit,
        base: next.base,
      });
      // A fault on the server's side is tried a few times; then the edit is taken back rather than block the others.
      if (!answer.ok && mayTryAgain(answer.problem.code) && (answer.problem.code !== 'unexpected' || tries < 3)) {
        this.kept.write();
        this.set({ saving: { ...this.state.saving, state: 'waiting' }, problem: answer.problem });
        await new Promise((resolve) => setTimeout(resolve, retryMs[Math.min(tries, retryMs.length - 1)]));
        tries += 1;
        continue;
      }
      if (tries > 0) this.set({ problem: null });
      tries = 0;
      this.queue.shift();
      if (answer.ok) await this.adopt(answer.value, next.changes);
      else if (answer.problem.code === 'changed' && next.edit.do === 'set')
        await this.clash(next.edit, answer.problem.field ?? '', next.from);
      else {
        this.set({ problem: answer.problem });
        this.show();
      }
      this.kept.changed();
    }
    this.sending = false;
    if (this.queue.length === 0) this.set({ saving: { state: 'saved', at: Date.now() } });
  }

  /** Takes in a step of one's own as the server did it. */
  private async adopt({ changes, revision, undo }: StepAnswer, shown: readonly Change[]): Promise<void> {
    // An answer that changed nothing made no step: the revision it names is somebody else's.
    if (revision > this.state.revision + (changes.length > 0 ? 1 : 0)) await this.catchUp();
    if (changes.length > 0 && revision === this.state.revision + 1) {
      this.confirmed = apply(this.confirmed, this.known(changes));
      this.set({ revision, undo });
      // Mostly the server does exactly what is shown already.
      if (this.queue.length === 0 && same(changes, shown)) {
        this.confirmed = this.state.outline;
        return;
      }
    } else this.set({ undo });
    this.show();
  }

  /** Shows what is confirmed, with what waits on top. */
  private show() {
    let outline = this.confirmed;
    for (const waiting of this.queue) {
      const planned = planEdit(outline, waiting.edit);
      if (!planned.ok) continue;
      waiting.changes = planned.value;
      outline = apply(outline, planned.value);
    }
    this.set({ outline });
  }

  /** Changes to texts that were never loaded here are of no use here. */
  private known = (changes: readonly Change[]): readonly Change[] =>
    changes.filter(
      ({ table, id, before, after }) =>
        table !== 'text' || before === null || after === null || this.confirmed.text[id] !== undefined,
    );

  /** Takes in what others have done, and what came back of one's own, each step once and in order. */
  private hear = (steps: readonly Step[]) => {
    let { revision } = this.state;
    for (const step of steps) {
      if (step.revision !== revision + 1) continue;
      this.confirmed = apply(this.confirmed, this.known(step.changes));
      revision = step.revision;
      for (const { table, id } of step.changes) this.lastBy.set(`${table}/${id}`, step.name);
    }
    if (revision === this.state.revision) return;
    this.set({ revision });
    this.show();
  };

  private async catchUp(): Promise<void> {
    const response = await fetch(`/api/course/${this.courseId}/steps?since=${this.state.revision}`).catch(() => null);
    const steps = response?.ok ? ((await response.json()) as Step[] | null) : [];
    if (steps === null) this.lost();
    else this.hear(steps);
  }

  private lost = () => {
    if (!this.hasUnsaved) window.location.reload();
    else
      this.set({
        problem: {
          code: 'changed',
          sentence: 'Very much has changed in this course meanwhile. Load the page again once everything is saved.',
        },
      });
  };

  /**
   * Somebody else was quicker. Settings of which each changed another part go together by themselves; otherwise
   * their version is shown, and mine is kept beside it until one is chosen.
   */
  private async clash(edit: SetEdit, field: string, from: Waiting['from']): Promise<void> {
    await this.catchUp();
    const { table, id } = edit;
    const isThis = (one: Waiting) =>
      one.edit.do === 'set' && one.edit.table === table && one.edit.id === id && field in one.edit.fields;
    const later = this.queue.filter(isThis).at(-1)?.edit as SetEdit | undefined;
    this.queue = this.queue.filter((one) => !isThis(one));
    const record = this.confirmed[table][id] as { readonly [field: string]: unknown } | undefined;
    const mine = (later ?? edit).fields[field];
    const theirs = record?.[field] ?? null;
    const { [field]: _taken, ...others } = edit.fields;
    const both = from && field in from ? merged(from[field], mine, theirs) : null;
    if (!both) {
      const who = this.lastBy.get(`${table}/${id}`) ?? 'Somebody else';
      this.set({ clashes: [...this.state.clashes, { id: newId(), table, recordId: id, field, mine, theirs, who }] });
    }
    this.show();
    if (both) this.edit({ ...edit, fields: { [field]: both.value } });
    if (Object.keys(others).length > 0) this.edit({ ...edit, fields: others });
  }

  /** While two versions of a field are open, what is typed there goes on as mine and is not sent. */
  private intoClash(edit: SetEdit): boolean {
    const fields = Object.keys(edit.fields);
    const open = this.state.clashes.find(
      (one) => one.table === edit.table && one.recordId === edit.id && fields.includes(one.field),
    );
    if (!open) return false;
    this.set({
      clashes: this.state.clashes.map((one) => (one === open ? { ...one, mine: edit.fields[one.field] } : one)),
    });
    this.kept.changed();
    return true;
  }

  /** Settles two versions of a field with the one that is to stay. */
  settle = (clash: Clash, value: unknown): void => {
    this.set({ clashes: this.state.clashes.filter((one) => one.id !== clash.id) });
    const kept = this.edit({ do: 'set', table: clash.table, id: clash.recordId, fields: { [clash.field]: value } });
    // What can no longer be kept stays to be read and copied.
    if (!kept.ok) this.set({ clashes: [...this.state.clashes, clash], problem: kept.problem });
    this.kept.changed();
  };

  /** Leaves the version that is there, and mine with it. */
  letGo = (clash: Clash): void => {
    this.set({ clashes: this.state.clashes.filter((one) => one.id !== clash.id) });
    this.kept.changed();
  };

  private takeBackOrAgain = (name: 'outline.undo' | 'outline.redo') => async (): Promise<void> => {
    await this.saved();
    const step = newId();
    // A broken line leaves open whether it was done: asking again with the same name does it once.
    for (let tries = 0; tries <= retryMs.length; tries += 1) {
      const answer = await this.step(name, { step });
      if (answer.ok || !mayTryAgain(answer.problem.code)) return;
      await new Promise((resolve) => setTimeout(resolve, retryMs[tries]));
    }
  };
  undo = this.takeBackOrAgain('outline.undo');
  redo = this.takeBackOrAgain('outline.redo');

  /** Once everything typed so far is with the server. */
  saved = async (): Promise<void> => {
    this.sendNow();
    while (this.sending) await new Promise((resolve) => setTimeout(resolve, 20));
  };

  /** A step that only the server can plan, for example a copy from another course. */
  step = async (name: string, input: object): Promise<Result<StepAnswer>> => {
    await this.saved();
    this.acts += 1;
    this.set({ saving: { ...this.state.saving, state: 'saving' } });
    const answer = await act<StepAnswer>(name, { courseId: this.courseId, ...input });
    if (answer.ok) {
      await this.adopt(answer.value, []);
      this.set({ problem: null });
    } else this.set({ problem: answer.problem });
    this.set({ saving: { state: 'saved', at: Date.now() } });
    return answer;
  };

  /** Loads the text of a lesson; texts come only where they are read. */
  loadText = async (lessonId: string): Promise<void> => {
    if (this.confirmed.text[lessonId]) return;
    const response = await fetch(`/api/course/${this.courseId}/text/${lessonId}`).catch(() => null);
    if (!response?.ok)
      return this.set({
        problem: {
          code: 'unreachable',
          sentence: 'The text of this lesson could not be loaded. Check the connection and open it again.',
        },
      });
    const text = (await response.json()) as LessonText;
    this.confirmed = { ...this.confirmed, text: { ...this.confirmed.text, [lessonId]: text } };
    this.show();
  };

  /** What is known of the files of the course, looked up again: uploads arrive and are worked on. */
  refreshMedia = async (): Promise<void> => {
    const response = await fetch(`/api/course/${this.courseId}/media`).catch(() => null);
    if (!response?.ok) return;
    const media = (await response.json()) as MediaFacts[];
    this.set({ media: new Map(media.map((one) => [one.id, one])) });
  };

  goTo = (stage: string): void => this.where.moved(stage);

  /** Hears what others do, and tells them where this person is, until the answer is called. */
  join = (): (() => void) => {
    const stop = new LiveLine(
      (since) => `/api/course/${this.courseId}/live?since=${since}&client=${this.client}`,
      () => this.state.revision,
      {
        steps: this.hear,
        people: (people) => !same(people, this.state.people) && this.set({ people }),
        // Who was away is taken for gone: said again, once there is a line.
        opened: () => this.where.moved(),
        news: () => this.set({ news: this.state.news + 1 }),
        lost: this.lost,
      },
    ).start();
    const close = this.kept.open(this.takeUp);
    const leave = this.where.start();
    const hide = () => {
      this.kept.write();
      this.where.left();
    };
    window.addEventListener('pagehide', hide);
    window.addEventListener('focusout', this.sendNow);
    return () => {
      stop();
      window.removeEventListener('focusout', this.sendNow);
      this.sendNow();
      window.removeEventListener('pagehide', hide);
      this.kept.write();
      leave();
      close();
    };
  };
}

const sameFields = (a: SetEdit, b: SetEdit) =>
  a.table === b.table && a.id === b.id && Object.keys(a.fields).join() === Object.keys(b.fields).join();

/** The fields that an edit changes, as they were before it. */
function begunFrom(edit: SetEdit, changes: readonly Change[]): { [field: string]: unknown } {
  const own = changes.find((change) => change.table === edit.table && change.id === edit.id);
  return Object.fromEntries(
    Object.keys(edit.fields).flatMap((field) =>
      own?.after && field in own.after ? [[field, own.before?.[field]]] : [],
    ),
  );
}
