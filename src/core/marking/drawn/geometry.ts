import type { Box, OnPage, OnPageOf, OnPageParts, PageSort, Pressed, Spot, Stroke } from './drawn';

/**
 * How a drawn thing lies on its page: what it covers, and what it is when it is moved or drawn into another box. Nothing
 * changes; each gives another thing.
 */
type Geometry<S extends PageSort> = {
  box(one: OnPageParts[S]): Box;
  /** The same, with each of its points put through `put`. `scale` is how much larger it becomes, for what has no box. */
  put(one: OnPageParts[S], put: (spot: Spot) => Spot, scale: number): OnPageParts[S];
};

const round = (value: number) => Math.round(value * 100) / 100;
const spot = ([x, y]: Spot): Spot => [round(x), round(y)];
const around = (spots: readonly (Spot | Pressed)[], more = 0): Box => {
  let [left, top, right, bottom] = [
    Number.POSITIVE_INFINITY,
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
  ];
  for (const [x, y] of spots) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return { x: left - more, y: top - more, width: right - left + 2 * more, height: bottom - top + 2 * more };
};
const corners = ({ x, y, width, height }: Box): Spot[] => [
  [x, y],
  [x + width, y + height],
];
/** A box between any two of its opposite corners. */
export const boxBetween = (a: Spot, b: Spot): Box => {
  const { x, y, width, height } = around([spot(a), spot(b)]);
  return { x: round(x), y: round(y), width: round(width), height: round(height) };
};
const putBox = (box: Box, put: (spot: Spot) => Spot): Box => {
  const [a, b] = corners(box) as [Spot, Spot];
  return boxBetween(put(a), put(b));
};

/** How far apart lines of words stand, in sizes of their letters. */
export const lineHeight = 1.3;
/** The room inside the frame of a callout or a stamp, in points. */
export const inset = 6;
export const noteSide = 18;
/** Letters are about half as wide as they are high; what is drawn is measured where it is drawn. */
const letterWidth = 0.56;
const wordsBox = (at: Spot, words: string, size: number): Box => {
  const lines = words.split('\n');
  const longest = Math.max(1, ...lines.map((line) => [...line].length));
  return { x: at[0], y: at[1], width: longest * size * letterWidth, height: lines.length * size * lineHeight };
};
const sized = (size: number, scale: number) => Math.min(96, Math.max(6, round(size * scale)));

const boxed = <T extends { readonly box: Box }>() => ({
  box: ({ box }: T) => box,
  put: (one: T, put: (spot: Spot) => Spot): T => ({ ...one, box: putBox(one.box, put) }),
});
const twoEnded = <T extends { readonly from: Spot; readonly to: Spot; readonly width: number }>() => ({
  box: ({ from, to, width }: T) => around([from, to], width / 2 + 2),
  put: (one: T, put: (spot: Spot) => Spot): T => ({ ...one, from: spot(put(one.from)), to: spot(put(one.to)) }),
});

const geometries: { readonly [S in PageSort]: Geometry<S> } = {
  pen: {
    box: ({ stroke, width }) => around(stroke, width / 2),
    put: (one, put) => ({
      ...one,
      stroke: one.stroke.map(([x, y, pressure]): Pressed => [...spot(put([x, y])), pressure]),
    }),
  },
  tick: boxed(),
  cross: boxed(),
  line: twoEnded(),
  arrow: twoEnded(),
  rectangle: boxed(),
  ellipse: boxed(),
  text: {
    box: ({ at, words, size }) => wordsBox(at, words, size),
    put: (one, put, scale) => ({ ...one, at: spot(put(one.at)), size: sized(one.size, scale) }),
  },
  note: {
    box: ({ at: [x, y] }) => ({ x, y, width: noteSide, height: noteSide }),
    put: (one, put) => ({ ...one, at: spot(put(one.at)) }),
  },
  callout: {
    box: ({ box }) => box,
    put: (one, put) => ({ ...one, box: putBox(one.box, put), tip: spot(put(one.tip)) }),
  },
  highlight: boxed(),
  stamp: {
    box: ({ at, words, size }) => {
      const { x, y, width, height } = wordsBox(at, words, size);
      return { x, y, width: width + 2 * inset, height: height + 2 * inset };
    },
    put: (one, put, scale) => ({ ...one, at: spot(put(one.at)), size: sized(one.size, scale) }),
  },
  signature: boxed(),
};

