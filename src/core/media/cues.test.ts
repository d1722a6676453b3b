import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Cue, cueTime, readCues, writeCues } from './cues';

const read = (text: string) => {
  const result = readCues(text);
  if (!result.ok) throw new Error(result.problem.sentence);
  return result.value;
};
const spans = (text: string) => read(text).cues.map(({ from, to, text: said }) => [from, to, said]);
const one = [1000, 2000, 'One'];
const two = [3000, 4000, 'Two'];

describe('what is read', () => {
  test.each([
    [
      'two captions',
      'WEBVTT\n\n00:01.000 --> 00:02.000\nOne\n\n01:00:01.000 --> 01:00:04.500\nTwo',
      [one, [3601000, 3604500, 'Two']],
    ],
    [
      'a mark at the front and other line ends',
      '\uFEFFWEBVTT title\r\n\r\n00:01.000 --> 00:02.000 align:start\r\nOne',
      [one],
    ],
    ['names, and two lines', 'WEBVTT\n\nfirst\n00:01.000 --> 00:02.000\nOne\nand', [[1000, 2000, 'One\nand']]],
    ['numbered blocks', '1\n00:00:01,000 --> 00:00:02,000\nOne\n\n2\n00:00:03,000 --> 00:00:04,000\nTwo', [one, two]],
    [
      'notes between',
      'WEBVTT\n\n00:01.000 --> 00:02.000\nOne\n\nNOTE a\nb\n\n00:03.000 --> 00:04.000\nTwo',
      [one, two],
    ],
    [
      'a caption without words',
      'WEBVTT\n\n00:01.000 --> 00:02.000\n\n00:03.000 --> 00:04.000\nTwo',
      [[1000, 2000, ''], two],
    ],
    ['out of order', 'WEBVTT\n\n00:03.000 --> 00:04.000\nTwo\n\n00:01.000 --> 00:02.000\nOne', [one, two]],
  ])('%s', (_name, text, expected) => expect(spans(text)).toEqual(expected));

  test('styles, regions and notes before the first caption stay, and where one stands too', () => {
    const text =
      'WEBVTT\n\nSTYLE\n::cue { color: lime }\n\nREGION\nid:low\n\nNOTE mine\n\n00:01.000 --> 00:02.000 line:0\nOne\n';
    expect(read(text).head).toBe('STYLE\n::cue { color: lime }\n\nREGION\nid:low\n\nNOTE mine');
    expect(read(writeCues(read(text)))).toEqual(read(text));
  });

  test.each([
    ['in order', '00:01.000 --> 00:02.000\nOne\n\n00:02.000 --> 00:03.000\nTwo', []],
    ['backwards', '00:03.000 --> 00:04.000\nTwo\n\n00:01.000 --> 00:02.000\nOne', ['out of order']],
    [
      'over each other',
      '00:01.000 --> 00:09.000\nOne\n\n00:02.000 --> 00:03.000\nTwo\n\n00:04.000 --> 00:05.000\nThree',
      ['2 captions begin'],
    ],
  ])('what is odd is told: %s', (_name, cues, words) => {
    const { remarks } = read(`WEBVTT\n\n${cues}`);
    expect(remarks).toHaveLength(words.length);
    for (const [i, part] of words.entries()) expect(remarks[i]).toContain(part);
  });
});

test.each([
  ['no times at all', 'Width 3 m', 'begins with the word WEBVTT'],
  ['half a time', 'WEBVTT\n\n00:01.000 --> 2\nOne', 'Line 3'],
  ['an end before its beginning', 'WEBVTT\n\n00:03.000 --> 00:02.000\nOne', 'Line 3: a caption ends before it begins'],
  [
    'no empty line between two',
    'WEBVTT\n\n00:01.000 --> 00:02.000\nOne\n00:02.000 --> 00:03.000\nTwo',
    'Line 5: an empty line is missing',
  ],
  ['times far down a block', 'WEBVTT\n\nOne\nTwo\n00:02.000 --> 00:03.000\nThree', 'Line 5: an empty line is missing'],
  ['none at all', 'WEBVTT\n\nNOTE nothing', 'holds no captions'],
])('what cannot be read says where: %s', (_name, text, words) => {
  const result = readCues(text);
  expect(result.ok ? '' : result.problem.sentence).toContain(words);
});

const cue: fc.Arbitrary<Cue> = fc
  .record({
    from: fc.nat(90_000_000),
    length: fc.integer({ min: 1, max: 60_000 }),
    text: fc.string({ unit: 'grapheme', maxLength: 60 }),
  })
  .map(({ from, length, text }) => ({ from, to: from + length, text, settings: '' }));

test('what is written is read again: the same times, and texts without what would end a caption', () => {
  fc.assert(
    fc.property(fc.array(cue, { minLength: 1, maxLength: 20 }), (cues) => {
      const once = read(writeCues({ head: '', cues }));
      expect(once.cues.map(({ from, to }) => [from, to])).toEqual(
        [...cues].sort((a, b) => a.from - b.from || a.to - b.to).map(({ from, to }) => [from, to]),
      );
      expect(read(writeCues(once)).cues).toEqual(once.cues);
    }),
  );
});

test('any text is read or refused in words, and never breaks', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (text) => {
      const result = readCues(`WEBVTT\n\n${text}`);
      expect(result.ok || result.problem.sentence.length > 10).toBe(true);
    }),
  );
});

test('moments are written with hours, and thousandths', () => expect(cueTime(3_725_007)).toBe('01:02:05.007'));
