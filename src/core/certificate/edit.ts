import { type Box, type Design, type Paper, papers, type Thing } from './design';

/** To a hundredth of a millimetre: finer than any printer. */
export const roundMm = (value: number): number => Math.round(value * 100) / 100;
const roundBox = ({ x, y, width, height }: Box): Box => ({
  ...{ x: roundMm(x), y: roundMm(y), width: roundMm(width), height: roundMm(height) },
});
const least = 0.5;

/** A design in which some things are others, the rest as they are. */
export const withThings = (design: Design, ids: ReadonlySet<string>, change: (thing: Thing) => Thing): Design => ({
  ...design,
  things: design.things.map((thing) => (ids.has(thing.id) ? change(thing) : thing)),
});

/** Moves things, but for those that are locked, by millimetres. */
export const movedBy = (design: Design, ids: ReadonlySet<string>, dx: number, dy: number): Design =>
  withThings(design, ids, (thing) =>
    thing.locked ? thing : { ...thing, box: roundBox({ ...thing.box, x: thing.box.x + dx, y: thing.box.y + dy }) },
  );

/** A corner or an edge a box is sized by: -1 the left or upper one, 1 the right or lower one, 0 neither. */
export type Handle = readonly [across: -1 | 0 | 1, down: -1 | 0 | 1];

/** A box with one of its handles moved; it keeps its proportions where that is wished. Never below half a millimetre. */
export function sized(box: Box, [across, down]: Handle, dx: number, dy: number, keepsRatio = false): Box {
  let width = Math.max(least, box.width + across * dx);
  let height = Math.max(least, box.height + down * dy);
  if (keepsRatio && across !== 0 && down !== 0) {
    const scale = Math.max(width / box.width, height / box.height);
    [width, height] = [box.width * scale, box.height * scale];
  }
  return roundBox({
    x: across === -1 ? box.x + box.width - width : box.x,
    y: down === -1 ? box.y + box.height - height : box.y,
    ...{ width, height },
  });
}

/** The box around several. */
export function around(boxes: readonly Box[]): Box {
  const x = Math.min(...boxes.map((one) => one.x));
  const y = Math.min(...boxes.map((one) => one.y));
  return {
    ...{ x, y },
    width: Math.max(...boxes.map((one) => one.x + one.width)) - x,
    height: Math.max(...boxes.map((one) => one.y + one.height)) - y,
  };
}

export const alignments = {
  left: { name: 'left edges' },
  centre: { name: 'middles, across' },
  right: { name: 'right edges' },
  top: { name: 'upper edges' },
  middle: { name: 'middles, down' },
  bottom: { name: 'lower edges' },
} as const;
export type Alignment = keyof typeof alignments;
const alignedTo: { readonly [A in Alignment]: (box: Box, to: Box) => Partial<Box> } = {
  left: (_, to) => ({ x: to.x }),
  centre: (box, to) => ({ x: to.x + (to.width - box.width) / 2 }),
  right: (box, to) => ({ x: to.x + to.width - box.width }),
  top: (_, to) => ({ y: to.y }),
  middle: (box, to) => ({ y: to.y + (to.height - box.height) / 2 }),
  bottom: (box, to) => ({ y: to.y + to.height - box.height }),
};

/** Puts things in line with one another, or a single one with the page. */
export function aligned(design: Design, ids: ReadonlySet<string>, how: Alignment): Design {
  const chosen = design.things.filter(({ id }) => ids.has(id));
  if (chosen.length === 0) return design;
  const to = chosen.length === 1 ? pageBox(design.paper) : around(chosen.map(({ box }) => box));
  return withThings(design, ids, (thing) =>
    thing.locked ? thing : { ...thing, box: roundBox({ ...thing.box, ...alignedTo[how](thing.box, to) }) },
  );
}

export const pageBox = (paper: Paper): Box => ({
  x: 0,
  y: 0,
  width: papers[paper].width,
  height: papers[paper].height,
});

/** Puts the same gap between three things or more, the outermost staying where they are. */
export function distributed(design: Design, ids: ReadonlySet<string>, along: 'across' | 'down'): Design {
  const [at, long] = along === 'across' ? (['x', 'width'] as const) : (['y', 'height'] as const);
  const chosen = design.things.filter(({ id, locked }) => ids.has(id) && !locked);
  const inOrder = chosen.toSorted((a, b) => a.box[at] - b.box[at]);
  const [first, last] = [inOrder[0], inOrder.at(-1)];
  if (!first || !last || inOrder.length < 3) return design;
  const room = last.box[at] + last.box[long] - first.box[at];
  const gap = (room - inOrder.reduce((sum, { box }) => sum + box[long], 0)) / (inOrder.length - 1);
  const places = new Map<string, number>();
  let next = first.box[at];
  for (const { id, box } of inOrder) {
    places.set(id, next);
    next += box[long] + gap;
  }
  return withThings(design, new Set(places.keys()), (thing) => ({
    ...thing,
    box: roundBox({ ...thing.box, [at]: places.get(thing.id) ?? thing.box[at] }),
  }));
}

export const orders = {
  front: { name: 'to the front' },
  forward: { name: 'one forward' },
  backward: { name: 'one back' },
  back: { name: 'to the back' },
} as const;
export type Order = keyof typeof orders;

