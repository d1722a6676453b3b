/** Papers, in millimetres. */
export const papers = {
  'a4-across': { name: 'A4 across', width: 297, height: 210 },
  'a4-upright': { name: 'A4 upright', width: 210, height: 297 },
  'letter-across': { name: 'Letter across', width: 279.4, height: 215.9 },
  'letter-upright': { name: 'Letter upright', width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof papers;
/** Points of print (1/72 of an inch) in a millimetre. */
export const pointsPerMm = 72 / 25.4;

/** Inks for print. They belong to designs, not to the interface, and are the same in both themes. */
export const inks = {
  ink: { name: 'ink', value: '#17211f' },
  malachite: { name: 'malachite', value: '#17694f' },
  lapis: { name: 'lapis', value: '#2a4a8f' },
  plum: { name: 'plum', value: '#6d2f63' },
  brick: { name: 'brick', value: '#a83a24' },
  saffron: { name: 'saffron', value: '#d99a1b' },
  stone: { name: 'stone', value: '#5f6b66' },
  white: { name: 'paper white', value: '#fdfdfb' },
} as const;
/** What the check code is printed in: scanners want all the contrast there is. */
export const codeBlack = '#000000';

/** Typefaces that ship with Mosaik; letters they lack are set in the one of their script. */
export const faces = {
  script: { name: 'Pinyon Script' },
  vibes: { name: 'Great Vibes' },
  serif: { name: 'Source Serif 4' },
  garamond: { name: 'EB Garamond' },
  cormorant: { name: 'Cormorant Garamond' },
  playfair: { name: 'Playfair Display' },
  cinzel: { name: 'Cinzel' },
  alegreya: { name: 'Alegreya' },
  lora: { name: 'Lora' },
  sans: { name: 'Noto Sans' },
  montserrat: { name: 'Montserrat' },
  josefin: { name: 'Josefin Sans' },
  oswald: { name: 'Oswald' },
} as const;
export type Face = keyof typeof faces;
export const weights = ['regular', 'bold'] as const;
export type Weight = (typeof weights)[number];

/** What a text on a certificate can be filled with. */
export const fields = {
  name: { title: 'Learner’s name' },
  course: { title: 'Course title' },
  school: { title: 'School' },
  date: { title: 'Date' },
  expires: { title: 'Holds until' },
  grade: { title: 'Grade' },
  hours: { title: 'Hours' },
  outcomes: { title: 'Outcomes' },
  teacher: { title: 'Teacher' },
  number: { title: 'Certificate number' },
  address: { title: 'Check address' },
  own: { title: 'Own words of the course' },
} as const;
export type FieldName = keyof typeof fields;

export const dateForms = {
  long: { name: '12 June 2027' },
  short: { name: '12 Jun 2027' },
  figures: { name: '12/06/2027' },
  iso: { name: '2027-06-12' },
  month: { name: 'June 2027' },
} as const;
export type DateForm = keyof typeof dateForms;
export const gradeForms = { percent: { name: 'percent' }, scale: { name: 'as the scale names it' } } as const;
export type GradeForm = keyof typeof gradeForms;

/** A part of a line: words as they are, or a field with how it is told. `language`: a BCP 47 tag; null: the school's. */
export type Part =
  | { readonly words: string }
  | { readonly field: 'date' | 'expires'; readonly form: DateForm; readonly language: string | null }
  | { readonly field: 'grade'; readonly form: GradeForm }
  | { readonly field: 'own'; readonly name: string }
  | { readonly field: Exclude<FieldName, 'date' | 'expires' | 'grade' | 'own'> };
export type TextLine = readonly Part[];

/** How a text that is too long is set: on one line, then on two, or on as many as its box holds. */
export const wraps = {
  one: { name: 'shrink on one line' },
  two: { name: 'shrink, then two lines' },
  many: { name: 'wrap, then shrink' },
} as const;
export type Wrap = keyof typeof wraps;
export const sides = ['left', 'middle', 'right'] as const;
export const heights = ['top', 'middle', 'bottom'] as const;
export const dashes = ['solid', 'dashed', 'dotted'] as const;
export const shapes = {
  rectangle: { name: 'rectangle' },
  ellipse: { name: 'ellipse' },
  triangle: { name: 'triangle' },
  hill: { name: 'hill' },
  tiles: { name: 'tiles' },
} as const;
export type Shape = keyof typeof shapes;

/** Millimetres from the left upper corner of the page. */
export type Box = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** A point of a signature: x and y as shares of its box, and how hard it was pressed. */
export type Stroke = readonly (readonly [x: number, y: number, pressure: number])[];

export type ThingParts = {
  text: {
    readonly lines: readonly TextLine[];
    readonly face: Face;
    readonly weight: Weight;
    readonly colour: string;
    /** Points: as large as fits, from the one down to the other. */
    readonly size: number;
    readonly smallest: number;
    readonly align: (typeof sides)[number];
    readonly stands: (typeof heights)[number];
    /** Between letters, in thousandths of the size; letters that join are never parted. */
    readonly spacing: number;
    /** Between base lines, as a share of the size. */
    readonly leading: number;
    readonly wrap: Wrap;
  };
  picture: {
    readonly hash: string;
    readonly type: 'image/png' | 'image/jpeg';
    readonly pixels: { readonly width: number; readonly height: number };
    readonly fit: 'inside' | 'cover';
  };
  signature: { readonly strokes: readonly Stroke[]; readonly ratio: number; readonly colour: string };
  rule: { readonly colour: string; readonly line: number; readonly dash: (typeof dashes)[number] };
  /** `gap`: millimetres to a second, finer line inside; 0: none. */
  frame: { readonly colour: string; readonly line: number; readonly gap: number; readonly corner: number };
  shape: { readonly shape: Shape; readonly fill: string | null; readonly stroke: string | null; readonly line: number };
  code: { readonly colour: string };
};
export type Sort = keyof ThingParts;
export const sorts: { readonly [S in Sort]: { readonly name: string } } = {
  text: { name: 'Text' },
  picture: { name: 'Picture' },
  signature: { name: 'Signature' },
  rule: { name: 'Rule' },
  frame: { name: 'Frame' },
  shape: { name: 'Shape' },
  code: { name: 'Check code' },
};

type Placed<S extends Sort> = {
  readonly id: string;
  readonly sort: S;
  /** As the list of things calls it; empty: by what it is. */
  readonly title: string;
  readonly box: Box;
  readonly locked: boolean;
  readonly hidden: boolean;
  /** Shown only where this field is not empty; null: always. */
  readonly shownIf: FieldName | null;
};
export type ThingOf<S extends Sort> = Placed<S> & ThingParts[S];
export type Thing = { readonly [S in Sort]: ThingOf<S> }[Sort];

export const designVersion = 2;
/** How certificates look: what lies on a page, what comes later above. */
export type Design = {
  readonly version: typeof designVersion;
  readonly paper: Paper;
  readonly ground: string;
  /** A picture over the whole page, below everything; null: none. */
  readonly background: ThingParts['picture'] | null;
  readonly things: readonly Thing[];
};

export const isText = (thing: Thing): thing is ThingOf<'text'> => thing.sort === 'text';

/** The fields some lines are filled with, each once. */
export const fieldsIn = (lines: readonly TextLine[]): readonly FieldName[] => [
  ...new Set(lines.flatMap((line) => line.flatMap((part) => ('field' in part ? [part.field] : [])))),
];

/** Whether a field is told anywhere on a page. */
export const showsField = (design: Design, field: FieldName): boolean =>
  design.things.some((thing) => isText(thing) && !thing.hidden && fieldsIn(thing.lines).includes(field));

/** What a thing is called in lists: its title, or what stands in it. */
export function nameOf(thing: Thing): string {
  if (thing.title) return thing.title;
  if (!isText(thing)) return thing.sort === 'shape' ? shapes[thing.shape].name : sorts[thing.sort].name;
  const said = thing.lines
    .map((line) => line.map((part) => ('field' in part ? fields[part.field].title : part.words)).join(''))
    .join(' ')
    .trim();
  return said.length > 40 ? `${said.slice(0, 39)}…` : said || 'Empty text';
}
