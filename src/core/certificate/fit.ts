/** Width in points of a text set in a face at a size. */
export type Measure = (text: string, size: number) => number;

export type Fitted = {
  readonly lines: readonly string[];
  /** Points. */
  readonly size: number;
  readonly fits: boolean;
};

const step = 0.5;

/**
 * Sets a text as large as a box allows: on one line from the largest to the smallest size, then on
 * two lines broken between words where the longer one is shortest. What does not fit even so is set
 * at the smallest size and said not to fit. Widths and heights in points.
 */
export function fitText(
  text: string,
  box: { readonly width: number; readonly height: number },
  sizes: { readonly largest: number; readonly smallest: number },
  measure: Measure,
  leading = 1.15,
): Fitted {
  const words = text.trim().split(/\s+/);
  const single = largestFor([words.join(' ')], box, sizes, measure, leading);
  if (single !== null) return { lines: [words.join(' ')], size: single, fits: true };
  const double = bestBreak(words, (line) => measure(line, sizes.largest));
  const size = double && largestFor(double, box, sizes, measure, leading);
  if (double && size !== null) return { lines: double, size, fits: true };
  return { lines: double ?? [words.join(' ')], size: sizes.smallest, fits: false };
}

function largestFor(
  lines: readonly string[],
  box: { readonly width: number; readonly height: number },
  sizes: { readonly largest: number; readonly smallest: number },
  measure: Measure,
  leading: number,
): number | null {
  for (let size = sizes.largest; size >= sizes.smallest; size -= step) {
    const high = lines.length * size * leading;
    if (high <= box.height && lines.every((line) => measure(line, size) <= box.width)) return size;
  }
  return null;
}

function bestBreak(words: readonly string[], width: (line: string) => number): string[] | null {
  let best: string[] | null = null;
  let bestWidth = Number.POSITIVE_INFINITY;
  for (let at = 1; at < words.length; at += 1) {
    const lines = [words.slice(0, at).join(' '), words.slice(at).join(' ')];
    const widest = Math.max(...lines.map(width));
    if (widest < bestWidth) [best, bestWidth] = [lines, widest];
  }
  return best;
}
