import { type Cue, inOrderOfTime } from './cues';

/** Corrections of captions. Moments are whole milliseconds. */

/** How long a caption lasts that nobody has timed yet. */
const usualMs = 2_500;
const leastMs = 100;

/** Changes a part of one caption. It stays where it is in the list, whatever its time becomes: see `sortCues`. */
export const changeCue = (
  cues: readonly Cue[],
  index: number,
  part: Partial<Pick<Cue, 'from' | 'to' | 'text'>>,
): readonly Cue[] => cues.map((cue, i) => (i === index ? { ...cue, ...part } : cue));

/** Captions in order of time: the same list where they are. */
export function sortCues(cues: readonly Cue[]): readonly Cue[] {
  const sorted = inOrderOfTime(cues);
  return sorted.every((cue, i) => cue === cues[i]) ? cues : sorted;
}

/** Puts an empty caption at a moment; it ends where the next one begins, if that is sooner than usual. */
export function addCue(
  cues: readonly Cue[],
  at: number,
  length: number | null,
): { readonly cues: readonly Cue[]; readonly index: number } {
  const next = cues.find(({ from }) => from > at);
  const ends = Math.min(at + usualMs, next?.from ?? Number.POSITIVE_INFINITY, length ?? Number.POSITIVE_INFINITY);
  const added: Cue = { from: at, to: Math.max(at + leastMs, ends), text: '', settings: '' };
  const all = inOrderOfTime([...cues, added]);
  return { cues: all, index: all.indexOf(added) };
}

/**
 * Divides a caption in two at a place in its text. Its time is divided at `moment` where that lies within it, else
 * in the proportion of the texts.
 */
export function splitCue(cues: readonly Cue[], index: number, place: number, moment: number | null): readonly Cue[] {
  const one = cues[index];
  if (!one || one.to - one.from < 2 * leastMs) return cues;
  const share = one.text.length === 0 ? 0.5 : Math.min(0.9, Math.max(0.1, place / one.text.length));
  const wished =
    moment !== null && moment > one.from && moment < one.to ? moment : one.from + (one.to - one.from) * share;
  const at = Math.round(Math.min(one.to - leastMs, Math.max(one.from + leastMs, wished)));
  const first = { ...one, to: at, text: one.text.slice(0, place).trim() };
  const second = { ...one, from: at, text: one.text.slice(place).trim() };
  return [...cues.slice(0, index), first, second, ...cues.slice(index + 1)];
}

/** Makes one caption of a caption and the one after it. */
export function joinCues(cues: readonly Cue[], index: number): readonly Cue[] {
  const [one, two] = [cues[index], cues[index + 1]];
  if (!one || !two) return cues;
  const joined = {
    ...one,
    to: Math.max(one.to, two.to),
    text: [one.text, two.text].filter((text) => text.trim() !== '').join(' '),
  };
  return [...cues.slice(0, index), joined, ...cues.slice(index + 2)];
}

/** Moves all captions by so many milliseconds, together: none of them before the beginning. */
export function shiftCues(cues: readonly Cue[], by: number): readonly Cue[] {
  const first = Math.min(...cues.map(({ from }) => from));
  const most = Math.max(by, -first);
  return most === 0 || cues.length === 0
    ? cues
    : cues.map((cue) => ({ ...cue, from: cue.from + most, to: cue.to + most }));
}

export type CueFault = { readonly index: number; readonly sentence: string; readonly level: 'settle' | 'look' };

/** Characters a second that people can read along with; more than that is told. */
const mostASecond = 21;

/** What is wrong with captions, each at its place: what cannot be kept (`settle`), and what is worth a look. */
export function cueFaults(cues: readonly Cue[], length: number | null): readonly CueFault[] {
  let until = 0;
  return cues.flatMap((cue, index) => {
    const faults: CueFault[] = [];
    const tell = (level: CueFault['level'], sentence: string) => faults.push({ index, level, sentence });
    if (cue.to <= cue.from) tell('settle', 'It ends before it begins.');
    else {
      const letters = spoken(cue.text).length;
      if (letters > 0 && (letters * 1000) / (cue.to - cue.from) > mostASecond)
        tell('look', 'Longer than most can read in its time.');
    }
    if (length !== null && cue.from >= length) tell('look', 'It begins after the end.');
    if (cue.from < until) tell('look', 'It begins before the one above ends.');
    if (spoken(cue.text) === '') tell('look', 'It says nothing yet.');
    until = Math.max(until, cue.to);
    return faults;
  });
}

const signs: { readonly [name: string]: string } = {
  amp: '&',
  lt: '<',
  gt: '>',
  nbsp: '\u00a0',
  lrm: '\u200e',
  rlm: '\u200f',
};

/** The text of a caption as it is read: without marks for voices and styles (WebVTT cue text), on one line. */
export const spoken = (text: string): string =>
  text
    .replace(/<[^>]*>/g, '')
    .replace(/&(amp|lt|gt|nbsp|lrm|rlm);/g, (whole, name: string) => signs[name] ?? whole)
    .replace(/\s+/g, ' ')
    .trim();

/** Plain words as the text of a caption: the other way round of `spoken`. */
export const asCueText = (words: string): string =>
  words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** The captions whose words hold all that is looked for, in any case of letters. */
export function cuesWith(cues: readonly Cue[], wanted: string): readonly Cue[] {
  const words = wanted.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return cues;
  return cues.filter((cue) => {
    const text = spoken(cue.text).toLocaleLowerCase();
    return words.every((word) => text.includes(word));
  });
}
