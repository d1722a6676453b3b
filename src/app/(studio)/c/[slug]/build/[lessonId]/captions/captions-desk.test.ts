import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fail, ok } from '@/core/kernel/problem';
import { changeCue, joinCues, splitCue } from '@/core/media';
import { CaptionsDesk, type Send } from './captions-desk';

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

test('a school that cannot be reached is asked again, and what was typed meanwhile goes along', async () => {
  const { made, sent, kept } = desk([fail('unreachable', 'Not now.'), ok({ hash: 'h1' })]);
  typed(made, 'First');
  await vi.advanceTimersByTimeAsync(900);
  expect(made.get()).toMatchObject({ state: 'waiting', problem: { code: 'unreachable' } });
  typed(made, 'Second');
  await vi.advanceTimersByTimeAsync(5000);
  expect(sent.at(-1)?.text).toContain('Second');
  expect([made.get().state, kept.text]).toEqual(['saved', null]);
});

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
  const { made, sent } = desk([], text.replace('Three', 'Left behind'));
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
