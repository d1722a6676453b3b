import { beforeEach, expect, test, vi } from 'vitest';
import { KeptEdits, type SentEdit } from './kept';

const edit = (n: number): SentEdit => ({
  ...{ step: `step ${n}`, base: {} },
  edit: { do: 'set', table: 'lesson', id: `lesson ${n}`, fields: { title: `Title ${n}` } },
});

/** Locks as browsers have them: held until what was promised comes to its end. */
class Locks {
  private readonly held = new Set<string>();
  request = async (name: string, ...given: unknown[]): Promise<void> => {
    const [options, then] = given.length > 1 ? [given[0], given[1]] : [{}, given[0]];
    const does = then as (lock: object | null) => unknown;
    if (this.held.has(name)) {
      if (!(options as { ifAvailable?: boolean }).ifAvailable) throw new Error('Nobody waits for a lock here.');
      return void does(null);
    }
    this.held.add(name);
    await does({});
    this.held.delete(name);
  };
}

const store = new Map<string, string>();
beforeEach(() => {
  store.clear();
  vi.stubGlobal('navigator', { locks: new Locks() });
  // Its keys are its own properties, as those of a browser's store are.
  vi.stubGlobal(
    'localStorage',
    new Proxy(
      {},
      {
        ownKeys: () => [...store.keys()],
        getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
        get: (_target, name) =>
          ({
            getItem: (key: string) => store.get(key) ?? null,
            setItem: (key: string, value: string) => void store.set(key, value),
            removeItem: (key: string) => void store.delete(key),
          })[name as string],
      },
    ),
  );
});

/** A tab with a list of its own, and what it has taken up. */
function tab(client: string, list: SentEdit[] = []) {
  const taken: SentEdit[] = [];
  const kept = new KeptEdits('mosaik.waiting.me.course', client, () => list);
  const close = kept.open((left) => taken.push(...left));
  return { kept, close, taken, list };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 80));

test('what waits is written down in a moment, and gone once it is sent', async () => {
  const own = tab('a');
  own.list.push(edit(1));
  own.kept.changed();
  expect(store.size).toBe(0);
  await settled();
  expect(JSON.parse(store.get('mosaik.waiting.me.course.a') ?? '[]')).toEqual([edit(1)]);
  own.list.pop();
  own.kept.changed();
  expect(store.size).toBe(0);
});

test('what a closed tab has left is taken up by one other tab; of one that lives nothing is', async () => {
  const first = tab('a', [edit(1), edit(2)]);
  first.kept.write();
  const second = tab('b');
  await settled();
  expect([second.taken, store.size]).toEqual([[], 1]);
  first.close();
  await settled();
  const [third, fourth] = [tab('c'), tab('d')];
  await settled();
  const taken = [...third.taken, ...fourth.taken];
  expect([taken, [...store.keys()].filter((key) => key.endsWith('.a'))]).toEqual([[edit(1), edit(2)], []]);
});

test('what is taken up is kept by whoever took it until it is sent', async () => {
  const first = tab('a', [edit(1)]);
  first.kept.write();
  first.close();
  await settled();
  const list: SentEdit[] = [];
  const kept = new KeptEdits('mosaik.waiting.me.course', 'b', () => list);
  kept.open((left) => list.push(...left));
  await settled();
  expect([...store.keys()]).toEqual(['mosaik.waiting.me.course.b']);
  expect(JSON.parse(store.get('mosaik.waiting.me.course.b') ?? '[]')).toEqual([edit(1)]);
});

test.each([
  ['nothing that can be read', 'nothing {'],
  ['something else', '{"step": 1}'],
])('%s in the store is left alone', async (_name, kept) => {
  store.set('mosaik.waiting.me.course.a', kept);
  store.set('mosaik.waiting.me.another.a', JSON.stringify([edit(9)]));
  const own = tab('b');
  await settled();
  expect(own.taken).toEqual([]);
  expect(store.get('mosaik.waiting.me.another.a')).toBeDefined();
});

test('a browser without locks, or with a full store, keeps nothing and breaks nothing', () => {
  const full = tab('a', [edit(1)]);
  vi.stubGlobal('localStorage', {
    setItem: () => {
      throw new Error('The store is full.');
    },
  });
  full.kept.write();
  vi.stubGlobal('navigator', {});
  const bare = tab('b', [edit(1)]);
  bare.kept.write();
  bare.close();
  expect(store.size).toBe(0);
});
