import { getStroke } from 'perfect-freehand';
import type { Box, OnPage, OnPageOf, OnPageParts, PageSort, Spot, Stroke } from './drawn';
import { calloutRoot, inset, lineHeight, noteSide } from './geometry';

/**
 * What is seen of a drawn thing, for whoever draws it: outlines as SVG paths (absolute `M L C Z` only), and lines of
 * words with their base line. Everything that shows it, on a screen or on paper, is given these.
 */
export type Shape =
  | { readonly draw: 'outline'; readonly path: string; readonly fill: Fill; readonly line: number }
  | {
      readonly draw: 'words';
      readonly at: Spot;
      readonly words: string;
      readonly size: number;
      readonly bold: boolean;
    };
/** `ink`: filled with its colour. `veil`: with a third of it. `paper`: white. */
type Fill = 'none' | 'ink' | 'veil' | 'paper';

/** Gives how wide words are at a size, in points; needed where words are wrapped. */
export type Measure = (words: string, size: number, bold: boolean) => number;

const n = (value: number) => String(Math.round(value * 100) / 100);
const at = (x: number, y: number) => `${n(x)} ${n(y)}`;
const outline = (path: string, line: number, fill: Fill = 'none'): Shape => ({ draw: 'outline', path, fill, line });
const framed = ({ x, y, width, height }: Box) =>
  `M${at(x, y)}L${at(x + width, y)}L${at(x + width, y + height)}L${at(x, y + height)}Z`;

/** Four curves that are a quarter of an ellipse each, to 0.03 % of its radius. */
const quarter = 0.5523;
function ringed({ x, y, width, height }: Box): string {
  const [a, b] = [width / 2, height / 2];
  const [cx, cy] = [x + a, y + b];
  const [ka, kb] = [a * quarter, b * quarter];
  return (
    `M${at(cx - a, cy)}C${at(cx - a, cy - kb)} ${at(cx - ka, cy - b)} ${at(cx, cy - b)}` +
    `C${at(cx + ka, cy - b)} ${at(cx + a, cy - kb)} ${at(cx + a, cy)}` +
    `C${at(cx + a, cy + kb)} ${at(cx + ka, cy + b)} ${at(cx, cy + b)}` +
    `C${at(cx - ka, cy + b)} ${at(cx - a, cy + kb)} ${at(cx - a, cy)}Z`
  );
}

/** The outline of a stroke of a pen: thinner where it was quick or pressed less. */
function penned(stroke: Stroke, width: number): string {
  const outlined = getStroke(
    stroke.map(([x, y, pressure]) => [x, y, pressure]),
    {
      size: width,
      thinning: 0.45,
      smoothing: 0.5,
      streamline: 0.35,
      simulatePressure: stroke.every(([, , pressure]) => pressure === 0.5),
      last: true,
    },
  );
  const [first, ...rest] = outlined as [number, number][];
  if (!first) return '';
  return `M${at(...first)}${rest.map(([x, y]) => `L${at(x, y)}`).join('')}Z`;
}

function arrowed(from: Spot, to: Spot, width: number): string {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const head = Math.min(length, 8 + 2 * width);
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const wing = (turn: number) => at(to[0] - head * Math.cos(angle + turn), to[1] - head * Math.sin(angle + turn));
  return `M${at(...from)}L${at(...to)}M${wing(0.5)}L${at(...to)}L${wing(-0.5)}`;
}

const written = (words: string, [x, y]: Spot, size: number, bold: boolean): Shape[] =>
  words
    .split('\n')
    .map((line, i): Shape => ({ draw: 'words', at: [x, y + size + i * size * lineHeight], words: line, size, bold }))
    .filter((line) => line.draw === 'words' && line.words.trim() !== '');

