import type { Pressed, Stroke } from './drawn';

/** So many points a stroke may have. */
export const mostPoints = 5000;
/** Points of a stroke that lie nearer than this to the one before say nothing. */
const finest = 0.6;

const fine = (value: number) => Math.round(value * 100) / 100;
function thinnedTo(points: readonly Pressed[], finest: number): Stroke {
  const kept: Pressed[] = [];
  for (const [i, [x, y, pressure]] of points.entries()) {
    const before = kept.at(-1);
    if (before && i < points.length - 1 && Math.hypot(x - before[0], y - before[1]) < finest) continue;
    kept.push([fine(x), fine(y), fine(pressure)]);
  }
  return kept;
}

/**
 * A stroke without points that nobody would see apart, its numbers fine enough to print. One of minutes is made coarser
 * until it has no more points than are kept.
 */
export function thinned(points: readonly Pressed[]): Stroke {
  let apart = finest;
  let stroke = thinnedTo(points, apart);
  while (stroke.length > mostPoints) {
    apart *= 1.5;
    stroke = thinnedTo(points, apart);
  }
  return stroke;
}
