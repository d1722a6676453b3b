import {
  type Box,
  type Design,
  designVersion,
  type Face,
  type FieldName,
  inks,
  type Paper,
  type Part,
  papers,
  type TextLine,
  type Thing,
  type ThingParts,
} from './design';

/** Eight beginnings of our own, each for every paper. What is made from one is a design like any other. */
export const patterns = {
  river: { name: 'River line', says: 'A double frame, a written name, the hill by the water' },
  tile: { name: 'Plain tile', says: 'A wall of tiles at the left, everything set from there' },
  field: { name: 'Field day', says: 'A dark band above, large plain letters' },
  herbarium: { name: 'Herbarium', says: 'Old-style letters on cream, fine rules' },
  ridge: { name: 'Ridge', says: 'Hills along the foot, light letters above' },
  charter: { name: 'Charter', says: 'Capitals, a broad frame, what was learnt as a list' },
  seal: { name: 'Seal', says: 'A round seal with the grade, strong letters' },
  letter: { name: 'Letter', says: 'A plain letter that says what was done' },
} as const;
export type PatternName = keyof typeof patterns;

/** Shares of the page's width and height in percent: the middle of a box, or its left upper corner, and its size. */
type Place = readonly [x: number, y: number, width: number, height: number];
type TextWish = Partial<ThingParts['text']> & { readonly shownIf?: FieldName; readonly title?: string };
type Sheet = {
  text(lines: readonly (readonly (string | Part)[])[], place: Place, size: number, wish?: TextWish): void;
  rule(place: Place, colour: string, line: number, dash?: ThingParts['rule']['dash']): void;
  frame(inset: number, colour: string, line: number, gap?: number, corner?: number): void;
  shape(
    shape: ThingParts['shape']['shape'],
    place: Place,
    fill: string | null,
    stroke?: string | null,
    line?: number,
  ): void;
  code(x: number, y: number): void;
};

const date: Part = { field: 'date', form: 'long', language: null };
const grade: Part = { field: 'grade', form: 'percent' };
const is = (field: 'name' | 'course' | 'school' | 'hours' | 'outcomes' | 'teacher' | 'number' | 'address'): Part => ({
  field,
});
const colours = {
  ...Object.fromEntries(Object.entries(inks).map(([name, { value }]) => [name, value])),
  ...{ night: '#14231f', cream: '#fbf6e9', mist: '#d5e8df', dawn: '#fbeecb', dusk: '#efdfec', sky: '#dde5f5' },
} as Record<keyof typeof inks | 'night' | 'cream' | 'mist' | 'dawn' | 'dusk' | 'sky', string>;
const { ink, malachite, lapis, plum, brick, saffron, stone, white, night, cream, mist, dawn, dusk, sky } = colours;

const checkLine = [['No. ', is('number'), ' · ', is('address')]];
const foot = (sheet: Sheet, place: Place, wish: TextWish = {}) =>
  sheet.text(checkLine, place, 8.5, { face: 'sans', colour: stone, smallest: 6, ...wish });

/** A value with its label below it. */
function labelled(
  sheet: Sheet,
  value: string | Part,
  label: string,
  [x, y, width]: readonly [number, number, number],
  wish: TextWish = {},
) {
  sheet.text([[value]], [x, y, width, 6], 14, { weight: 'bold', ...wish });
  sheet.text([[label]], [x, y + 6, width, 4], 9.5, { ...wish, face: 'sans', weight: 'regular', colour: stone });
}

