import { diffArrays } from 'diff';
import { wordSegments } from './segments';

/** A stretch of words: in both texts, only in the earlier one (`out`), or only in the later one (`in`). */
export type Piece = { readonly how: 'same' | 'out' | 'in'; readonly words: string };

/** How many words stand in the stretches of a kind. */
export const wordsIn = (pieces: readonly Piece[], how: Piece['how']): number =>
  pieces
    .filter((piece) => piece.how === how)
    .reduce(
      (count, { words }) => count + Array.from(wordSegments(words)).filter(({ isWordLike }) => isWordLike).length,
      0,
    );

/** Words and marks, each with the blanks behind it; the end of a line stands by itself. */
const inWords = (text: string): string[] => {
  const found: string[] = [];
  for (const { segment } of wordSegments(text)) {
    const last = found.at(-1);
    if (last !== undefined && !last.endsWith('\n') && /^[^\S\n]+$/.test(segment)) found[found.length - 1] += segment;
    else found.push(segment);
  }
  return found;
};
const bare = (word: string) => (word.endsWith('\n') ? word : word.trimEnd());
const alikeWords = (a: string, b: string) => bare(a) === bare(b);
const alikeLines = (a: string, b: string) => a === b;

/**
 * So many parts in and out are looked for one by one (Myers, 1986: the time grows with its square); beyond that it is
 * one stretch.
 */
const mostApart = 500;

function compared(was: string[], is: string[], comparator: (a: string, b: string) => boolean): Piece[] {
  const found = diffArrays(was, is, { comparator, maxEditLength: mostApart }) ?? [
    { removed: true, added: false, value: was },
    { removed: false, added: true, value: is },
  ];
  return found.flatMap(({ removed, added, value }): Piece[] => {
    const words = value.join('');
    return words === '' ? [] : [{ how: (removed && 'out') || (added && 'in') || 'same', words }];
  });
}

/**
 * How a text became another, word by word, in any script (UAX #29). What is the same and what came in are the later
 * text; what is the same and what went out are the earlier one, but for blanks between words. Lines that differ are
 * found first, and within them words.
 */
export function wordDifference(was: string, is: string): Piece[] {
  const lines = compared(was.split(/(?<=\n)/), is.split(/(?<=\n)/), alikeLines);
  return lines.flatMap((piece, i): Piece[] => {
    const next = lines[i + 1];
    if (piece.how === 'out' && next?.how === 'in')
      return compared(inWords(piece.words), inWords(next.words), alikeWords);
    return piece.how === 'in' && lines[i - 1]?.how === 'out' ? [] : [piece];
  });
}

const gap = ' … ';
/** So many letters of a stretch that differs are shown, and so many of what is the same on either side of it. */
const mostShown = 1200;
const around = 120;

const shortened = (words: string) => (words.length > mostShown ? `${words.slice(0, mostShown)}${gap}` : words);

/** What is shown of pieces where room is short: all that differs, with a few words around it. */
export function nearDifferences(pieces: readonly Piece[]): Piece[] {
  return pieces.map((piece, i) => {
    if (piece.how !== 'same') return { ...piece, words: shortened(piece.words) };
    const [head, tail] = [i > 0 ? around : 0, i < pieces.length - 1 ? around : 0];
    if (piece.words.length <= head + tail + gap.length) return piece;
    const first = piece.words.slice(0, head).replace(/\S*$/u, '');
    const last = tail > 0 ? piece.words.slice(-tail).replace(/^\S*/u, '') : '';
    return { ...piece, words: `${first}${gap}${last}` };
  });
}

/** How a text became another, word by word, as far as it is shown where room is short. */
export const differenceShown = (was: string, is: string): Piece[] => nearDifferences(wordDifference(was, is));
