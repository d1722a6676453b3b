import fc from 'fast-check';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fail, ok, type ProblemCode } from '@/core/kernel/problem';
import { type Cue, changeCue, joinCues, readCues, splitCue, writeCues } from '@/core/media';
import { CaptionsDesk, type Send, type Stored } from './captions-desk';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

const text = 'WEBVTT\n\n00:00:00.000 --> 00:00:02.000\nOne two\n\n00:00:03.000 --> 00:00:04.000\nThree\n';

/** A desk, a school that answers as it is told, and what the browser keeps. */
function desk(answers: readonly Awaited<ReturnType<Send>>[], left: string | null = null) {
  const kept = { text: left };
  const sent: { readonly text: string; readonly was: string | null }[] = [];
  const send: Send = async (words, was) => {
    sent.push({ text: words, was });
    return answers[Math.min(sent.length, answers.length) - 1] ?? ok({ hash: `h${sent.length}` });
  };
  const keep = {
    get: () => kept.text,
    set: (words: string | null) => {
      kept.text = words;
    },
  };
  return { made: new CaptionsDesk({ hash: 'h0', text }, send, keep), sent, kept };
}
const typed = (made: CaptionsDesk, words: string) =>
  made.change(changeCue(made.get().cues, 0, { text: words }), 'text 0');

test('a word is one step, sent once typing pauses, and kept by the browser until then', async () => {
  const { made, sent, kept } = desk([]);
  for (const words of ['O', 'On', 'One']) typed(made, words);
  expect(made.get().state).toBe('waiting');
  expect(kept.text).toContain('One');
  expect(sent).toHaveLength(0);
  await vi.advanceTimersByTimeAsync(1000);
  expect(sent.map(({ was }) => was)).toEqual(['h0']);
  expect([made.get().state, kept.text]).toEqual(['saved', null]);
  made.undo();
  expect(made.get().cues[0]?.text).toBe('One two');
  expect(made.get().canUndo).toBe(false);
  await vi.advanceTimersByTimeAsync(1000);
  // What is sent next is made from what was stored last.
  expect(sent.at(-1)?.was).toBe('h1');
  made.redo();
  expect(made.get().cues[0]?.text).toBe('One');
});

test.each<ProblemCode>(['unreachable', 'busy', 'no-room', 'not-signed-in'])(
  'a school that is %s is asked again, and what was typed meanwhile goes along',
  async (code) => {
    const { made, sent, kept } = desk([fail(code, 'Not now.'), ok({ hash: 'h1' })]);
    typed(made, 'First');
    await vi.advanceTimersByTimeAsync(900);
    expect(made.get()).toMatchObject({ state: 'waiting', problem: { code } });
    typed(made, 'Second');
    await vi.advanceTimersByTimeAsync(5000);
    expect(sent.at(-1)?.text).toContain('Second');
    expect([made.get().state, kept.text]).toEqual(['saved', null]);
  },
);

test('somebody else was quicker: nothing is lost until it is said whose stays', async () => {
  const { made, sent, kept } = desk([fail('conflict', 'Changed meanwhile.'), ok({ hash: 'h9' })]);
  typed(made, 'Mine');
  await vi.advanceTimersByTimeAsync(900);
  expect(made.get().state).toBe('refused');
  expect(kept.text).toContain('Mine');
  made.insist('theirs');
  await vi.advanceTimersByTimeAsync(10);
  expect(sent.at(-1)).toMatchObject({ was: 'theirs' });
  expect(made.get().state).toBe('saved');
});

test.each([
  [
    'one that ends before it begins',
    (made: CaptionsDesk) => made.change(changeCue(made.get().cues, 1, { to: 100 })),
    /caption 2 ends/,
  ],
  ['none at all', (made: CaptionsDesk) => made.change([]), /no caption/],
])('is not sent: %s', async (_name, change, sentence) => {
  const { made, sent } = desk([]);
  change(made);
  await vi.advanceTimersByTimeAsync(2000);
  expect(sent).toHaveLength(0);
  expect(made.get().problem?.sentence).toMatch(sentence);
});

test('what a closed tab has left behind is taken up and sent', async () => {
  const left = { was: 'h0', text: text.replace('Three', 'Left behind'), unheard: null };
  const { made, sent } = desk([], JSON.stringify(left));
  expect(made.get().cues[1]?.text).toBe('Left behind');
  await vi.advanceTimersByTimeAsync(1000);
  expect(sent[0]?.text).toContain('Left behind');
  expect(desk([], 'no captions at all').made.get().state).toBe('saved');
});

