/**
 * What a marker draws on somebody's work. It stands on a page, in the space of the page: points (1/72 inch) from its
 * left upper corner as it is read, whatever the zoom and however it is turned on the desk. Or it stands on a range of a
 * text: from one character to another. It is kept as it was drawn, and shown the same on the desk, to its learner and
 * in the PDF, for all of them are made of the same `shapesOf`.
 */
export const inks = ['brick', 'malachite', 'lapis', 'plum', 'ink', 'saffron'] as const;
export type Ink = (typeof inks)[number];

/** The colours of inks: what was drawn is kept and printed, so that they are of no theme. Red, green and blue from 0 to 255. */
export const inkColours: { readonly [ink in Ink]: readonly [number, number, number] } = {
  brick: [168, 58, 36],
  malachite: [23, 105, 79],
  lapis: [42, 74, 143],
  plum: [109, 47, 99],
  ink: [23, 33, 31],
  saffron: [217, 154, 27],
};
export const inkText = (ink: Ink): string => `rgb(${inkColours[ink].join(' ')})`;

/** Where a point is; with how hard it was pressed (0 to 1) where it is of a stroke. */
export type Spot = readonly [x: number, y: number];
export type Pressed = readonly [x: number, y: number, pressure: number];
export type Box = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
export type Stroke = readonly Pressed[];

/** What each sort of drawn thing holds on a page. Widths of lines and sizes of letters are in points. */
export type OnPageParts = {
  readonly pen: { readonly stroke: Stroke; readonly width: number };
  readonly tick: { readonly box: Box };
  readonly cross: { readonly box: Box };
  readonly line: { readonly from: Spot; readonly to: Spot; readonly width: number };
  readonly arrow: { readonly from: Spot; readonly to: Spot; readonly width: number };
  readonly rectangle: { readonly box: Box; readonly width: number };
  readonly ellipse: { readonly box: Box; readonly width: number };
  readonly text: { readonly at: Spot; readonly words: string; readonly size: number; readonly bold: boolean };
  readonly note: { readonly at: Spot; readonly words: string };
  /**
   * A box of words that points at something. `lines`: its words as they were broken when they were written, so that they
   * are broken so wherever they are shown.
   */
  readonly callout: {
    readonly box: Box;
    readonly tip: Spot;
    readonly words: string;
    readonly size: number;
    readonly lines?: readonly string[];
  };
  readonly highlight: { readonly box: Box };
  readonly stamp: { readonly at: Spot; readonly words: string; readonly size: number };
  /** A hand's strokes, in parts of the box. */
  readonly signature: { readonly box: Box; readonly strokes: readonly Stroke[] };
};
export type PageSort = keyof OnPageParts;

export type OnPage = {
  readonly [S in PageSort]: {
    readonly id: string;
    readonly sort: S;
    readonly ink: Ink;
    /** The file it stands on (SHA-256), and which of its pages, from 1. */
    readonly file: string;
    readonly page: number;
  } & OnPageParts[S];
}[PageSort];
export type OnPageOf<S extends PageSort> = Extract<OnPage, { sort: S }>;

/** What can stand on a range of a text. */
export const textSorts = [
  'highlight',
  'line',
  'cross',
  'rectangle',
  'ellipse',
  'tick',
  'note',
  'text',
  'stamp',
] as const;
export type TextSort = (typeof textSorts)[number];
/** On the characters from `from` up to `to` (UTF-16 units) of the text that was handed in. */
export type OnText = {
  readonly id: string;
  readonly sort: TextSort;
  readonly ink: Ink;
  readonly from: number;
  readonly to: number;
  readonly words: string;
};

export type Drawn = OnPage | OnText;
export const isOnText = (one: Drawn): one is OnText => 'from' in one && typeof one.from === 'number';
export const isOnPage = (one: Drawn): one is OnPage => !isOnText(one);

/** The words somebody wrote into it; none where it holds none. */
export const wordsOf = (one: Drawn): string => ('words' in one ? one.words : '');

/** How each sort is called where people read of it. */
export const sortTitles: { readonly [S in PageSort]: string } = {
  pen: 'Pen stroke',
  tick: 'Tick',
  cross: 'Cross',
  line: 'Line',
  arrow: 'Arrow',
  rectangle: 'Rectangle',
  ellipse: 'Ellipse',
  text: 'Text',
  note: 'Note',
  callout: 'Callout',
  highlight: 'Highlight',
  stamp: 'Stamp',
  signature: 'Signature',
};
