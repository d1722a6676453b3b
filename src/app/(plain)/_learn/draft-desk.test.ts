import fc from 'fast-check';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { type Draft, DraftDesk } from './draft-desk';

const begun: Draft = { text: '', link: '' };
type Way = { readonly takes: number; readonly fault: 'none' | 'before' | 'behind' | 'busy' | 'refused' };
const good: Way = { takes: 30, fault: 'none' };

/** A school that keeps a draft after a while, on a line that is slow and breaks. */
class School {
  draft = begun;
  asked = 0;
  ways: Way[] = [];
  save = async (draft: Draft): Promise<Result<unknown>> => {
    this.asked += 1;
    const { takes, fault } = this.ways.shift() ?? good;
    await new Promise((resolve) => setTimeout(resolve, takes));
    if (fault === 'before') return fail('unreachable', 'The line is broken.');
    if (fault === 'busy') return fail('busy', 'The line is broken.');
    if (fault === 'refused') return fail('too-large', 'Your text is too long.');
    this.draft = draft;
    return fault === 'behind' ? fail('unreachable', 'The line is broken.') : ok(null);
  };
}
/** What a browser keeps; `full`: one that keeps nothing more. */
function browser(text: string | null = null, full = false) {
  const kept = { text };
  return {
    get: () => kept.text,
    set: (next: string | null) => {
      if (!full || next === null) kept.text = next;
    },
  };
}

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

test('typing is sent when it pauses, once, and the browser keeps it until the school has it', async () => {
  const [school, keep] = [new School(), browser()];
  const desk = new DraftDesk(begun, school.save, keep);
  for (const text of ['T', 'Th', 'The']) {
    desk.change({ text });
    await vi.advanceTimersByTimeAsync(300);
  }
  expect([school.asked, desk.get().state]).toEqual([0, 'keeping']);
  expect(JSON.parse(keep.get() ?? '')).toEqual({ text: 'The', link: '' });
  await vi.advanceTimersByTimeAsync(1000);
  expect([school.asked, school.draft.text, desk.get().state, keep.get()]).toEqual([1, 'The', 'kept', null]);
});

test('words and address are one draft: what is typed into one goes with what stands in the other', async () => {
  const school = new School();
  const desk = new DraftDesk(begun, school.save, browser());
  desk.change({ text: 'See there' });
  desk.change({ link: 'https://river.example' });
  await vi.advanceTimersByTimeAsync(1000);
  expect(school.draft).toEqual({ text: 'See there', link: 'https://river.example' });
});

test('a version that takes long never comes after a newer one', async () => {
  const school = new School();
  school.ways = [{ takes: 5000, fault: 'none' }, good];
  const desk = new DraftDesk(begun, school.save, browser());
  desk.change({ text: 'old' });
  await vi.advanceTimersByTimeAsync(1000);
  desk.change({ text: 'new' });
  await vi.advanceTimersByTimeAsync(2000);
  expect([school.asked, desk.get().state]).toEqual([1, 'keeping']);
  await vi.advanceTimersByTimeAsync(5000);
  expect([school.asked, school.draft.text, desk.get().state]).toEqual([2, 'new', 'kept']);
});

test.each<Way['fault']>(['before', 'busy'])(
  'a line that breaks, or a busy school (%s), says so, is tried again by itself, and says nothing any more once it holds',
  async (fault) => {
    const [school, keep] = [new School(), browser()];
    school.ways = [
      { takes: 30, fault },
      { takes: 30, fault: 'behind' },
    ];
    const desk = new DraftDesk(begun, school.save, keep);
    desk.change({ text: 'A wall' });
    await vi.advanceTimersByTimeAsync(1000);
    expect(desk.get()).toMatchObject({ state: 'waiting', problem: 'The line is broken.' });
    expect(keep.get()).not.toBeNull();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(desk.get()).toEqual({ draft: { text: 'A wall', link: '' }, state: 'kept', problem: null });
    expect(keep.get()).toBeNull();
  },
);

test('what is refused is not sent again until it is another; it stays where it was typed', async () => {
  const [school, keep] = [new School(), browser()];
  school.ways = [{ takes: 30, fault: 'refused' }];
  const desk = new DraftDesk(begun, school.save, keep);
  desk.change({ text: 'x'.repeat(50) });
  await vi.advanceTimersByTimeAsync(60_000);
  expect(school.asked).toBe(1);
  expect(desk.get()).toMatchObject({ state: 'waiting', problem: 'Your text is too long.' });
  desk.change({ text: 'x' });
  await vi.advanceTimersByTimeAsync(1000);
  expect([school.draft.text, desk.get().state]).toEqual(['x', 'kept']);
});

