import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { clockTime, readClockTime } from '../kernel/clock-time';
import { barrierIn, chapterSpans, chaptersOfCues, checkpointsOf, cuesOfChapters, timeFaults } from './film';
import { newQuestion } from './make';
import type { Chapter, Moment, Question } from './types';

const chapter = (at: number, title = `At ${at}`): Chapter => ({ id: `c${at}`, at, title });
const stop = (at: number, passage: Moment['passage'] = null, required = false): Question => ({
  ...newQuestion(`q${at}`, 'l', 'a0', 'true-false'),
  moment: { at, passage, required },
});

describe('moments as people write them', () => {
  test.each([
    ['3:40', 220_000, '3:40'],
    ['1:03:40', 3_820_000, '1:03:40'],
    ['0:05.25', 5250, '0:05.25'],
    ['0:05,25', 5250, '0:05.25'],
    ['220', 220_000, '3:40'],
    [' 90.5 ', 90_500, '1:30.5'],
    ['12.0001', 12_000, '0:12'],
    ['100:00', 6_000_000, '1:40:00'],
  ])('%s', (typed, ms, written) => {
    expect(readClockTime(typed)).toBe(ms);
    expect(clockTime(ms)).toBe(written);
  });
  test.each(['', 'soon', '3:60', '1:60:00', '-1', '3:4x', '1:2:3:4', '3.40.1', '1e3'])('none: %s', (typed) => {
    expect(readClockTime(typed)).toBeNull();
  });
  test('what is written is read again', () => {
    fc.assert(fc.property(fc.nat(86_400_000), (ms) => readClockTime(clockTime(ms)) === ms));
  });
});

test('a chapter lasts until the next one begins, the last one to the end', () => {
  expect(chapterSpans([chapter(60), chapter(0), chapter(20)], 100).map(({ at, end }) => [at, end])).toEqual([
    [0, 20],
    [20, 60],
    [60, 100],
  ]);
  // One that begins after the end has no length, and none has less.
  expect(chapterSpans([chapter(200)], 100)[0]?.end).toBe(200);
});

test('checkpoints are the questions that stop the film, in the order they are met', () => {
  const questions = [stop(9000), newQuestion('paper', 'l', 'a0', 'number'), stop(2000)];
  expect(checkpointsOf(questions).map(({ id }) => id)).toEqual(['q2000', 'q9000']);
});

const passage = (from: number, to: number) => ({ from, to });
test.each<[string, Chapter[], Question[], number | null, string[]]>([
  ['all is well', [chapter(0), chapter(5000)], [stop(4000, passage(1000, 4000)), stop(6000)], 10_000, []],
  ['a chapter after the end', [chapter(12_000)], [], 10_000, ['after-end c12000']],
  ['a chapter at the end', [chapter(10_000)], [], 10_000, ['after-end c10000']],
  ['length not known', [chapter(12_000)], [stop(90_000)], null, []],
  ['two chapters at one moment', [chapter(5, 'A'), { ...chapter(5, 'B'), id: 'd' }], [], 10, ['twice d']],
  ['no name', [chapter(0, '  ')], [], 10, ['unnamed c0']],
  ['a checkpoint after the end', [], [stop(11_000)], 10_000, ['after-end q11000']],
  ['two within a second', [], [stop(3000), stop(3999)], 10_000, ['twice q3999']],
  ['a second apart', [], [stop(3000), stop(4000)], 10_000, []],
  ['a passage behind', [], [stop(3000, passage(2000, 3001))], 10_000, ['passage q3000']],
  ['a passage backwards', [], [stop(3000, passage(2000, 2000))], 10_000, ['passage q3000']],
  ['a passage after the end', [], [stop(9000, passage(8000, 12_000))], 10_000, ['passage q9000']],
])('what cannot be right: %s', (_name, chapters, questions, length, expected) => {
  const faults = timeFaults({ chapters }, questions, length);
  expect(faults.map(({ sort, id }) => `${sort} ${id}`)).toEqual(expected);
  for (const { sentence } of faults) expect(sentence).toMatch(/^[A-Z].*\.$/);
});

test('the barrier is the first one that must be answered and is not', () => {
  const questions = [stop(1000), stop(2000, null, true), stop(3000, null, true)];
  expect(barrierIn(questions, () => false)?.id).toBe('q2000');
  expect(barrierIn(questions, (id) => id === 'q2000')?.id).toBe('q3000');
  expect(barrierIn(questions, () => true)).toBeNull();
});

test('chapters go out as cues and come back as the same chapters; others get ids of their own', () => {
  const chapters = [
    { id: 'b', at: 4000, title: 'The water' },
    { id: 'a', at: 0, title: '<b>Banks</b>' },
  ];
  const cues = cuesOfChapters(chapters, 9000);
  expect(cues.map(({ from, to }) => [from, to])).toEqual([
    [0, 4000],
    [4000, 9000],
  ]);
  const more = [...cues, { from: 6000, to: 9000, text: 'Leaving', settings: '' }];
  expect(chaptersOfCues(more, chapters, () => 'new')).toEqual([
    { id: 'a', at: 0, title: '<b>Banks</b>' },
    { id: 'b', at: 4000, title: 'The water' },
    { id: 'new', at: 6000, title: 'Leaving' },
  ]);
});