const drawings: { readonly [P in PatternName]: (sheet: Sheet, isUpright: boolean) => string } = {
  river(sheet) {
    sheet.frame(2.6, mist, 9);
    sheet.frame(5, malachite, 2);
    sheet.shape('hill', [20, 84, 60, 9], mist);
    sheet.text([[is('school')]], [15, 10, 70, 5], 14, { face: 'sans', weight: 'bold' });
    sheet.text([['Certificate of completion']], [12, 16, 76, 10], 32, { weight: 'bold' });
    sheet.text([[is('name')]], [12, 28, 76, 19], 50, { face: 'script', smallest: 18 });
    sheet.text([['has completed']], [20, 48, 60, 5], 15);
    sheet.text([[is('course')]], [12, 54, 76, 9], 22, { weight: 'bold', smallest: 12 });
    labelled(sheet, date, 'date', [12, 69, 19]);
    labelled(sheet, grade, 'course grade', [32, 69, 17], { shownIf: 'grade' });
    labelled(sheet, is('teacher'), 'course lead', [50, 69, 24], { shownIf: 'teacher' });
    sheet.code(79, 66);
    foot(sheet, [14, 79.5, 72, 4]);
    return white;
  },
  tile(sheet) {
    sheet.shape('tiles', [0, 0, 13, 100], malachite);
    const left: TextWish = { align: 'left', stands: 'top' };
    sheet.text([[is('school')]], [20, 9, 60, 5], 13, { ...left, face: 'sans', weight: 'bold' });
    sheet.text([[is('name')]], [20, 24, 72, 17], 40, { ...left, face: 'lora', weight: 'bold', smallest: 20 });
    sheet.rule([20, 42.5, 18, 1], saffron, 3);
    sheet.text([['has taken part in and completed']], [20, 46, 72, 5], 14, { ...left, face: 'lora' });
    sheet.text([[is('course')]], [20, 52, 72, 11], 24, { ...left, face: 'lora', smallest: 12 });
    sheet.text([[date], ['about ', is('hours'), ' hours']], [20, 70, 34, 9], 12, {
      ...left,
      face: 'sans',
      wrap: 'one',
      shownIf: 'hours',
    });
    sheet.text([[is('teacher')]], [20, 81, 34, 6], 16, { ...left, face: 'lora', shownIf: 'teacher' });
    sheet.code(80, 70);
    foot(sheet, [20, 92, 72, 4], { align: 'left' });
    return white;
  },
  field(sheet) {
    sheet.shape('rectangle', [0, 0, 100, 27], night);
    sheet.shape('rectangle', [0, 27, 100, 1.6], saffron);
    sheet.text([['CERTIFICATE']], [8, 5, 84, 11], 40, { face: 'oswald', colour: white, weight: 'bold', spacing: 120 });
    sheet.text([[is('school')]], [8, 17, 84, 6], 14, { face: 'sans', colour: mist });
    sheet.text([[is('name')]], [8, 34, 84, 16], 46, { face: 'oswald', smallest: 20 });
    sheet.text([['did the work of']], [20, 51, 60, 5], 14, { face: 'sans' });
    sheet.text([[is('course')]], [10, 57, 80, 9], 22, { face: 'oswald', colour: malachite, smallest: 12 });
    labelled(sheet, date, 'on', [10, 72, 24], { face: 'oswald' });
    labelled(sheet, grade, 'with', [36, 72, 16], { face: 'oswald', shownIf: 'grade' });
    labelled(sheet, is('teacher'), 'taught by', [54, 72, 22], { face: 'oswald', shownIf: 'teacher' });
    sheet.code(80, 70);
    foot(sheet, [8, 93, 84, 4]);
    return white;
  },
  herbarium(sheet) {
    sheet.frame(4, stone, 0.75, 1.2, 4);
    sheet.text([[is('school')]], [20, 9, 60, 5], 13, { face: 'garamond', spacing: 60 });
    sheet.rule([42, 15, 16, 1], brick, 0.75);
    sheet.text([['In witness of the course']], [15, 18, 70, 6], 17, { face: 'garamond' });
    sheet.text([[is('course')]], [12, 24.5, 76, 11], 28, { face: 'cormorant', weight: 'bold', smallest: 14 });
    sheet.text([['completed by']], [15, 37, 70, 5], 15, { face: 'garamond' });
    sheet.text([[is('name')]], [10, 43, 80, 18], 46, { face: 'vibes', colour: brick, smallest: 22 });
    sheet.rule([30, 62, 40, 1], stone, 0.5, 'dotted');
    sheet.text([[date]], [30, 65, 40, 6], 15, { face: 'garamond' });
    sheet.text([[is('teacher')], ['teacher']], [12, 75, 30, 10], 13, {
      face: 'garamond',
      wrap: 'one',
      shownIf: 'teacher',
    });
    sheet.code(76, 73);
    foot(sheet, [14, 89, 72, 4], { face: 'garamond' });
    return cream;
  },
  ridge(sheet) {
    sheet.shape('hill', [-12, 78, 60, 22], sky);
    sheet.shape('hill', [28, 74, 84, 26], mist);
    sheet.shape('triangle', [62, 70, 30, 30], lapis);
    sheet.shape('triangle', [52, 80, 22, 20], malachite);
    sheet.text([[is('school')]], [10, 8, 80, 5], 13, { face: 'josefin', spacing: 200 });
    sheet.text([[is('name')]], [10, 18, 80, 18], 46, { face: 'josefin', colour: lapis, smallest: 22 });
    sheet.text([['reached the end of']], [20, 38, 60, 5], 15, { face: 'josefin' });
    sheet.text([[is('course')]], [10, 44, 80, 10], 24, { face: 'josefin', weight: 'bold', smallest: 12 });
    sheet.text([[date]], [20, 57, 60, 5], 14, { face: 'josefin' });
    sheet.code(7, 76);
    foot(sheet, [5, 66, 56, 4], { align: 'left' });
    return white;
  },
  charter(sheet) {
    sheet.frame(3, plum, 6, 1.4);
    sheet.text([['CERTIFICATE']], [12, 9, 76, 8], 30, { face: 'cinzel', colour: plum, spacing: 150 });
    sheet.text([[is('school'), ' certifies that']], [15, 18, 70, 5], 14, { face: 'cormorant' });
    sheet.text([[is('name')]], [10, 24, 80, 14], 36, { face: 'cinzel', smallest: 18 });
    sheet.text([['has completed ', is('course'), ' and can:']], [12, 39, 76, 8], 17, {
      face: 'cormorant',
      smallest: 11,
    });
    sheet.text([[is('outcomes')]], [20, 48, 60, 23], 13, {
      face: 'cormorant',
      wrap: 'many',
      smallest: 7,
      shownIf: 'outcomes',
    });
    sheet.rule([12, 73, 76, 1], plum, 0.75);
    labelled(sheet, date, 'given on', [12, 77, 24], { face: 'cormorant' });
    labelled(sheet, grade, 'grade', [38, 77, 14], { face: 'cormorant', shownIf: 'grade' });
    labelled(sheet, is('teacher'), 'teacher', [53, 77, 24], { face: 'cormorant', shownIf: 'teacher' });
    sheet.code(79, 74.5);
    foot(sheet, [12, 90, 76, 4]);
    return white;
  },
  seal(sheet, isUpright) {
    const [x, y, side] = isUpright ? [64, 66, 26] : [72, 52, 20];
    const high = isUpright ? side * (210 / 297) : side * (297 / 210);
    sheet.shape('rectangle', [0, 0, 3, 100], brick);
    sheet.shape('ellipse', [x, y, side, high], dawn, saffron, 3);
    sheet.shape('ellipse', [x + 1.4, y + high * 0.07, side - 2.8, high * 0.86], null, saffron, 0.75);
    sheet.text([[grade]], [x + 2, y + high * 0.3, side - 4, high * 0.24], 22, {
      face: 'montserrat',
      weight: 'bold',
      colour: brick,
      shownIf: 'grade',
    });
    sheet.text([['course grade']], [x + 2, y + high * 0.54, side - 4, high * 0.14], 8.5, {
      face: 'montserrat',
      shownIf: 'grade',
    });
    const left: TextWish = { align: 'left', face: 'montserrat' };
    sheet.text([[is('school')]], [9, 8, 70, 5], 13, { ...left, weight: 'bold', colour: brick });
    sheet.text([[is('name')]], [9, 18, 82, 17], 42, { ...left, weight: 'bold', smallest: 18 });
    sheet.text([['has passed']], [9, 37, 60, 5], 14, left);
    sheet.text([[is('course')]], [9, 42.5, isUpright ? 82 : 60, 13], 24, { ...left, smallest: 12 });
    sheet.text([[date]], [9, 62, 50, 5], 13, left);
    sheet.text([[is('teacher')]], [9, 68, 50, 5], 13, { ...left, shownIf: 'teacher' });
    sheet.code(9, 76);
    foot(sheet, [9, 93, 82, 4], { align: 'left' });
    return white;
  },
  letter(sheet) {
    const left: TextWish = { align: 'left', stands: 'top', face: 'alegreya' };
    sheet.text([[is('school')]], [12, 8, 76, 5], 16, { ...left, weight: 'bold', colour: lapis });
    sheet.rule([12, 14, 76, 1], lapis, 1);
    sheet.text([[date]], [12, 18, 76, 5], 12, left);
    sheet.text([['This is to say that']], [12, 27, 76, 5], 14, left);
    sheet.text([[is('name')]], [12, 32.5, 76, 11], 30, { ...left, weight: 'bold', smallest: 14 });
    sheet.text(
      [
        [
          'has taken the course “',
          is('course'),
          '” with us, about ',
          is('hours'),
          ' hours of work, and has completed it.',
        ],
      ],
      [12, 45, 76, 12],
      14,
      { ...left, wrap: 'many', leading: 1.35, smallest: 9, shownIf: 'hours' },
    );
    sheet.text([[is('outcomes')]], [15, 58, 70, 15], 12, {
      ...left,
      wrap: 'many',
      leading: 1.35,
      smallest: 7,
      shownIf: 'outcomes',
    });
    sheet.text([[is('teacher')]], [12, 77, 44, 6], 16, { ...left, shownIf: 'teacher' });
    sheet.shape('rectangle', [0, 0, 2, 100], dusk);
    sheet.code(79, 76);
    foot(sheet, [12, 92, 76, 4], { align: 'left' });
    return white;
  },
};