/** The geometry of one thing: the table is by its own sort, which the compiler cannot follow through a union. */
const geometryOf = (sort: PageSort) => geometries[sort] as Geometry<PageSort>;

/** The box that holds all that is seen of it, but for the pointer of a callout. */
export const boxOf = (one: OnPage): Box => geometryOf(one.sort).box(one);

export const moved = (one: OnPage, x: number, y: number): OnPage =>
  ({ ...one, ...geometryOf(one.sort).put(one, ([a, b]) => [a + x, b + y], 1) }) as OnPage;

/** Drawn into another box; what has letters takes another size. No box becomes thinner than a point. */
export function resized(one: OnPage, to: Box): OnPage {
  const from = boxOf(one);
  const across = from.width > 0 ? Math.max(1, to.width) / from.width : 1;
  const down = from.height > 0 ? Math.max(1, to.height) / from.height : 1;
  const put = ([x, y]: Spot): Spot => [to.x + (x - from.x) * across, to.y + (y - from.y) * down];
  if (one.sort === 'callout') {
    // In another box its words are broken anew.
    const { lines: _lines, ...rest } = one;
    return { ...rest, box: putBox(one.box, put) };
  }
  return { ...one, ...geometryOf(one.sort).put(one, put, Math.sqrt(across * down)) } as OnPage;
}

/** How far a place is from a stretch between two others. */
function farFrom([x, y]: Spot, [ax, ay]: Spot | Pressed, [bx, by]: Spot | Pressed): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}
const alongFar = (at: Spot, stroke: Stroke | readonly Spot[]): number =>
  stroke.length === 1
    ? farFrom(at, stroke[0] as Spot, stroke[0] as Spot)
    : Math.min(...stroke.slice(1).map((to, i) => farFrom(at, stroke[i] as Spot, to)));

/** Whether a place is on it, or nearer than `reach` points: the empty middle of a frame is not on it. */
export function isHit(one: OnPage, at: Spot, reach: number): boolean {
  if (one.sort === 'pen') return alongFar(at, one.stroke) <= reach + one.width / 2;
  if (one.sort === 'line' || one.sort === 'arrow') return farFrom(at, one.from, one.to) <= reach + one.width / 2;
  const { x, y, width, height } = boxOf(one);
  const within = (more: number) =>
    at[0] >= x - more && at[0] <= x + width + more && at[1] >= y - more && at[1] <= y + height + more;
  /** Within the ellipse in the box, or one so much larger on every side. */
  const withinRound = (more: number) => {
    const [a, b] = [width / 2 + more, height / 2 + more];
    return a > 0 && b > 0 && Math.hypot((at[0] - x - width / 2) / a, (at[1] - y - height / 2) / b) <= 1;
  };
  if (one.sort === 'callout' && farFrom(at, one.tip, calloutRoot(one)) <= reach) return true;
  if (one.sort === 'ellipse') return withinRound(reach) && !withinRound(-reach - 3);
  return one.sort === 'rectangle' ? within(reach) && !within(-reach - 3) : within(reach);
}

/** Where the pointer of a callout leaves its box: in the middle of the side nearest to its tip. */
export function calloutRoot({ box: { x, y, width, height }, tip }: OnPageOf<'callout'>): Spot {
  const middle: Spot = [x + width / 2, y + height / 2];
  const sides: Spot[] = [
    [middle[0], y],
    [middle[0], y + height],
    [x, middle[1]],
    [x + width, middle[1]],
  ];
  return sides.reduce((near, side) =>
    Math.hypot(side[0] - tip[0], side[1] - tip[1]) < Math.hypot(near[0] - tip[0], near[1] - tip[1]) ? side : near,
  );
}
