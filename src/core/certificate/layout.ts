import { type AwardSettings, type Face, inks, papers, paperTints, paperWhite } from './design';
import { fitText } from './fit';

/** What a certificate says about one learner. */
export type CertificateContent = {
  readonly name: string;
  readonly course: string;
  readonly school: string;
  /** As it is to be read: `12 June 2027`. */
  readonly date: string;
  /** Null: not shown. */
  readonly grade: string | null;
  readonly number: string;
  readonly checkAddress: string;
};

export type Weight = 'regular' | 'bold';
export type MeasureText = (face: Face, weight: Weight, text: string, size: number) => number;

/** Everything is in points from the top left corner; a text's `y` is its base line, `x` its middle. */
export type PlacedText = {
  readonly part: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly face: Face;
  readonly weight: Weight;
  readonly colour: string;
};
export type PlacedBox = {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly stroke: string | null;
  readonly fill: string | null;
  readonly line: number;
};
export type CertificateLayout = {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly PlacedBox[];
  readonly texts: readonly PlacedText[];
  /** Where the check code stands: a square. */
  readonly code: { readonly x: number; readonly y: number; readonly side: number };
  readonly nameSize: number;
  /** Parts that do not fit, by name; empty when all is well. */
  readonly overflows: readonly string[];
};

const margin = 24;
const inner = 12;

/** Places every part of a certificate. The same layout is drawn on screen and in the PDF. */
export function layoutCertificate(
  design: AwardSettings,
  content: CertificateContent,
  measure: MeasureText,
): CertificateLayout {
  const { width, height } = papers[design.paper];
  const middle = width / 2;
  const frame = inks[design.frame].value;
  const ink = inks[design.ink].value;
  const soft = inks.ink.value;
  const texts: PlacedText[] = [];
  const overflows: string[] = [];
  const bound = width - 2 * (margin + inner + 28);

  const put = (
    part: string,
    text: string,
    y: number,
    size: number,
    face: Face,
    weight: Weight,
    colour: string,
    x = middle,
    most = bound,
  ) => {
    const fitted = fitText(
      text,
      { width: most, height: size * 2.4 },
      { largest: size, smallest: Math.min(size, 8) },
      (line, at) => measure(face, weight, line, at),
    );
    if (!fitted.fits) overflows.push(part);
    fitted.lines.forEach((line, i) => {
      texts.push({
        part,
        text: line,
        x,
        y: y + (i - (fitted.lines.length - 1) / 2) * fitted.size * 1.15,
        size: fitted.size,
        face,
        weight,
        colour,
      });
    });
  };

  const at = (share: number) => margin + inner + (height - 2 * (margin + inner)) * share;
  put('school', content.school, at(0.1), 15, 'sans', 'bold', soft);
  if (design.heading) put('heading', design.heading, at(0.2), 32, 'serif', 'bold', ink);

  const nameBox = { width: bound, height: (height - 2 * (margin + inner)) * 0.22 };
  const name = fitText(
    content.name,
    nameBox,
    { largest: design.nameLargest, smallest: design.nameSmallest },
    (line, size) => measure(design.nameFace, 'regular', line, size),
  );
  if (!name.fits) overflows.push('name');
  const nameMiddle = at(0.37);
  name.lines.forEach((line, i) => {
    const y = nameMiddle + (i - (name.lines.length - 1) / 2) * name.size * 1.15 + name.size * 0.32;
    texts.push({
      part: 'name',
      text: line,
      x: middle,
      y,
      size: name.size,
      face: design.nameFace,
      weight: 'regular',
      colour: ink,
    });
  });

  if (design.below) put('below', design.below, at(0.54), 16, 'serif', 'regular', soft);
  put('course', content.course, at(0.62), 22, 'serif', 'bold', ink);

  const columns = [
    { value: content.date, label: 'date' },
    ...(design.showsGrade && content.grade ? [{ value: content.grade, label: 'course grade' }] : []),
    ...(design.signer ? [{ value: design.signer, label: design.signerRole }] : []),
  ];
  const codeSide = 58;
  const slot = bound / (columns.length + 1);
  const left = middle - bound / 2;
  columns.forEach(({ value, label }, i) => {
    const x = left + slot * (i + 0.5);
    put(`${label} value`, value, at(0.8), 15, 'serif', 'bold', soft, x, slot - 10);
    put(`${label} label`, label, at(0.845), 11, 'sans', 'regular', soft, x, slot - 10);
  });
  put('number', `No. ${content.number} · check it at ${content.checkAddress}`, at(0.95), 10, 'sans', 'regular', soft);

  return {
    width,
    height,
    boxes: [
      { x: 0, y: 0, width, height, stroke: null, fill: paperWhite, line: 0 },
      {
        x: margin / 2 + 6,
        y: margin / 2 + 6,
        width: width - margin - 12,
        height: height - margin - 12,
        stroke: paperTints[design.frame],
        fill: null,
        line: 9,
      },
      {
        x: margin + inner - 4,
        y: margin + inner - 4,
        width: width - 2 * (margin + inner - 4),
        height: height - 2 * (margin + inner - 4),
        stroke: frame,
        fill: null,
        line: 2,
      },
    ],
    texts,
    code: { x: left + slot * (columns.length + 0.5) - codeSide / 2, y: at(0.76) - codeSide / 2 + 8, side: codeSide },
    nameSize: name.size,
    overflows,
  };
}
