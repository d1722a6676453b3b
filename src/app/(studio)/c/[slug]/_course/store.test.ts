import fc from 'fast-check';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { apply, type Change, fingerprint, same } from '@/core/kernel/change';
import { newCourse, type Outline, type OutlineEdit, planEdit, usualSettings } from '@/core/outline';
import { CourseStore } from './store';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const courseId = id(0);
type Body = { readonly step: string; readonly edit: OutlineEdit; readonly base?: { readonly [field: string]: string } };
/** A request under way: answered, or done without the answer ever arriving. */
type Asked = { readonly answer: () => void; readonly lose: () => void; readonly doOnly: () => void };
type Step = { revision: number; actorId: string; name: string; sentence: string; changes: readonly Change[] };

/** A server as the store sees it: the same rules, answers that wait until they are let go, and a line of steps. */
class Server {
  outline: Outline;
  revision = 0;
  steps: Step[] = [];
  told = 0;
  done = new Set<string>();
  waiting: Asked[] = [];
  source: { emit: (name: string, data: unknown) => void } | null = null;

  constructor() {
    const empty: Outline = {
      course: { [courseId]: newCourse(courseId, 'c', 'C', 'UTC') },
      section: {},
      lesson: {},
      question: {},
      outcome: {},
      text: {},
    };
    const first = planEdit(empty, {
      do: 'put',
      into: null,
      after: null,
      lessons: [],
      afterSection: null,
      sections: [1, 2].map((s) => ({
        id: id(s),
        title: `S${s}`,
        lessons: [1, 2].map((l) => ({ id: id(s * 10 + l), title: `L${s}${l}`, kind: 'reading' as const })),
      })),
    });
    this.outline = first.ok ? apply(empty, first.value) : empty;
  }

  private keep(changes: readonly Change[], name: string) {
    this.outline = apply(this.outline, changes);
    this.revision += 1;
    this.steps.push({ revision: this.revision, actorId: name, name, sentence: '', changes });
  }

  /** Somebody else's edit. */
  theirs(edit: OutlineEdit) {
    const planned = planEdit(this.outline, edit);
    if (planned.ok && planned.value.length > 0) this.keep(planned.value, 'Marek');
  }

  private decide({ step, edit, base }: Body) {
    if (this.done.has(step))
      return { ok: true, value: { changes: [], revision: this.revision, undo: { undo: null, redo: null } } };
    if (edit.do === 'set') {
      const record = this.outline[edit.table][edit.id] as { readonly [field: string]: unknown } | undefined;
      const field = (record ? Object.keys(edit.fields) : []).find(
        (one) =>
          base?.[one] !== undefined &&
          base[one] !== fingerprint(record?.[one]) &&
          !same(record?.[one], edit.fields[one]),
      );
      if (field !== undefined) return { ok: false, problem: { code: 'changed', sentence: 'Changed.', field } };
    }
    const planned = planEdit(this.outline, edit);
    if (!planned.ok) return planned;
    if (planned.value.length > 0) {
      this.keep(planned.value, 'me');
      this.done.add(step);
    }
    return { ok: true, value: { changes: planned.value, revision: this.revision, undo: { undo: null, redo: null } } };
  }

  fetch = (address: string, init?: { readonly body?: string }): Promise<unknown> => {
    if (address.includes('/steps?')) {
      const since = Number(new URL(address, 'http://x').searchParams.get('since'));
      return Promise.resolve({ ok: true, json: async () => this.steps.filter((step) => step.revision > since) });
    }
    if (!address.endsWith('/outline.edit'))
      return Promise.resolve({ ok: true, json: async () => ({ ok: true, value: null }) });
    const body = JSON.parse(init?.body ?? '{}') as Body;
    return new Promise((resolve, reject) => {
      this.waiting.push({
        answer: () => {
          const decided = this.decide(body);
          resolve({ ok: decided.ok, json: async () => decided });
        },
        lose: () => {
          this.decide(body);
          reject(new TypeError('The line is broken.'));
        },
        doOnly: () => this.decide(body),
      });
    });
  };
  /** Tells the browser what it has not heard yet. */
  tell() {
    const news = this.steps.slice(this.told);
    this.told = this.steps.length;
    if (news.length > 0) this.source?.emit('steps', news);
  }
}