test('what a closed page has left is there again, and sent without anybody typing', async () => {
  const school = new School();
  const keep = browser(JSON.stringify({ text: 'left', link: '' }));
  const desk = new DraftDesk(begun, school.save, keep);
  expect(desk.get().draft).toEqual(begun);
  desk.open();
  expect(desk.get()).toMatchObject({ draft: { text: 'left' }, state: 'waiting' });
  await vi.advanceTimersByTimeAsync(100);
  expect([school.draft.text, desk.get().state, keep.get()]).toEqual(['left', 'kept', null]);
});

test('who leaves the page in the middle of a word has it sent; a desk that is closed tries nothing again', async () => {
  const [school, keep] = [new School(), browser()];
  const desk = new DraftDesk(begun, school.save, keep);
  const close = desk.open();
  desk.change({ text: 'wor' });
  close();
  await vi.advanceTimersByTimeAsync(100);
  expect(school.draft.text).toBe('wor');
  const other = new DraftDesk(begun, school.save, keep);
  school.ways = [{ takes: 30, fault: 'before' }];
  const closeOther = other.open();
  other.change({ text: 'word' });
  closeOther();
  await vi.advanceTimersByTimeAsync(60_000);
  expect([school.asked, school.draft.text]).toEqual([2, 'wor']);
  expect(JSON.parse(keep.get() ?? '')).toMatchObject({ text: 'word' });
});

test.each(['not JSON', 'null', '[]', '{"text":1,"link":""}', '{"text":"half"}'])(
  'what the browser has and is no draft is left out: %s',
  async (left) => {
    const [school, keep] = [new School(), browser(left)];
    const desk = new DraftDesk({ text: 'ours', link: '' }, school.save, keep);
    desk.open();
    await vi.advanceTimersByTimeAsync(5000);
    expect([school.asked, desk.get().draft.text, keep.get()]).toEqual([0, 'ours', null]);
  },
);

test('in a browser that keeps nothing everything is sent all the same', async () => {
  const school = new School();
  const desk = new DraftDesk(begun, school.save, browser(null, true));
  desk.change({ text: 'typed' });
  await vi.advanceTimersByTimeAsync(1000);
  expect([school.draft.text, desk.get().state]).toEqual(['typed', 'kept']);
});

test('before work is handed in everything is there or said to be not; afterwards nothing of it is a draft', async () => {
  const [school, keep] = [new School(), browser()];
  const desk = new DraftDesk(begun, school.save, keep);
  desk.change({ text: 'done' });
  const settled = desk.settled();
  await vi.advanceTimersByTimeAsync(100);
  expect(await settled).toBe(true);
  desk.change({ text: 'done.' });
  desk.handedIn();
  await vi.advanceTimersByTimeAsync(10_000);
  expect([school.draft.text, keep.get()]).toEqual(['done', null]);
  school.ways = [{ takes: 30, fault: 'before' }];
  desk.change({ text: 'done!' });
  const again = desk.settled();
  await vi.advanceTimersByTimeAsync(100);
  expect(await again).toBe(false);
});

test('whatever the line does and however it is typed, the school ends with what was typed last', async () => {
  const way = fc.record({
    takes: fc.integer({ min: 1, max: 3000 }),
    fault: fc.constantFrom('none', 'before', 'behind' as const),
  });
  const deed = fc.record({ wait: fc.integer({ min: 0, max: 3000 }), reopens: fc.boolean() });
  await fc.assert(
    fc.asyncProperty(
      fc.array(deed, { minLength: 1, maxLength: 12 }),
      fc.array(way, { maxLength: 8 }),
      async (deeds, ways) => {
        const [school, keep] = [new School(), browser()];
        school.ways = [...ways] as Way[];
        let desk = new DraftDesk(begun, school.save, keep);
        let close = desk.open();
        for (const [i, { wait, reopens }] of deeds.entries()) {
          desk.change({ text: `version ${i}` });
          await vi.advanceTimersByTimeAsync(wait);
          if (!reopens) continue;
          // Somebody leaves the page and comes back when nothing is on its way any more.
          close();
          await vi.advanceTimersByTimeAsync(4000);
          desk = new DraftDesk(school.draft, school.save, keep);
          close = desk.open();
          expect(desk.get().draft.text).toBe(`version ${i}`);
        }
        await vi.advanceTimersByTimeAsync(60_000);
        close();
        expect(school.draft.text).toBe(`version ${deeds.length - 1}`);
        expect([desk.get().state, keep.get()]).toEqual(['kept', null]);
      },
    ),
    { numRuns: 60 },
  );
});
