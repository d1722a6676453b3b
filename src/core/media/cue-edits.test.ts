import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { addCue, changeCue, cueFaults, cuesWith, joinCues, shiftCues, sortCues, splitCue, spoken } from './cue-edits';
import { type Cue, readCues, writeCues } from './cues';

const cue = (from: number, to: number, text = 'said'): Cue => ({ from, to, text, settings: '' });
const three = [cue(1000, 2000, 'One two'), cue(3000, 5000, 'Three'), cue(5000, 8000, 'Four five six')];
const spans = (cues: readonly Cue[]) => cues.map(({ from, to, text }) => [from, to, text]);

test.each([
  ['at the playing moment', 2, 5, 6500, [5000, 6500, 'Four'], [6500, 8000, 'five six']],
  ['in proportion, where the film is elsewhere', 0, 4, 9000, [1000, 1571, 'One'], [1571, 2000, 'two']],
  ['never shorter than can be', 0, 7, 1999, [1000, 1900, 'One two'], [1900, 2000, '']],
])('divided %s', (_name, index, place, moment, first, second) => {
  const cues = splitCue(three, index, place, moment);
  expect(cues).toHaveLength(4);
  expect(spans(cues).slice(index, index + 2)).toEqual([first, second]);
});

test.each([
  ['between two', 2200, 10_000, 1, [2200, 3000]],
  ['with room', 20_000, null, 3, [20_000, 22_500]],
  ['near the end', 9000, 10_000, 3, [9000, 10_000]],
  ['at the end', 10_000, 10_000, 3, [10_000, 10_100]],
])('added %s', (_name, at, length, index, [from, to]) => {
  const added = addCue(three, at, length);
  expect(added.index).toBe(index);
  expect(added.cues[index]).toEqual(cue(from as number, to as number, ''));
});

test('one changed stays in its place until they are put in order', () => {
  const moved = changeCue(three, 2, { from: 0, to: 900 });
  expect(moved[2]).toMatchObject({ from: 0 });
  expect(sortCues(moved).map(({ from }) => from)).toEqual([0, 1000, 3000]);
  expect(sortCues(three)).toBe(three);
});

test.each([
  [700, [1700, 3700, 5700]],
  [-1000, [0, 2000, 4000]],
  [-5000, [0, 2000, 4000]],
])('all moved by %i ms', (by, expected) => expect(shiftCues(three, by).map(({ from }) => from)).toEqual(expected));

test.each([
  ['ends before it begins', [cue(2000, 1000)], 9000, [[0, 'settle', 'ends before']]],
  ['nothing is wrong', three, 9000, []],
  ['too much to read', [cue(0, 1000, 'a'.repeat(40))], 9000, [[0, 'look', 'Longer than']]],
  ['over each other', [cue(0, 4000), cue(3000, 5000)], 9000, [[1, 'look', 'one above']]],
  ['behind the end', [cue(9000, 9500)], 9000, [[0, 'look', 'after the end']]],
  ['nothing said', [cue(0, 500, '<i> </i>')], null, [[0, 'look', 'nothing yet']]],
])('what is told: %s', (_name, cues, length, expected) => {
  const faults = cueFaults(cues, length);
  expect(faults.map(({ index, level }) => [index, level])).toEqual(expected.map(([index, level]) => [index, level]));
  for (const [i, fault] of faults.entries()) expect(fault.sentence).toContain(expected[i]?.[2]);
});

test.each([
  ['<v Ana>Look</v> at\nthe <i>gauge</i>', 'Look at the gauge'],
  ['5 &lt; 6 &amp;&nbsp;7', '5 < 6 & 7'],
  ['&amp;lt;', '&lt;'],
])('%s is read as words', (text, words) => expect(spoken(text)).toBe(words));

test('found by any words of theirs, in any case', () => {
  expect(cuesWith(three, 'SIX four')).toEqual([three[2]]);
  expect(cuesWith(three, ' ')).toEqual(three);
  expect(cuesWith(three, 'seven')).toEqual([]);
});

describe('whatever is done', () => {
  const some = fc
    .array(
      fc.tuple(
        fc.integer({ min: 0, max: 60_000 }),
        fc.integer({ min: 200, max: 5000 }),
        fc.stringMatching(/^[a-z ]{1,30}$/),
      ),
    )
    .map((list) => sortCues(list.map(([from, long, text]) => cue(from, from + long, `${text}.`.trim()))));
  test('no word is lost by dividing and joining, and a file of it is read as the same', () => {
    fc.assert(
      fc.property(some, fc.nat(), fc.nat(40), fc.nat(60_000), (cues, pick, place, moment) => {
        if (cues.length === 0) return;
        const index = pick % cues.length;
        const divided = splitCue(cues, index, place, moment);
        const words = (list: readonly Cue[]) => list.map(({ text }) => text.replaceAll(' ', '')).join('');
        expect(words(divided)).toBe(words(cues));
        const joined = joinCues(divided, index);
        expect([joined[index]?.from, joined[index]?.to]).toEqual([cues[index]?.from, cues[index]?.to]);
        const read = readCues(writeCues({ head: '', cues: divided }));
        expect(read.ok && read.value.cues.map(({ from, to }) => [from, to])).toEqual(
          sortCues(divided).map(({ from, to }) => [from, to]),
        );
      }),
    );
  });
  test('moving all there and back is nothing, unless the beginning was in the way', () => {
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 9000 }), (cues, by) => {
        expect(shiftCues(shiftCues(cues, by), -by)).toEqual(cues);
      }),
    );
  });
});
