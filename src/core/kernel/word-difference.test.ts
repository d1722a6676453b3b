import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differenceShown, type Piece, wordDifference, wordsIn } from './word-difference';

const shown = (pieces: readonly Piece[]) =>
  pieces.map(({ how, words }) => ({ same: words, out: `[-${words}-]`, in: `{+${words}+}` })[how]).join('');

describe('texts compared word by word', () => {
  it.each([
    ['the same', 'A weir is low.', 'A weir is low.', 'A weir is low.'],
    ['one word for another', 'Count the bank.', 'Count the reach.', 'Count the [-bank-]{+reach+}.'],
    ['words at the end', 'Count', 'Count twice.', 'Count {+twice.+}'],
    ['a paragraph between', 'One\nThree', 'One\nTwo\nThree', 'One\n{+Two\n+}Three'],
    ['everything', 'Stone', 'Water', '[-Stone-]{+Water+}'],
    ['from nothing', '', 'Water', '{+Water+}'],
    ['to nothing', 'Water', '', '[-Water-]'],
    ['without blanks between words', '水位を測る。', '流量を測る。', '[-水位-]{+流量+}を測る。'],
    ['only blanks', 'a  b', 'a b', 'a b'],
  ])('%s', (_name, was, is, expected) => {
    expect(shown(wordDifference(was, is))).toBe(expected);
  });

  it.each([
    ['Count the bank.', 'Count the reach, twice.', 2, 1],
    ['水位を測る。', '流量を測る。', 1, 1],
    ['One', 'One', 0, 0],
  ])('from %s to %s: %i in, %i out', (was, is, came, went) => {
    const pieces = wordDifference(was, is);
    expect([wordsIn(pieces, 'in'), wordsIn(pieces, 'out')]).toEqual([came, went]);
  });

  it('gives both texts back, whatever they are', () => {
    const text = fc
      .array(fc.constantFrom('a', 'bank', ' ', '\n', '.', '流', 'é'), { maxLength: 60 })
      .map((all) => all.join(''));
    const without = (pieces: readonly Piece[], how: Piece['how']) =>
      pieces
        .filter((piece) => piece.how !== how)
        .map(({ words }) => words)
        .join('');
    const bare = (words: string) => words.replace(/[^\S\n]/g, '');
    fc.assert(
      fc.property(text, text, (was, is) => {
        const pieces = wordDifference(was, is);
        expect(without(pieces, 'out')).toBe(is);
        expect(bare(without(pieces, 'in'))).toBe(bare(was));
      }),
    );
  });

  it('has an answer for long texts that have nothing in common', () => {
    const long = (word: string) => Array.from({ length: 20_000 }, (_, i) => `${word}${i}`).join(' ');
    expect(wordDifference(long('a'), long('b')).map(({ how }) => how)).toEqual(['out', 'in']);
  });

  it('shows what differs, with a few words around it', () => {
    const far = 'word '.repeat(200);
    const near = 'word '.repeat(23);
    expect(shown(differenceShown(`${far}old ${far}`, `${far}new ${far}`))).toBe(
      ` …  ${near}[-old -]{+new +}${near} … `.replace(`${near} … `, `${near}word  … `),
    );
    expect(differenceShown('', 'w'.repeat(5000))[0]?.words).toHaveLength(1203);
  });
});
