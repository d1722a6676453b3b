import { getStroke } from 'perfect-freehand';
import {
  type Box,
  type Design,
  type Face,
  type FieldName,
  fields,
  nameOf,
  papers,
  pointsPerMm,
  type Stroke,
  type Thing,
  type ThingOf,
  type Weight,
} from './design';
import { type Facts, filled, isEmptyField } from './facts';
import { fitText } from './fit';
import { rounded, shapePath } from './shape';

/** Width in points of a text in a typeface at a size; `spacing` points between its letters. */
export type MeasureText = (face: Face, weight: Weight, text: string, size: number, spacing: number) => number;

/** A line of text: `y` is its base line. Everything here is in points from the left upper corner of the page. */
export type LaidLine = { readonly text: string; readonly x: number; readonly y: number };
export type LaidText = {
  readonly sort: 'text';
  readonly id: string;
  readonly lines: readonly LaidLine[];
  /** Where `x` of a line stands in it. */
  readonly align: ThingOf<'text'>['align'];
  readonly size: number;
  readonly face: Face;
  readonly weight: Weight;
  readonly colour: string;
  readonly spacing: number;
};
export type LaidPath = {
  readonly sort: 'path';
  readonly id: string;
  readonly path: string;
  readonly fill: string | null;
  readonly stroke: string | null;
  readonly line: number;
  /** Lengths of dashes and of what is between them; empty: a whole line. */
  readonly dash: readonly number[];
  readonly isRound: boolean;
};
export type LaidPicture = {
  readonly sort: 'picture';
  readonly id: string;
  readonly hash: string;
  /** Where all of it would be, and what of that is seen. */
  readonly at: Box;
  readonly within: Box;
};
export type LaidCode = { readonly sort: 'code'; readonly id: string; readonly at: Box; readonly colour: string };
export type Laid = LaidText | LaidPath | LaidPicture | LaidCode;

/** What stands in the way of issuing to one learner. */
export type Misfit = {
  readonly id: string;
  /** What the thing is called. */
  readonly what: string;
  readonly why: 'too-long' | 'empty';
  readonly fields: readonly FieldName[];
};
export type LaidDesign = {
  readonly width: number;
  readonly height: number;
  readonly ground: string;
  readonly marks: readonly Laid[];
  readonly misfits: readonly Misfit[];
};

const inPoints = (value: number) => value * pointsPerMm;
/** A box in millimetres, in points. */
export const boxInPoints = ({ x, y, width, height }: Box): Box => ({
  ...{ x: inPoints(x), y: inPoints(y) },
  ...{ width: inPoints(width), height: inPoints(height) },
});

/** Places everything of a design for one learner. The same is drawn on the screen and in the PDF. */
export function layDesign(design: Design, facts: Facts, measure: MeasureText): LaidDesign {
  const paper = papers[design.paper];
  const [width, height] = [inPoints(paper.width), inPoints(paper.height)];
  const marks: Laid[] = [];
  const misfits: Misfit[] = [];
  if (design.background) marks.push(pictureIn('background', design.background, { x: 0, y: 0, width, height }));
  for (const thing of design.things) {
    if (thing.hidden || (thing.shownIf && isEmptyField(thing.shownIf, facts))) continue;
    const laid = layThing(thing, facts, measure);
    marks.push(...laid.marks);
    if (laid.misfit) misfits.push({ id: thing.id, what: nameOf(thing), ...laid.misfit });
  }
  return { width, height, ground: design.ground, marks, misfits };
}

type LaidThing = {
  readonly marks: readonly Laid[];
  readonly misfit?: { readonly why: Misfit['why']; readonly fields: readonly FieldName[] };
};

const layers: { readonly [S in Thing['sort']]: (thing: ThingOf<S>, facts: Facts, measure: MeasureText) => LaidThing } =
  {
    text: layText,
    picture: (thing) => ({ marks: [pictureIn(thing.id, thing, boxInPoints(thing.box))] }),
    signature: (thing) => ({ marks: signed(thing) }),
    rule: (thing) => ({ marks: [ruled(thing)] }),
    frame: (thing) => ({ marks: framed(thing) }),
    shape: ({ id, shape, box, fill, stroke, line }) => ({
      marks: [{ ...drawn(id, shapePath(shape, boxInPoints(box))), fill, stroke, line }],
    }),
    code: ({ id, box, colour }) => {
      const { x, y, width, height } = boxInPoints(box);
      const side = Math.min(width, height);
      const at = { x: x + (width - side) / 2, y: y + (height - side) / 2, width: side, height: side };
      return { marks: [{ sort: 'code', id, at, colour }] };
    },
  };
const layThing = (thing: Thing, facts: Facts, measure: MeasureText): LaidThing =>
  (layers[thing.sort] as (thing: Thing, facts: Facts, measure: MeasureText) => LaidThing)(thing, facts, measure);

const drawn = (id: string, path: string): LaidPath => ({
  ...{ sort: 'path', id, path, fill: null, stroke: null, line: 0, dash: [], isRound: false },
});

