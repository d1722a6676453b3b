import fc from 'fast-check';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { type Design, designFrom, movedBy } from '@/core/certificate';
import { same } from '@/core/kernel/change';
import { fail, ok } from '@/core/kernel/problem';
import { newId } from '@/ui/ids';
import { DesignDesk, type Send, type Working } from './design-desk';

const begun = designFrom('river', 'a4-across', newId);
const all = new Set(begun.things.map(({ id }) => id));
/** So many millimetres further: told apart by where it stands. */
const further = (by: number) => (design: Design) => movedBy(design, all, by, 0);
const placeOf = ({ design }: Working) => design.things[0]?.box.x ?? 0;

/** A school that keeps a design as the real one does, on a line that breaks. */
class School {
  revision = 0;
  working: Working = { design: begun, name: 'River' };
  faults: ('none' | 'before' | 'behind')[] = [];
  asked = 0;
  send: Send = async ({ revision, ...working }) => {
    this.asked += 1;
    const fault = this.faults.shift() ?? 'none';
    await new Promise((resolve) => setTimeout(resolve, 30));
    const lost = fail('unreachable', 'The line is broken.');
    if (fault === 'before') return lost;
    const isThere = this.revision === revision + 1 && same(working, this.working);
    if (!isThere && revision !== this.revision) return fail('conflict', 'Somebody else has changed this design.');
    if (!isThere) this.keep(working);
    return fault === 'behind' ? lost : ok({ revision: this.revision });
  };
  keep(working: Working): void {
    this.working = working;
    this.revision += 1;
  }
  opened = () => ({ ...this.working, revision: this.revision });
}
function browser() {
  const kept: { text: string | null } = { text: null };
  return {
    get: () => kept.text,
    set: (text: string | null) => {
      kept.text = text;
    },
  };
}
const deskOf = (school: School, keep = browser()) => new DesignDesk(school.opened(), school.send, keep);

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});
const passed = (ms: number) => vi.advanceTimersByTimeAsync(ms);

test('changes of one kind that follow one another are one step back, and sent together', async () => {
  const school = new School();
  const desk = deskOf(school);
  for (let i = 0; i < 5; i += 1) {
    desk.change(further(1), 'arrow');
    await passed(100);
  }
  desk.change(further(1), 'drag');
  expect([school.asked, desk.get().kept]).toEqual([0, 'waiting']);
  await passed(700);
  expect([school.asked, desk.get().kept, desk.revision]).toEqual([1, 'saved', 1]);
  const far = placeOf(desk.get());
  desk.undo();
  expect(placeOf(desk.get())).toBeCloseTo(far - 1, 6);
  desk.undo();
  expect([placeOf(desk.get()), desk.get().canUndo]).toEqual([placeOf({ design: begun, name: '' }), false]);
  desk.undo();
  desk.redo();
  desk.redo();
  expect([placeOf(desk.get()), desk.get().canRedo]).toEqual([far, false]);
  // What changes nothing is no step.
  desk.change((design) => design);
  desk.rename('');
  await passed(700);
  expect([desk.get().name, school.working.name]).toEqual(['', 'Without a name']);
});

test('an answer that was lost is no quarrel: it is asked for once more, then what was made meanwhile is sent', async () => {
  const school = new School();
  school.faults = ['behind'];
  const desk = deskOf(school);
  desk.change(further(1));
  await passed(700);
  expect([desk.get().kept, desk.get().problem?.code, desk.hasUnsaved]).toEqual(['waiting', 'unreachable', true]);
  desk.change(further(2));
  await passed(10_000);
  expect([desk.get().kept, desk.get().problem, desk.revision, school.revision]).toEqual(['saved', null, 2, 2]);
  expect(placeOf(school.working)).toBe(placeOf(desk.get()));
});

test('of two who make one design at once one is told; theirs can be taken, and one’s own had back', async () => {
  const school = new School();
  const [one, two] = [deskOf(school), deskOf(school)];
  one.change(further(1));
  await passed(1000);
  two.change(further(50));
  await passed(1000);
  const own = placeOf(two.get());
  const flushed = two.flush();
  await passed(100);
  expect([two.get().problem?.code, await flushed, placeOf(school.working)]).toEqual([
    'conflict',
    false,
    placeOf(one.get()),
  ]);
  two.adopt(school.opened());
  expect([placeOf(two.get()), two.get().problem, two.get().kept]).toEqual([placeOf(one.get()), null, 'saved']);
  two.undo();
  await passed(1000);
  expect([placeOf(two.get()), placeOf(school.working)]).toEqual([own, own]);
});

test('what a closed tab has left is taken up; not over what another has made since, and nothing that cannot be read', async () => {
  const school = new School();
  const keep = browser();
  const first = deskOf(school, keep);
  first.change(further(3));
  vi.clearAllTimers();
  const second = deskOf(school, keep);
  expect([placeOf(second.get()), second.get().kept, second.get().canUndo]).toEqual([
    placeOf(first.get()),
    'waiting',
    true,
  ]);
  await passed(1000);
  expect([placeOf(school.working), keep.get()]).toEqual([placeOf(first.get()), null]);

  second.change(further(3));
  vi.clearAllTimers();
  school.keep({ ...school.working, name: 'Of another' });
  const third = deskOf(school, keep);
  await passed(1000);
  expect([third.get().problem?.code, school.working.name, placeOf(third.get())]).toEqual([
    'conflict',
    'Of another',
    placeOf(second.get()),
  ]);
  for (const kept of ['nothing {', '{"revision":"x"}', '7']) {
    keep.set(kept);
    expect([deskOf(school, keep).get().kept, keep.get()]).toEqual(['saved', null]);
  }
});

test('however the line breaks and whenever the tab is closed, what was made last is what the school has in the end', async () => {
  const acts = fc.array(
    fc.oneof(
      { weight: 4, arbitrary: fc.constant('change' as const) },
      { weight: 2, arbitrary: fc.constantFrom('undo' as const, 'redo' as const, 'flush' as const, 'close' as const) },
      { weight: 3, arbitrary: fc.constantFrom(10, 100, 900, 6000) },
    ),
    { minLength: 1, maxLength: 20 },
  );
  const faults = fc.array(fc.constantFrom('none' as const, 'before' as const, 'behind' as const), { maxLength: 6 });
  await fc.assert(
    fc.asyncProperty(acts, faults, async (given, broken) => {
      const school = new School();
      school.faults = [...broken];
      const keep = browser();
      let desk = deskOf(school, keep);
      for (const one of given) {
        if (typeof one === 'number') await passed(one);
        else if (one === 'change') desk.change(further(1));
        else if (one === 'flush') void desk.flush();
        else if (one === 'close') {
          await passed(40);
          vi.clearAllTimers();
          desk = deskOf(school, keep);
        } else desk[one]();
      }
      school.faults = [];
      await passed(60_000);
      expect([desk.get().kept, desk.get().problem, keep.get()]).toEqual(['saved', null, null]);
      expect([placeOf(school.working), school.revision]).toEqual([placeOf(desk.get()), desk.revision]);
    }),
    { numRuns: 400 },
  );
});