/** Words in lines no wider than `width` points; a single word that is wider stands alone. */
export function wrapped(words: string, width: number, size: number, measure: Measure): string {
  const lines: string[] = [];
  for (const paragraph of words.split('\n')) {
    let line = '';
    for (const word of paragraph.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (line !== '' && measure(longer, size, false) > width) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    lines.push(line);
  }
  return lines.join('\n');
}

/** How wide the frame of a stamp is: round its longest line. */
const stampBox = ({ at: [x, y], words, size }: OnPageParts['stamp'], measure: Measure): Box => {
  const lines = words.split('\n');
  return {
    ...{ x, y },
    width: Math.max(...lines.map((line) => measure(line, size, true))) + 2 * inset,
    height: lines.length * size * lineHeight + 2 * inset,
  };
};

/** Strokes that were kept in parts of a box, in points of the page. */
const signed = ({ box: { x, y, width, height }, strokes }: OnPageParts['signature']): Shape[] =>
  strokes.map((stroke) =>
    outline(
      penned(
        stroke.map(([a, b, pressure]) => [x + a * width, y + b * height, pressure] as const),
        Math.max(1, height / 28),
      ),
      0,
      'ink',
    ),
  );

type Drawing = { readonly [S in PageSort]: (one: OnPageOf<S>, measure: Measure) => readonly Shape[] };
const drawings: Drawing = {
  pen: ({ stroke, width }) => [outline(penned(stroke, width), 0, 'ink')],
  tick: ({ box: { x, y, width, height } }) => [
    outline(
      `M${at(x, y + height * 0.58)}L${at(x + width * 0.36, y + height)}L${at(x + width, y)}`,
      Math.max(1.5, height / 8),
    ),
  ],
  cross: ({ box: { x, y, width, height } }) => [
    outline(
      `M${at(x, y)}L${at(x + width, y + height)}M${at(x + width, y)}L${at(x, y + height)}`,
      Math.max(1.5, height / 8),
    ),
  ],
  line: ({ from, to, width }) => [outline(`M${at(...from)}L${at(...to)}`, width)],
  arrow: ({ from, to, width }) => [outline(arrowed(from, to, width), width)],
  rectangle: ({ box, width }) => [outline(framed(box), width)],
  ellipse: ({ box, width }) => [outline(ringed(box), width)],
  text: ({ at: spot, words, size, bold }) => written(words, spot, size, bold),
  note: ({ at: [x, y] }) => [
    outline(
      `M${[
        [x, y],
        [x + noteSide, y],
        [x + noteSide, y + noteSide * 0.75],
        [x + noteSide * 0.55, y + noteSide * 0.75],
        [x + noteSide * 0.3, y + noteSide],
        [x + noteSide * 0.3, y + noteSide * 0.75],
        [x, y + noteSide * 0.75],
      ]
        .map(([a = 0, b = 0]) => at(a, b))
        .join('L')}Z`,
      1,
      'ink',
    ),
    ...[0.24, 0.48].map((part) =>
      outline(
        framed({ x: x + noteSide * 0.2, y: y + noteSide * part, width: noteSide * 0.6, height: noteSide * 0.08 }),
        0,
        'paper',
      ),
    ),
  ],
  callout: (one, measure) => [
    outline(`M${at(...calloutRoot(one))}L${at(...one.tip)}`, 1.5),
    outline(framed(one.box), 1.5, 'paper'),
    ...written(
      one.lines?.join('\n') ?? wrapped(one.words, one.box.width - 2 * inset, one.size, measure),
      [one.box.x + inset, one.box.y + inset / 2],
      one.size,
      false,
    ),
  ],
  highlight: ({ box }) => [outline(framed(box), 0, 'veil')],
  stamp: (one, measure) => [
    outline(framed(stampBox(one, measure)), 1.5),
    ...written(one.words, [one.at[0] + inset, one.at[1] + inset / 2], one.size, true),
  ],
  signature: signed,
};

/** What is seen of it, in the order in which it is drawn. */
export const shapesOf = (one: OnPage, measure: Measure): readonly Shape[] =>
  (drawings[one.sort] as (one: OnPage, measure: Measure) => readonly Shape[])(one, measure);

/** The words of a callout as they are broken in its box, and how high it must be for them. */
export function calloutLines(words: string, width: number, size: number, measure: Measure) {
  const lines = wrapped(words, width - 2 * inset, size, measure).split('\n');
  return { lines, height: lines.length * size * lineHeight + inset * 1.5 };
}