test('dividing, joining and a change of another field are steps of their own', () => {
  const { made } = desk([]);
  made.change(splitCue(made.get().cues, 0, 4, null));
  made.change(joinCues(made.get().cues, 0));
  typed(made, 'One, two');
  made.change(changeCue(made.get().cues, 1, { from: 2500 }), 'time 1');
  expect(made.get().cues).toHaveLength(2);
  for (let i = 0; i < 4; i += 1) made.undo();
  expect(made.get().cues.map(({ text: words }) => words)).toEqual(['One two', 'Three']);
  expect(made.get().canUndo).toBe(false);
});

const cue = (n: number, text: string): Cue => ({ from: n * 4, to: n * 4 + 3, text, settings: '' });
const textOf = (...cues: Cue[]) => writeCues({ head: '', cues });
/** What a browser keeps of captions that were made from the first ones there were. */
const left = (...cues: Cue[]) => JSON.stringify({ was: 'h0', text: textOf(...cues), unheard: null });

/** A school that keeps captions as the real one does: what was made from something older is told so. */
class School {
  stored: Stored | null = { hash: 'h0', text: textOf(cue(0, 'One'), cue(1, 'Two')) };
  faults: ('before' | 'behind' | 'none')[] = [];
  sent: string[] = [];
  send: Send = async (text, was) => {
    const fault = this.faults.shift() ?? 'none';
    await new Promise((resolve) => setTimeout(resolve, 30));
    const lost = fail('unreachable', 'The line is broken.');
    if (fault === 'before') return lost;
    // What is stored already is stored again without harm.
    if (was !== (this.stored?.hash ?? null) && text !== this.stored?.text)
      return fail('changed', 'Somebody else has corrected these captions meanwhile.');
    this.sent.push(text);
    this.stored = { hash: `h${this.sent.length}`, text };
    return fault === 'behind' ? lost : ok({ hash: this.stored.hash });
  };
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

test('what another has corrected since a tab was closed is not written over', async () => {
  const school = new School();
  const keep = browser();
  keep.set(left(cue(0, 'Left')));
  school.stored = { hash: 'h5', text: textOf(cue(0, 'Corrected')) };
  const desk = new CaptionsDesk(school.stored, school.send, keep);
  await vi.advanceTimersByTimeAsync(5000);
  expect([desk.get().state, desk.get().problem?.code, school.stored.text]).toEqual([
    'refused',
    'changed',
    textOf(cue(0, 'Corrected')),
  ]);
  expect(desk.get().cues[0]?.text).toBe('Left');
});

test('however the line breaks and whenever the tab is closed, what was typed last is what the school has in the end', async () => {
  const acts = fc.array(
    fc.oneof(
      { weight: 4, arbitrary: fc.constant('type' as const) },
      { weight: 1, arbitrary: fc.constantFrom('undo' as const, 'redo' as const, 'flush' as const, 'close' as const) },
      { weight: 3, arbitrary: fc.constantFrom(10, 100, 900, 6000) },
    ),
    { minLength: 1, maxLength: 20 },
  );
  const faults = fc.array(fc.constantFrom('none' as const, 'before' as const, 'behind' as const), { maxLength: 6 });
  await fc.assert(
    fc.asyncProperty(acts, faults, async (all, broken) => {
      const school = new School();
      school.faults = [...broken];
      const keep = browser();
      let desk = new CaptionsDesk(school.stored, school.send, keep);
      for (const [i, one] of all.entries()) {
        if (typeof one === 'number') await vi.advanceTimersByTimeAsync(one);
        else if (one === 'type') desk.change([cue(0, `words ${i}`)], 'text 0');
        else if (one === 'close') {
          // What is on its way arrives, or does not; the timers of a closed tab do nothing more.
          await vi.advanceTimersByTimeAsync(40);
          vi.clearAllTimers();
          desk = new CaptionsDesk(school.stored, school.send, keep);
        } else desk[one]();
      }
      school.faults = [];
      await vi.advanceTimersByTimeAsync(60_000);
      const stored = readCues(school.stored?.text ?? '');
      expect([desk.get().state, keep.get()]).toEqual(['saved', null]);
      expect(stored.ok && stored.value.cues).toEqual(desk.get().cues);
    }),
    { numRuns: 200 },
  );
});
