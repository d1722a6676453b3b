import { boolean, number, object, string } from 'yup';
import { type Design, designVersion, type Face, inks, type Part, papers, type TextLine, type Thing } from './design';

/** Of such a kind certificates were before they were designs: words and colours in fixed places. Version 1. */
const plainSchema = object({
  paper: string().oneOf(['a4-across', 'a4-upright', 'letter-across']).default('a4-across'),
  heading: string().default('Certificate of completion'),
  below: string().default('has completed'),
  signer: string().default(''),
  signerRole: string().default('course lead'),
  showsGrade: boolean().default(true),
  frame: string().oneOf(['ink', 'malachite', 'lapis', 'plum', 'brick']).default('malachite'),
  ink: string().oneOf(['ink', 'malachite', 'lapis', 'plum', 'brick']).default('ink'),
  nameFace: string().oneOf(['script', 'serif', 'sans']).default('script'),
  nameLargest: number().default(50),
  nameSmallest: number().default(24),
});

const tints = { ink: '#dfe3df', malachite: '#d5e8df', lapis: '#dde5f5', plum: '#efdfec', brick: '#f8e0da' };
const ptInMm = 25.4 / 72;
const hundredths = (value: number) => Math.round(value * 100) / 100;

/** A certificate of before as a design that looks the same: every part in its place. Throws on what is none. */
export function designOfPlain(kept: unknown): Design {
  const plain = plainSchema.validateSync(kept, { stripUnknown: true });
  const paper = plain.paper as keyof typeof papers;
  const { width, height } = papers[paper];
  const [frame, ink] = [plain.frame as keyof typeof tints, plain.ink as keyof typeof tints];
  const things: Thing[] = [];
  const base = (title: string, x: number, y: number, w: number, h: number) => ({
    id: `00000000-0000-8000-8000-${String(things.length + 1).padStart(12, '0')}`,
    ...{ title, locked: false, hidden: false, shownIf: null },
    box: { x: hundredths(x), y: hundredths(y), width: hundredths(w), height: hundredths(h) },
  });
  const inner = 36 * ptInMm;
  const at = (share: number) => inner + (height - 2 * inner) * share;
  const bound = width - 2 * (64 * ptInMm);
  const text = (
    title: string,
    lines: readonly TextLine[],
    middle: number,
    size: number,
    face: Face,
    weight: 'regular' | 'bold',
    colour: string,
    x = width / 2,
    wide = bound,
  ): void => {
    const high = size * 2.4 * ptInMm;
    // Base lines were what was placed; a text stands a third of its size above its own.
    const y = middle - size * 0.32 * ptInMm - high / 2;
    things.push({
      ...base(title, x - wide / 2, y, wide, high),
      ...{ sort: 'text', lines, face, weight, colour, size, smallest: Math.min(size, 8) },
      ...{ align: 'middle', stands: 'middle', spacing: 0, leading: 1.15, wrap: 'two' },
    });
  };
  const words = (said: string): Part => ({ words: said });
  const soft = inks.ink.value;
  const edge = (title: string, by: number, line: number, colour: string) =>
    things.push({
      ...base(title, by * ptInMm, by * ptInMm, width - 2 * by * ptInMm, height - 2 * by * ptInMm),
      ...{ sort: 'frame', colour, line, gap: 0, corner: 0 },
    });
  edge('Broad frame', 13.5, 9, tints[frame]);
  edge('Frame', 31, 2, inks[frame].value);
  text('', [[{ field: 'school' }]], at(0.1), 15, 'sans', 'bold', soft);
  if (plain.heading) text('', [[words(plain.heading)]], at(0.2), 32, 'serif', 'bold', inks[ink].value);
  const nameHigh = (height - 2 * inner) * 0.22;
  things.push({
    ...base('', width / 2 - bound / 2, at(0.37) - nameHigh / 2, bound, nameHigh),
    ...{ sort: 'text', lines: [[{ field: 'name' }]], face: plain.nameFace as Face, weight: 'regular' },
    ...{ colour: inks[ink].value, size: plain.nameLargest, smallest: plain.nameSmallest },
    ...{ align: 'middle', stands: 'middle', spacing: 0, leading: 1.15, wrap: 'two' },
  });
  if (plain.below) text('', [[words(plain.below)]], at(0.54), 16, 'serif', 'regular', soft);
  text('', [[{ field: 'course' }]], at(0.62), 22, 'serif', 'bold', inks[ink].value);
  const columns: { readonly value: Part; readonly label: string; readonly isGrade?: boolean }[] = [
    { value: { field: 'date', form: 'long', language: null }, label: 'date' },
    ...(plain.showsGrade
      ? [{ value: { field: 'grade', form: 'percent' } as const, label: 'course grade', isGrade: true }]
      : []),
    ...(plain.signer ? [{ value: words(plain.signer), label: plain.signerRole }] : []),
  ];
  const slot = bound / (columns.length + 1);
  const left = width / 2 - bound / 2;
  const narrow = slot - 10 * ptInMm;
  columns.forEach(({ value, label, isGrade }, i) => {
    const x = left + slot * (i + 0.5);
    const from = things.length;
    text('', [[value]], at(0.8), 15, 'serif', 'bold', soft, x, narrow);
    if (label) text('', [[words(label)]], at(0.845), 11, 'sans', 'regular', soft, x, narrow);
    if (isGrade)
      for (let n = from; n < things.length; n += 1) things[n] = { ...(things[n] as Thing), shownIf: 'grade' };
  });
  const side = 58 * ptInMm;
  things.push({
    ...base('', left + slot * (columns.length + 0.5) - side / 2, at(0.76) - side / 2 + 8 * ptInMm, side, side),
    ...{ sort: 'code', colour: '#000000' },
  });
  text(
    '',
    [[words('No. '), { field: 'number' }, words(' · check it at '), { field: 'address' }]],
    ...([at(0.95), 10, 'sans', 'regular', soft] as const),
  );
  return { version: designVersion, paper, ground: inks.white.value, background: null, things };
}