const settled = async () => {
  for (let i = 0; i < 12; i += 1) await new Promise((resolve) => setImmediate(resolve));
};

/** What a browser keeps beyond its tabs: words under keys, and locks that end with the tab. */
class Kept {
  [key: string]: unknown;
  getItem(key: string) {
    return this[key] ?? null;
  }
  setItem(key: string, value: string) {
    this[key] = value;
  }
  removeItem(key: string) {
    delete this[key];
  }
}
const held = new Set<string>();
const locks = {
  request(key: string, ...rest: unknown[]) {
    const act = rest.at(-1) as (lock: object | null) => unknown;
    if (held.has(key)) return act(null);
    held.add(key);
    const until = act({});
    const free = () => held.delete(key);
    return until instanceof Promise ? until.then(free) : free();
  },
};
/** The tab is gone from one moment to the next: nothing that waits in it ever goes on. */
const crash = () => {
  vi.clearAllTimers();
  held.clear();
};

let server: Server;
beforeEach(() => {
  server = new Server();
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] });
  held.clear();
  vi.stubGlobal('localStorage', new Kept());
  vi.stubGlobal('navigator', { locks });
  class Source {
    private heard = new Map<string, (event: { data: string }) => void>();
    readyState = 1;
    constructor() {
      server.source = { emit: (name, data) => this.heard.get(name)?.({ data: JSON.stringify(data) }) };
    }
    addEventListener(name: string, listener: (event: { data: string }) => void) {
      this.heard.set(name, listener);
    }
    close() {}
  }
  const target = { addEventListener: () => {}, removeEventListener: () => {} };
  vi.stubGlobal('EventSource', Source);
  vi.stubGlobal('window', { ...target, location: { reload: () => {} } });
  vi.stubGlobal('document', { ...target, visibilityState: 'visible' });
  vi.stubGlobal('fetch', (address: string, init?: { readonly body?: string }) => server.fetch(address, init));
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const begin = (pauseMs = 0) => {
  server.told = server.steps.length;
  const store = new CourseStore('me', courseId, server.outline, server.revision, [], { undo: null, redo: null });
  // Each edit is sent as it is made, except where typing is what is looked at.
  store.pauseMs = pauseMs;
  return { store, leave: store.join() };
};
const rename = (n: number, title: string): OutlineEdit => ({
  do: 'set',
  table: 'lesson',
  id: id(n),
  fields: { title },
});
const titleOf = (store: CourseStore, n: number) => store.get().outline.lesson[id(n)]?.title;

/** Lets everything happen that still waits, and takes the other one's version wherever there are two. */
async function finish(store: CourseStore): Promise<void> {
  for (let i = 0; i < 40; i += 1) {
    server.tell();
    server.waiting.shift()?.answer();
    await settled();
    vi.advanceTimersByTime(10_000);
    const [clash] = store.get().clashes;
    if (clash && server.waiting.length === 0) store.letGo(clash);
    await settled();
    if (server.waiting.length === 0 && !store.hasUnsaved && server.told === server.steps.length) return;
  }
}

test('an edit is shown at once, and what others do meanwhile is shown below it', async () => {
  const { store, leave } = begin();
  store.edit(rename(11, 'Mine'));
  expect(titleOf(store, 11)).toBe('Mine');
  server.theirs(rename(12, 'Theirs'));
  server.tell();
  await settled();
  expect([titleOf(store, 11), titleOf(store, 12)]).toEqual(['Mine', 'Theirs']);
  await finish(store);
  expect(store.get().outline).toEqual(server.outline);
  leave();
});

test('typing waits as one edit behind the one that is on its way', async () => {
  const { store, leave } = begin();
  for (const title of ['a', 'ab', 'abc', 'abcd']) store.edit(rename(11, title));
  await finish(store);
  expect(server.steps.map((step) => step.changes[0]?.after?.title)).toEqual(['a', 'abcd']);
  leave();
});

