'use client';
/** Faster than so many CSS pixels within a frame nobody reads: the pages that pass are not drawn. */
const fast = 60;
/** So long after it, in milliseconds, the pages that are in sight are drawn. */
const rest = 100;

const tops = new WeakMap<Element, number>();
let lastFast = Number.NEGATIVE_INFINITY;
let lastMoved = Number.NEGATIVE_INFINITY;

if (typeof document !== 'undefined')
  document.addEventListener(
    'scroll',
    ({ target }) => {
      const scrolled = target instanceof Element ? target : document.documentElement;
      const before = tops.get(scrolled) ?? scrolled.scrollTop;
      tops.set(scrolled, scrolled.scrollTop);
      lastMoved = performance.now();
      if (Math.abs(scrolled.scrollTop - before) > fast) lastFast = lastMoved;
    },
    { capture: true, passive: true },
  );

const frame = () => new Promise(requestAnimationFrame);

/** Waits while pages fly past: what is drawn then takes time from the frames, and is gone before it is seen. */
export async function untilSlow(): Promise<void> {
  while (performance.now() - lastFast < rest) await frame();
}

/** Goes on with a long drawing: at once, or, while pages move, with a frame in between that is theirs alone. */
export function goOnBetweenFrames(goOn: () => void): void {
  if (performance.now() - lastMoved > rest) goOn();
  else requestAnimationFrame(() => requestAnimationFrame(goOn));
}