const hundredths = (value: number) => Math.round(value * 100) / 100;

/** A design begun from a pattern, on a paper. `newId` gives each thing its id. */
export function designFrom(pattern: PatternName, paper: Paper, newId: () => string): Design {
  const { width, height } = papers[paper];
  const things: Thing[] = [];
  const base = (box: Box, title = '', shownIf: FieldName | null = null) => ({
    ...{ id: newId(), title, locked: false, hidden: false, shownIf },
    box: { x: hundredths(box.x), y: hundredths(box.y), width: hundredths(box.width), height: hundredths(box.height) },
  });
  const at = ([x, y, w, h]: Place): Box => ({
    ...{ x: (x * width) / 100, y: (y * height) / 100, width: (w * width) / 100, height: (h * height) / 100 },
  });
  const side = Math.min(width, height) * 0.12;
  const sheet: Sheet = {
    text(lines, place, size, { shownIf = null, title = '', ...wish } = {}) {
      const said = lines.map(
        (line): TextLine => line.map((part) => (typeof part === 'string' ? { words: part } : part)),
      );
      const smallest = Math.min(wish.smallest ?? Math.min(size, Math.max(7, size * 0.45)), size);
      things.push({
        ...base(at(place), title, shownIf),
        ...{ sort: 'text', lines: said, face: 'serif' satisfies Face, weight: 'regular', colour: ink, size },
        ...{
          align: 'middle',
          stands: 'middle',
          spacing: 0,
          leading: 1.15,
          wrap: 'two',
          ...wish,
          smallest: hundredths(smallest),
        },
      });
    },
    rule: (place, colour, line, dash = 'solid') =>
      things.push({ ...base(at(place)), ...{ sort: 'rule', colour, line, dash } }),
    frame(inset, colour, line, gap = 0, corner = 0) {
      const by = (inset * Math.min(width, height)) / 100;
      const box = { x: by, y: by, width: width - 2 * by, height: height - 2 * by };
      things.push({ ...base(box), ...{ sort: 'frame', colour, line, gap, corner } });
    },
    shape: (shape, place, fill, stroke = null, line = 0) =>
      things.push({ ...base(at(place)), ...{ sort: 'shape', shape, fill, stroke, line } }),
    code: (x, y) =>
      things.push({
        ...base({ x: (x * width) / 100, y: (y * height) / 100, width: side, height: side }),
        ...{ sort: 'code', colour: '#000000' },
      }),
  };
  const ground = drawings[pattern](sheet, height > width);
  return { version: designVersion, paper, ground, background: null, things };
}

/** A page with nothing on it. */
export const emptyDesign = (paper: Paper): Design => ({
  ...{ version: designVersion, paper, ground: inks.white.value, background: null, things: [] },
});