test.each([
  ['mine', (clash: { mine: unknown }) => clash.mine, 'Mine, longer'],
  ['theirs', (clash: { theirs: unknown }) => clash.theirs, 'Theirs'],
])('of two versions of a field both are kept until one is chosen: %s', async (_name, choose, expected) => {
  const { store, leave } = begin();
  server.theirs(rename(11, 'Theirs'));
  store.edit(rename(11, 'Mine'));
  server.waiting.shift()?.answer();
  await settled();
  expect(titleOf(store, 11)).toBe('Theirs');
  // What is typed on goes into the version that waits, and is not sent.
  store.edit(rename(11, 'Mine, longer'));
  const [clash] = store.get().clashes;
  expect([clash?.mine, clash?.theirs, clash?.who]).toEqual(['Mine, longer', 'Theirs', 'Marek']);
  expect(store.hasUnsaved).toBe(true);
  if (clash) store.settle(clash, choose(clash));
  await finish(store);
  expect([titleOf(store, 11), server.outline.lesson[id(11)]?.title]).toEqual([expected, expected]);
  leave();
});

test('an edit that is refused is taken back with a sentence, and the others stay', async () => {
  const { store, leave } = begin();
  server.theirs({ do: 'remove', table: 'lesson', ids: [id(11)] });
  store.edit(rename(11, 'Gone'));
  store.edit(rename(12, 'Stays'));
  await finish(store);
  expect(store.get().problem?.code).toBe('not-found');
  expect(store.get().outline).toEqual(server.outline);
  expect(titleOf(store, 12)).toBe('Stays');
  leave();
});

test('what was done without the answer arriving is not done again, whatever others did meanwhile', async () => {
  const { store, leave } = begin();
  store.edit({ do: 'move-lessons', ids: [id(11)], sectionId: id(2), before: null });
  server.waiting.shift()?.lose();
  await settled();
  expect(store.get().saving.state).toBe('waiting');
  server.theirs({ do: 'move-lessons', ids: [id(11)], sectionId: id(1), before: null });
  await finish(store);
  expect(server.outline.lesson[id(11)]?.sectionId).toBe(id(1));
  expect(server.steps.map((step) => step.name)).toEqual(['me', 'Marek']);
  expect(store.get().outline).toEqual(server.outline);
  expect(store.get().problem).toBeNull();
  leave();
});

test.each([
  ['the request never arrived', () => server.waiting.splice(0)],
  ['it was done and the answer never arrived', () => server.waiting.splice(0).map((one) => one.doOnly())],
])('a tab that dies leaves its edits to the next one: %s', async (_name, lose) => {
  const first = begin().store;
  first.edit(rename(11, 'One'));
  first.edit(rename(12, 'Two'));
  vi.advanceTimersByTime(300);
  lose();
  crash();
  const { store, leave } = begin();
  await finish(store);
  expect([titleOf(store, 11), titleOf(store, 12)]).toEqual(['One', 'Two']);
  expect(store.get().outline).toEqual(server.outline);
  expect(server.steps.length).toBe(2);
  expect(store.get().recovered).toBe(2);
  expect(Object.keys(localStorage)).toEqual([]);
  leave();
});

test('settings of which each changed another part go together, those of the same part are asked for', async () => {
  const { store, leave } = begin();
  const settings = (part: object): OutlineEdit => ({
    do: 'set',
    table: 'course',
    id: courseId,
    fields: { settings: { ...usualSettings, ...part } },
  });
  server.theirs(settings({ goesOn: true }));
  store.edit(settings({ look: 'dark' }));
  await finish(store);
  expect(server.outline.course[courseId]?.settings).toEqual({ ...usualSettings, goesOn: true, look: 'dark' });
  expect([store.get().clashes, store.get().outline]).toEqual([[], server.outline]);
  server.theirs(settings({ goesOn: true, look: 'light' }));
  store.edit(settings({ goesOn: true, look: 'device' }));
  server.waiting.shift()?.answer();
  await settled();
  expect(store.get().clashes.map(({ field }) => field)).toEqual(['settings']);
  leave();
});

test('two versions of a field outlive the tab, and edits of a tab that lives are left to it', async () => {
  const first = begin().store;
  server.theirs(rename(11, 'Theirs'));
  first.edit(rename(11, 'Mine'));
  server.waiting.shift()?.answer();
  await settled();
  first.edit(rename(12, 'Typed'));
  vi.advanceTimersByTime(300);
  const second = begin().store;
  await settled();
  expect([second.get().recovered, second.hasUnsaved]).toEqual([0, false]);
  server.waiting.splice(0);
  crash();
  const { store, leave } = begin();
  for (let i = 0; i < 4; i += 1) {
    server.waiting.shift()?.answer();
    await settled();
  }
  expect(store.get().clashes.map(({ mine, theirs }) => [mine, theirs])).toEqual([['Mine', 'Theirs']]);
  expect(titleOf(store, 12)).toBe('Typed');
  leave();
});

