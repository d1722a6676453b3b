import { create as createCode } from 'qrcode';
import {
  type Box,
  type Design,
  type Facts,
  type Laid,
  type LaidText,
  layDesign,
  type MeasureText,
  type Misfit,
  misfitSentence,
  nameOf,
} from '@/core/certificate';
import { pathOf, type SetLine, setLine } from '../platform/setter';

/** A text as it is set: its lines as runs for the PDF, each with its left end. */
export type SetText = Omit<LaidText, 'lines'> & {
  readonly lines: readonly { readonly set: SetLine; readonly left: number; readonly y: number }[];
};
export type SetMark = Exclude<Laid, LaidText> | SetText;
export type SetDesign = {
  readonly width: number;
  readonly height: number;
  readonly ground: string;
  readonly marks: readonly SetMark[];
  readonly faults: readonly Fault[];
};
/** Why a certificate cannot be issued like this, and by which thing. */
export type Fault = {
  readonly id: string;
  readonly why: Misfit['why'] | 'no-letters';
  readonly sentence: string;
};

const shareOf: { readonly [A in LaidText['align']]: number } = { left: 0, middle: 0.5, right: 1 };

/** Measures texts of one page: each is set once, for a line is as much wider as it is larger. */
function measuring(): MeasureText {
  const widths = new Map<string, number>();
  return (face, weight, text, size, spacing) => {
    const name = `${face} ${weight} ${spacing / size} ${text}`;
    const known = widths.get(name) ?? setLine(face, weight, text, 1, spacing / size).width;
    widths.set(name, known);
    return known * size;
  };
}

/** A design set for one learner, with everything that keeps it from being issued. */
export function setDesign(design: Design, facts: Facts): SetDesign {
  const laid = layDesign(design, facts, measuring());
  const missing = new Map<string, Set<string>>();
  const marks = laid.marks.map((mark): SetMark => {
    if (mark.sort !== 'text') return mark;
    const lines = mark.lines.map(({ text, x, y }) => {
      const set = setLine(mark.face, mark.weight, text, mark.size, mark.spacing);
      for (const letter of set.missing) missing.set(mark.id, (missing.get(mark.id) ?? new Set()).add(letter));
      return { set, y, left: x - set.width * shareOf[mark.align] };
    });
    return { ...mark, lines };
  });
  const titleOf = (id: string) => {
    const thing = design.things.find((one) => one.id === id);
    return thing ? nameOf(thing) : '';
  };
  const unset = [...missing].map(
    ([id, letters]): Fault => ({
      ...{ id, why: 'no-letters' },
      sentence: `No typeface here has ${[...letters].slice(0, 8).join(' ')} of “${titleOf(id)}”.`,
    }),
  );
  const misfits = laid.misfits.map((one): Fault => ({ id: one.id, why: one.why, sentence: misfitSentence(one) }));
  const { width, height, ground } = laid;
  return { width, height, ground, marks, faults: [...unset, ...misfits] };
}

/** What is drawn on a screen: outlines, pictures by their hash, and nothing that is set there. */
export type DrawnMark = Extract<Laid, { readonly sort: 'path' | 'picture' }>;
export type Drawn = Omit<SetDesign, 'marks'> & {
  readonly marks: readonly DrawnMark[];
  /** The size each text came to, in points, by the thing. */
  readonly sizes: { readonly [id: string]: number };
};

/** A design for the screen: from the same setter as the PDF, with its texts as outlines. */
export function drawnDesign(design: Design, facts: Facts): Drawn {
  const set = setDesign(design, facts);
  const sizes: { [id: string]: number } = {};
  const marks = set.marks.map((mark): DrawnMark => {
    if (mark.sort === 'picture' || mark.sort === 'path') return mark;
    if (mark.sort === 'code') return filledPath(mark.id, codePathAt(facts.checkAddress, mark.at), mark.colour);
    sizes[mark.id] = mark.size;
    const path = mark.lines.map(({ set: line, left, y }) => pathOf(line, mark.size, left, y)).join('');
    return filledPath(mark.id, path, mark.colour);
  });
  return { ...set, marks, sizes };
}
const filledPath = (id: string, path: string, fill: string): DrawnMark => ({
  ...{ sort: 'path', id, path, fill, stroke: null, line: 0, dash: [], isRound: false },
});

/** Only what is wrong with a certificate, and how large its texts came out. */
export function checkedDesign(design: Design, facts: Facts) {
  const { faults, marks } = setDesign(design, facts);
  const sizes = marks.flatMap((mark) => (mark.sort === 'text' ? [{ id: mark.id, size: mark.size }] : []));
  return { faults, sizes };
}

/** Dark squares beside one another are one bar. */
type Code = { readonly bars: readonly (readonly [x: number, y: number, long: number])[]; readonly side: number };
const codes = new Map<string, Code>();
const mostCodes = 200;

/**
 * The check code (QR, ISO/IEC 18004) of an address as dark bars; the same address is asked for again and again while
 * a design is made.
 */
function checkCode(address: string): Code {
  const known = codes.get(address);
  if (known) return known;
  const { modules } = createCode(address, { errorCorrectionLevel: 'M' });
  const bars: [number, number, number][] = [];
  for (let y = 0; y < modules.size; y += 1)
    for (let x = 0; x < modules.size; x += 1) {
      const from = x;
      while (x < modules.size && modules.get(y, x)) x += 1;
      if (x > from) bars.push([from, y, x - from]);
    }
  if (codes.size >= mostCodes) codes.clear();
  const code = { bars, side: modules.size };
  codes.set(address, code);
  return code;
}

const thousandths = (value: number) => Math.round(value * 1000) / 1000;

/** The dark bars of a check code in a box. */
export function codeBarsAt(address: string, { x, y, width }: Box): readonly Box[] {
  const { bars, side } = checkCode(address);
  const dot = width / side;
  const height = thousandths(dot);
  return bars.map(([across, down, count]) => ({
    ...{ x: thousandths(x + across * dot), y: thousandths(y + down * dot) },
    ...{ width: thousandths(count * dot), height },
  }));
}

/** A check code in a box, as one path. */
const codePathAt = (address: string, box: Box): string =>
  codeBarsAt(address, box)
    .map(({ x, y, width, height }) => `M${x} ${y}h${width}v${height}h${-width}z`)
    .join('');
