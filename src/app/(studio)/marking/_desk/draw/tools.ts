import {
  type Box,
  boxBetween,
  calloutLines,
  type Ink,
  type OnPage,
  type PageSort,
  type Pressed,
  type Spot,
  type Stroke,
  sortTitles,
  thinned,
} from '@/core/marking';
import { measured } from '@/ui/drawn/measure';
import { newId } from '@/ui/ids';

/** What a marker draws with: each sort of thing, and two that draw nothing. */
export type Tool = 'select' | PageSort | 'rub-out';

/** Tools in their order, each with the key that takes it up. */
export const tools: readonly { readonly tool: Tool; readonly title: string; readonly key: string }[] = [
  { tool: 'select', title: 'Select and move', key: 's' },
  ...(
    [
      ['pen', 'p'],
      ['highlight', 'h'],
      ['tick', 't'],
      ['cross', 'x'],
      ['line', 'l'],
      ['arrow', 'a'],
      ['rectangle', 'r'],
      ['ellipse', 'e'],
      ['text', 'w'],
      ['note', 'n'],
      ['callout', 'c'],
      ['stamp', 'm'],
      ['signature', 'g'],
    ] as const
  ).map(([tool, key]) => ({ tool, title: sortTitles[tool], key })),
  { tool: 'rub-out', title: 'Rub out', key: 'd' },
];

/** What is set for what is drawn next. */
export type Manner = {
  readonly ink: Ink;
  /** The colour of what is laid over words. */
  readonly veil: Ink;
  readonly width: number;
  readonly size: number;
  readonly bold: boolean;
  readonly stamp: string;
  readonly signature: { readonly strokes: readonly Stroke[]; readonly ratio: number } | null;
};
export const usualManner: Manner = {
  ink: 'brick',
  veil: 'saffron',
  width: 2.5,
  size: 14,
  bold: false,
  stamp: 'Seen',
  signature: null,
};
export const stamps = ['Seen', 'Good', 'Check this', 'Source?', 'Units?', 'See me'] as const;

/** Where a thing is drawn: the way of the pointer over one page. */
export type Way = { readonly file: string; readonly page: number; readonly points: readonly Pressed[] };

/** A way shorter than this many points was no drag but a click. */
const clickLength = 4;

const fine = (value: number) => Math.round(value * 100) / 100;

const around = ([x, y]: Spot, width: number, height: number): Box => ({
  ...{ x: fine(x - width / 2), y: fine(y - height / 2) },
  ...{ width, height },
});

type Make = (from: Spot, to: Spot, isClick: boolean, manner: Manner, points: readonly Pressed[]) => object | null;
const ended =
  (usual: number): Make =>
  ([x, y], to, isClick, { width }) => ({
    ...{ from: [fine(x), fine(y)], width },
    to: isClick ? [fine(x + usual), fine(y)] : [fine(to[0]), fine(to[1])],
  });
const framing: Make = (from, to, isClick, { width }) => ({
  box: isClick ? around(from, 90, 36) : boxBetween(from, to),
  width,
});
const signing =
  (side: number): Make =>
  (from, to, isClick) => ({ box: isClick ? around(from, side, side) : boxBetween(from, to) });

const makes: { readonly [S in PageSort]: Make } = {
  pen: (_from, _to, _isClick, { width }, points) => ({ stroke: thinned(points), width }),
  tick: signing(24),
  cross: signing(20),
  line: ended(90),
  arrow: ended(70),
  rectangle: framing,
  ellipse: framing,
  highlight: (from, to, isClick) => ({ box: isClick ? around(from, 120, 16) : boxBetween(from, to) }),
  text: ([x, y], _to, _isClick, { size, bold }) => ({ at: [fine(x), fine(y - size)], words: '', size, bold }),
  note: ([x, y]) => ({ at: [fine(x), fine(y)], words: '' }),
  callout: (tip, to, isClick) => {
    const [x, y] = isClick ? [tip[0] + 40, tip[1] + 30] : to;
    const box = { x: fine(x), y: fine(y), width: 150, height: calloutLines('', 150, 11, measured).height };
    return { box, tip: [fine(tip[0]), fine(tip[1])], words: '', size: 11 };
  },
  stamp: ([x, y], _to, _isClick, { stamp, size }) => ({ at: [fine(x), fine(y)], words: stamp, size }),
  signature: (at, _to, _isClick, { signature }) =>
    signature && { box: around(at, 130, fine(130 / signature.ratio)), strokes: signature.strokes },
};

export const inkFor = (sort: string, { ink, veil }: Manner): Ink => (sort === 'highlight' ? veil : ink);

/** What is made of a way over a page; null where nothing is. */
export function made(sort: PageSort, { file, page, points }: Way, manner: Manner): OnPage | null {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return null;
  const [from, to]: Spot[] = [
    [first[0], first[1]],
    [last[0], last[1]],
  ];
  if (!from || !to) return null;
  const isClick = Math.hypot(to[0] - from[0], to[1] - from[1]) < clickLength;
  const parts = makes[sort](from, to, isClick, manner, points);
  return parts && ({ id: newId(), sort, ink: inkFor(sort, manner), file, page, ...parts } as OnPage);
}

/** Whether words are written into it as soon as it is drawn. */
export const takesWords = (sort: PageSort): boolean => sort === 'text' || sort === 'note' || sort === 'callout';

/** With other words; a callout becomes as high as they need. */
export function worded(one: OnPage, words: string): OnPage {
  if (one.sort === 'callout') {
    const { lines, height } = calloutLines(words, one.box.width, one.size, measured);
    return { ...one, words, lines, box: { ...one.box, height } };
  }
  return 'words' in one ? { ...one, words } : one;
}