const lessonId = fc.constantFrom(11, 12, 21, 22).map(id);
const edit: fc.Arbitrary<OutlineEdit> = fc.oneof(
  fc.record({
    do: fc.constant('set' as const),
    table: fc.constant('lesson' as const),
    id: lessonId,
    fields: fc.record({ title: fc.constantFrom('x', 'y', 'z') }),
  }),
  fc.record({
    do: fc.constant('set' as const),
    table: fc.constant('lesson' as const),
    id: lessonId,
    fields: fc.record({ required: fc.boolean() }),
  }),
  fc.record({
    do: fc.constant('move-lessons' as const),
    ids: lessonId.map((one) => [one]),
    sectionId: fc.constantFrom(id(1), id(2)),
    before: fc.option(lessonId),
  }),
  fc.record({
    do: fc.constant('remove' as const),
    table: fc.constant('lesson' as const),
    ids: lessonId.map((one) => [one]),
  }),
  fc.record({
    do: fc.constant('set' as const),
    table: fc.constant('course' as const),
    id: fc.constant(courseId),
    fields: fc
      .record({ goesOn: fc.boolean(), downloads: fc.boolean() })
      .map((part) => ({ settings: { ...usualSettings, ...part } })),
  }),
  fc.record({
    do: fc.constant('move-sections' as const),
    ids: fc.constantFrom([id(1)], [id(2)]),
    before: fc.constantFrom(id(1), id(2), null),
  }),
);
const happening = fc.oneof(
  fc.record({ what: fc.constant('mine' as const), edit }),
  fc.record({ what: fc.constant('theirs' as const), edit }),
  fc.constantFrom(
    { what: 'tell' as const },
    { what: 'answer' as const },
    { what: 'lose' as const },
    { what: 'wait' as const },
    { what: 'crash' as const },
  ),
);

test('whatever two people do, however slowly it arrives and whenever a tab dies, both end with the same course', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(happening, { maxLength: 14 }), async (happenings) => {
      server = new Server();
      let { store, leave } = begin();
      for (const one of happenings) {
        if (one.what === 'mine') store.edit(one.edit);
        else if (one.what === 'theirs') server.theirs(one.edit);
        else if (one.what === 'tell') server.tell();
        else if (one.what === 'answer') server.waiting.shift()?.answer();
        else if (one.what === 'lose') server.waiting.shift()?.lose();
        else {
          vi.advanceTimersByTime(2000);
          await settled();
          if (one.what === 'crash') {
            server.waiting.splice(0);
            crash();
            ({ store, leave } = begin());
          }
        }
        await settled();
      }
      await finish(store);
      expect(store.get().outline).toEqual(server.outline);
      expect(store.get().revision).toBe(server.revision);
      expect(Object.keys(localStorage)).toEqual([]);
      leave();
    }),
    { numRuns: 300 },
  );
}, 60_000);

test('typing in one field is one step, sent when it pauses, when something else is done, or when the field is left', async () => {
  const { store, leave } = begin(30);
  const sent = () => server.waiting.length;
  const type = (n: number, words: string) => {
    for (let i = 1; i <= words.length; i += 1) store.edit(rename(n, words.slice(0, i)));
  };
  type(11, 'Twenty-two letters long');
  expect([sent(), titleOf(store, 11)]).toEqual([0, 'Twenty-two letters long']);
  await vi.advanceTimersByTimeAsync(60);
  expect(sent()).toBe(1);
  server.waiting.shift()?.answer();
  await settled();
  expect(server.steps.map((step) => step.changes.length)).toEqual([1]);

  // Another field: the one before is sent at once, and then this one by itself.
  type(11, 'Again');
  type(12, 'Other');
  expect(sent()).toBe(1);
  server.waiting.shift()?.answer();
  await settled();
  expect(sent()).toBe(0);
  store.sendNow();
  expect(sent()).toBe(1);
  server.waiting.shift()?.answer();
  await settled();
  expect([server.steps.length, store.get().saving.state, store.hasUnsaved]).toEqual([3, 'saved', false]);
  leave();
});