function layText(thing: ThingOf<'text'>, facts: Facts, measure: MeasureText): LaidThing {
  const { face, weight, size, smallest, wrap, leading, align, stands, colour } = thing;
  const room = boxInPoints(thing.box);
  const said = filled(thing.lines, facts);
  const spacingAt = (at: number) => (at * thing.spacing) / 1000;
  const fitted = fitText(
    said.lines,
    room,
    { largest: size, smallest },
    wrap,
    (text, at) => (text === '' ? 0 : measure(face, weight, text, at, spacingAt(at))),
    leading,
  );
  const step = fitted.size * leading;
  const high = (fitted.lines.length - 1) * step;
  const middles = {
    top: room.y + (fitted.size * 1.15) / 2,
    middle: room.y + (room.height - high) / 2,
    bottom: room.y + room.height - high - (fitted.size * 1.15) / 2,
  };
  const lefts = { left: room.x, middle: room.x + room.width / 2, right: room.x + room.width };
  const laid: LaidText = {
    ...{ sort: 'text', id: thing.id, align, size: fitted.size, face, weight, colour, spacing: spacingAt(fitted.size) },
    lines: fitted.lines.map((text, i) => ({
      ...{ text, x: lefts[align] },
      // Where the middle of small letters stands above the base line, in most typefaces.
      y: middles[stands] + i * step + fitted.size * 0.32,
    })),
  };
  if (!fitted.fits) return { marks: [laid], misfit: { why: 'too-long', fields: [] } };
  return said.empty.length > 0 ? { marks: [laid], misfit: { why: 'empty', fields: said.empty } } : { marks: [laid] };
}

function pictureIn(
  id: string,
  { hash, pixels, fit }: Pick<ThingOf<'picture'>, 'hash' | 'pixels' | 'fit'>,
  within: Box,
): LaidPicture {
  const shares = [within.width / pixels.width, within.height / pixels.height];
  const scale = fit === 'cover' ? Math.max(...shares) : Math.min(...shares);
  const [width, height] = [pixels.width * scale, pixels.height * scale];
  const at = {
    ...{ x: within.x + (within.width - width) / 2, y: within.y + (within.height - height) / 2 },
    ...{ width, height },
  };
  return { sort: 'picture', id, hash, at, within: fit === 'cover' ? within : at };
}

const dashed = { solid: [], dashed: [4, 3], dotted: [0.01, 2] } as const;

/** A rule runs along the longer side of its box, in the middle of the other. */
function ruled({ id, box, colour, line, dash }: ThingOf<'rule'>): LaidPath {
  const { x, y, width, height } = boxInPoints(box);
  const path =
    width >= height
      ? `M${hundredths(x)} ${hundredths(y + height / 2)}h${hundredths(width)}`
      : `M${hundredths(x + width / 2)} ${hundredths(y)}v${hundredths(height)}`;
  const lengths = dashed[dash].map((one) => one * Math.max(1, line));
  return { ...drawn(id, path), stroke: colour, line, dash: lengths, isRound: dash === 'dotted' };
}

/** A line along the inside of its box, and where it has a gap a finer one inside that. */
function framed({ id, box, colour, line, gap, corner }: ThingOf<'frame'>): LaidPath[] {
  const outer = boxInPoints(box);
  const inset = (by: number): Box => ({
    ...{ x: outer.x + by, y: outer.y + by },
    ...{ width: Math.max(0.1, outer.width - 2 * by), height: Math.max(0.1, outer.height - 2 * by) },
  });
  const edge = (by: number, wide: number): LaidPath => ({
    ...drawn(id, rounded(inset(by + wide / 2), Math.max(0, inPoints(corner) - by))),
    ...{ stroke: colour, line: wide },
  });
  const fine = Math.max(0.5, line / 4);
  return gap > 0 ? [edge(0, line), edge(line + inPoints(gap), fine)] : [edge(0, line)];
}

const hundredths = (value: number) => Math.round(value * 100) / 100;

/** A signature as it was drawn, as large as its box allows. */
function signed({ id, box, strokes, ratio, colour }: ThingOf<'signature'>): LaidPath[] {
  const room = boxInPoints(box);
  const width = Math.min(room.width, room.height * ratio);
  const height = width / ratio;
  const [left, top] = [room.x + (room.width - width) / 2, room.y + (room.height - height) / 2];
  const path = strokes.map((stroke) => strokePath(stroke, left, top, width, height)).join('');
  return [{ ...drawn(id, path), fill: colour }];
}

function strokePath(stroke: Stroke, left: number, top: number, width: number, height: number): string {
  const points = stroke.map(([x, y, pressure]) => [left + x * width, top + y * height, pressure]);
  const edge = getStroke(points, { size: Math.max(0.8, height / 22), thinning: 0.6, simulatePressure: false });
  if (edge.length === 0) return '';
  return `M${edge.map(([x = 0, y = 0]) => `${hundredths(x)} ${hundredths(y)}`).join('L')}z`;
}

/** What is wrong, as a sentence for those who make the design. */
export const misfitSentence = ({ what, why, fields: names }: Misfit): string =>
  why === 'too-long'
    ? `“${what}” does not fit its box, even at its smallest size.`
    : `“${what}” has nothing for: ${names.map((one) => fields[one].title.toLowerCase()).join(', ')}.`;
