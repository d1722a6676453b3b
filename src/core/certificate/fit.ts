import type { Wrap } from './design';

/** Width in points of a text set at a size in points. */
export type Measure = (text: string, size: number) => number;

export type Fitted = {
  readonly lines: readonly string[];
  /** Points. */
  readonly size: number;
  readonly fits: boolean;
};

type Room = { readonly width: number; readonly height: number };
export type Sizes = { readonly largest: number; readonly smallest: number };
/** Sizes are tried in steps of half a point. */
const step = 0.5;

/**
 * Sets paragraphs as large as a box allows, from the largest size down to the smallest, by one of three rules: each on
 * one line; each on one line, and where that does not fit, on two; or wrapped at each size. What does not fit at the
 * smallest size is set at it, and said not to fit. Widths, heights and sizes in points; `leading` as a share of the
 * size.
 */
export function fitText(
  paragraphs: readonly string[],
  room: Room,
  { largest, smallest }: Sizes,
  wrap: Wrap,
  measure: Measure,
  leading: number,
): Fitted {
  const sizes = { largest, smallest };
  if (wrap === 'many') return wrapped(paragraphs, room, sizes, measure, leading);
  const single = largestFor(paragraphs, room, sizes, measure, leading);
  if (single !== null) return { lines: paragraphs, size: single, fits: true };
  const double = paragraphs.flatMap((one) =>
    wrap === 'two' && measure(one, smallest) > 0 ? bestBreak(one, (line) => measure(line, largest)) : [one],
  );
  const size = largestFor(double, room, sizes, measure, leading);
  return { lines: double, size: size ?? smallest, fits: size !== null };
}

const highOf = (count: number, size: number, leading: number) =>
  count === 0 ? 0 : ((count - 1) * leading + 1.15) * size;

function largestFor(
  lines: readonly string[],
  room: Room,
  { largest, smallest }: Sizes,
  measure: Measure,
  leading: number,
): number | null {
  const fits = (size: number) =>
    highOf(lines.length, size, leading) <= room.height && lines.every((line) => measure(line, size) <= room.width);
  return largestThat(fits, largest, smallest);
}

/** The largest of the sizes that fits, by halving: what fits at one size fits at every smaller one. */
function largestThat(fits: (size: number) => boolean, largest: number, smallest: number): number | null {
  if (fits(largest)) return largest;
  if (!fits(smallest)) return null;
  let [low, high] = [0, Math.ceil((largest - smallest) / step)];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (fits(smallest + middle * step)) low = middle;
    else high = middle;
  }
  return smallest + low * step;
}

/** The break into two lines whose longer one is the shortest; one line where there is nowhere to break. */
function bestBreak(paragraph: string, width: (line: string) => number): string[] {
  const pieces = breakable(paragraph);
  let best = [paragraph];
  let bestWidth = Number.POSITIVE_INFINITY;
  for (let at = 1; at < pieces.length; at += 1) {
    const lines = [pieces.slice(0, at).join('').trim(), pieces.slice(at).join('').trim()];
    const widest = Math.max(...lines.map(width));
    if (widest < bestWidth) [best, bestWidth] = [lines, widest];
  }
  return best;
}

const words = new Intl.Segmenter('und', { granularity: 'word' });
/** Scripts that write words without spaces between them. */
const unspaced = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}]/u;
/** Signs that begin no line (W3C, Requirements for Japanese Text Layout, 3.1.7, the plain ones of them). */
const beginsNoLine = /^[\p{Pe}\p{Pf}、。，．・：；？！ー]/u;

/** A paragraph in pieces between which a line may end: at spaces, and at words where there are none. */
function breakable(paragraph: string): string[] {
  return paragraph.split(/(?<=\s)(?=\S)/u).flatMap((piece) => {
    if (!unspaced.test(piece)) return [piece];
    const parts: string[] = [];
    for (const { segment } of words.segment(piece)) {
      if (parts.length > 0 && beginsNoLine.test(segment)) parts.push((parts.pop() ?? '') + segment);
      else parts.push(segment);
    }
    return parts;
  });
}

function linesAt(pieces: readonly string[], width: number, measure: (text: string) => number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const piece of pieces) {
    if (line !== '' && measure((line + piece).trimEnd()) > width) {
      lines.push(line.trim());
      line = piece;
    } else line += piece;
  }
  return [...lines, line.trim()];
}

function wrapped(
  paragraphs: readonly string[],
  room: Room,
  { largest, smallest }: Sizes,
  measure: Measure,
  leading: number,
): Fitted {
  const pieces = paragraphs.map(breakable);
  const at = (size: number) => pieces.flatMap((own) => linesAt(own, room.width, (text) => measure(text, size)));
  const fits = (size: number) => {
    const lines = at(size);
    return (
      highOf(lines.length, size, leading) <= room.height && lines.every((line) => measure(line, size) <= room.width)
    );
  };
  const size = largestThat(fits, largest, smallest);
  return { lines: at(size ?? smallest), size: size ?? smallest, fits: size !== null };
}