/** Moves things among the others, those behind first; several keep their order among one another. */
export function ordered(design: Design, ids: ReadonlySet<string>, how: Order): Design {
  const chosen = design.things.filter(({ id }) => ids.has(id));
  const rest = design.things.filter(({ id }) => !ids.has(id));
  if (how === 'front') return { ...design, things: [...rest, ...chosen] };
  if (how === 'back') return { ...design, things: [...chosen, ...rest] };
  const things = [...design.things];
  const [from, step] = how === 'forward' ? [things.length - 2, -1] : [1, 1];
  for (let i = from; i >= 0 && i < things.length; i += step) {
    const [one, other] = [things[i], things[i - step]];
    if (!one || !other || !ids.has(one.id) || ids.has(other.id)) continue;
    [things[i], things[i - step]] = [other, one];
  }
  return { ...design, things };
}

/** A line to which a thing snaps, across the page or down, and how far it reaches. Millimetres. */
export type Guide = {
  readonly along: 'across' | 'down';
  readonly at: number;
  readonly from: number;
  readonly to: number;
};
export type Snap = { readonly dx: number; readonly dy: number; readonly guides: readonly Guide[] };

/** Where along an axis a box has a line: at both edges and in the middle. */
const linesOf = (from: number, long: number) => [from, from + long / 2, from + long];

/**
 * How far a box that is being moved has to go on to stand in line with others or with the page, and the guides that
 * show it. Nothing further than `reach` millimetres away draws it.
 */
export function snapped(moving: Box, others: readonly Box[], paper: Paper, reach: number): Snap {
  const page = pageBox(paper);
  const nearest = (own: readonly number[], theirs: readonly number[]): number | null => {
    let best: number | null = null;
    for (const a of own)
      for (const b of theirs)
        if (Math.abs(b - a) <= reach && (best === null || Math.abs(b - a) < Math.abs(best))) best = b - a;
    return best;
  };
  const all = [page, ...others];
  const dx = nearest(
    linesOf(moving.x, moving.width),
    all.flatMap((one) => linesOf(one.x, one.width)),
  );
  const dy = nearest(
    linesOf(moving.y, moving.height),
    all.flatMap((one) => linesOf(one.y, one.height)),
  );
  const at = { ...moving, x: moving.x + (dx ?? 0), y: moving.y + (dy ?? 0) };
  const guides: Guide[] = [];
  const near = (a: number, b: number) => Math.abs(a - b) < 0.01;
  if (dx !== null)
    for (const line of linesOf(at.x, at.width)) {
      const hit = all.filter((one) => linesOf(one.x, one.width).some((other) => near(other, line)));
      if (hit.length === 0) continue;
      const span = around([at, ...hit]);
      guides.push({ along: 'down', at: line, from: span.y, to: span.y + span.height });
    }
  if (dy !== null)
    for (const line of linesOf(at.y, at.height)) {
      const hit = all.filter((one) => linesOf(one.y, one.height).some((other) => near(other, line)));
      if (hit.length === 0) continue;
      const span = around([at, ...hit]);
      guides.push({ along: 'across', at: line, from: span.x, to: span.x + span.width });
    }
  return { dx: dx ?? 0, dy: dy ?? 0, guides };
}

/** Boxes nearer than this touch one another. Millimetres. */
const touching = 0.005;

/** How far a box stands from the nearest of others on each side that it faces, or from the page's edge. Millimetres. */
export function distances(
  box: Box,
  others: readonly Box[],
  paper: Paper,
): readonly (Guide & { readonly long: number })[] {
  const page = pageBox(paper);
  return (['across', 'down'] as const).flatMap((along) => {
    const [at, long, crossAt, crossLong] =
      along === 'across' ? (['x', 'width', 'y', 'height'] as const) : (['y', 'height', 'x', 'width'] as const);
    const facing = others.filter(
      (one) => one[crossAt] < box[crossAt] + box[crossLong] && one[crossAt] + one[crossLong] > box[crossAt],
    );
    const [begin, end] = [box[at], box[at] + box[long]];
    const ends = facing.map((one) => one[at] + one[long]).filter((one) => one <= begin + touching);
    const begins = facing.map((one) => one[at]).filter((one) => one >= end - touching);
    const gap = (from: number, to: number) => ({
      ...{ along, at: box[crossAt] + box[crossLong] / 2, from, to, long: roundMm(to - from) },
    });
    return [gap(Math.max(0, ...ends), begin), gap(end, Math.min(page[long], ...begins))].filter(
      (one) => one.long > 0.05,
    );
  });
}

/** A design on another paper: what lies on the page keeps its share of it. */
export function onPaper(design: Design, paper: Paper): Design {
  const [from, to] = [papers[design.paper], papers[paper]];
  const [across, down] = [to.width / from.width, to.height / from.height];
  return {
    ...design,
    paper,
    things: design.things.map((thing) => {
      const { x, y, width, height } = thing.box;
      // A check code and a picture keep their form.
      const scale = Math.min(across, down);
      const keeps = thing.sort === 'code' || thing.sort === 'picture' || thing.sort === 'signature';
      const box = keeps
        ? { x: x * across, y: y * down, width: width * scale, height: height * scale }
        : { x: x * across, y: y * down, width: width * across, height: height * down };
      return {
        ...thing,
        box: roundBox({ ...box, width: Math.max(least, box.width), height: Math.max(least, box.height) }),
      };
    }),
  };
}
