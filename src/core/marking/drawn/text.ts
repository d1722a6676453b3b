import type { OnText } from './drawn';

/** A stretch of a text on which the same things stand, and what ends right behind it. */
export type Stretch = {
  readonly from: number;
  readonly words: string;
  /** What stands on it, the one that was drawn first first. */
  readonly on: readonly OnText[];
  /** What ends here: its sign or its words are shown behind it. */
  readonly ending: readonly OnText[];
};

/** A text cut where what is drawn on it begins and ends. What reaches past its end ends with it. */
export function stretches(text: string, drawn: readonly OnText[]): readonly Stretch[] {
  const within = drawn.flatMap((one) => {
    const [from, to] = [Math.min(one.from, text.length), Math.min(one.to, text.length)];
    return to > from ? [{ one, from, to }] : [];
  });
  const cuts = [...new Set([0, text.length, ...within.flatMap(({ from, to }) => [from, to])])].sort((a, b) => a - b);
  return cuts.slice(0, -1).map((from, i) => {
    const to = cuts[i + 1] ?? text.length;
    return {
      from,
      words: text.slice(from, to),
      on: within.filter((own) => own.from <= from && own.to >= to).map(({ one }) => one),
      ending: within.filter((own) => own.to === to).map(({ one }) => one),
    };
  });
}
