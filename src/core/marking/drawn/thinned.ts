import type { Pressed, Stroke } from './drawn';

/** Points of a stroke that lie nearer than this to the one before say nothing. */
const finest = 0.6;

const fine = (value: number) => Math.round(value * 100) / 100;
/** A stroke without points that nobody would see apart, its numbers fine enough to print. */
export const thinned = (points: readonly Pressed[]): Stroke => {
  const kept: Pressed[] = [];
  for (const [i, [x, y, pressure]] of points.entries()) {
    const before = kept.at(-1);
    if (before && i < points.length - 1 && Math.hypot(x - before[0], y - before[1]) < finest) continue;
    kept.push([fine(x), fine(y), fine(pressure)]);
  }
  return kept;
};
