import {
  PDFArray,
  type PDFContext,
  type PDFDocument,
  PDFHexString,
  PDFName,
  type PDFPage,
  type PDFRef,
  PDFString,
} from '@cantoo/pdf-lib';
import {
  type Box,
  boxOf,
  calloutRoot,
  inkColours,
  type OnPage,
  type PageSort,
  type Shape,
  type Spot,
  shapesOf,
  wordsOf,
} from '@/core/marking';
import { pathOf, setLine } from '../../platform/setter';
import { userUnit } from './paper';

/**
 * Drawn things as annotations of a PDF (ISO 32000-1, 12.5): each of the kind that other readers know, with an appearance
 * of its own, so that it looks as it was drawn wherever it is opened, and can be pointed at, listed and read out.
 */
export type Matrix = readonly [number, number, number, number, number, number];

const measure = (words: string, size: number, bold: boolean) =>
  setLine('sans', bold ? 'bold' : 'regular', words, size).width;

/** What takes the space of a page, as it is read and with its y downwards, to the user space of the file. */
export function pageMatrix(page: PDFPage): Matrix {
  const media = page.getMediaBox();
  const crop = page.getCropBox();
  const left = Math.max(media.x, crop.x);
  const bottom = Math.max(media.y, crop.y);
  const right = Math.min(media.x + media.width, crop.x + crop.width);
  const top = Math.min(media.y + media.height, crop.y + crop.height);
  const u = 1 / userUnit(page);
  const turn = ((page.getRotation().angle % 360) + 360) % 360;
  if (turn === 90) return [0, u, u, 0, left, bottom];
  if (turn === 180) return [-u, 0, 0, u, right, bottom];
  if (turn === 270) return [0, -u, -u, 0, right, top];
  return [u, 0, 0, -u, left, top];
}

const put = ([a, b, c, d, e, f]: Matrix, [x, y]: Spot): Spot => [a * x + c * y + e, b * x + d * y + f];
const n = (value: number) => String(Math.round(value * 1000) / 1000);

/** The box of the file in which a box of the page lies. */
function rectOf(matrix: Matrix, { x, y, width, height }: Box): readonly [number, number, number, number] {
  const [ax, ay] = put(matrix, [x, y]);
  const [bx, by] = put(matrix, [x + width, y + height]);
  return [Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by)];
}

/**
 * For a note: readers keep it upright at its left upper corner, however its page is turned (ISO 32000-1, 12.5.6.4), so
 * that it is drawn as on a page that is not.
 */
function uprightAt(matrix: Matrix, corner: Spot): Matrix {
  const unit = Math.hypot(matrix[0], matrix[1]);
  const [x, y] = put(matrix, corner);
  return [unit, 0, 0, -unit, x - corner[0] * unit, y + corner[1] * unit];
}

/** An SVG path of absolute `M L C Q Z` as operators of a content stream. */
export function pathOperators(path: string): string {
  let [x, y] = [0, 0];
  let out = '';
  for (const [, letter = '', rest = ''] of path.matchAll(/([MLCQZ])([^MLCQZ]*)/g)) {
    const numbers = (rest.match(/-?\d*\.?\d+(?:e-?\d+)?/g) ?? []).map(Number);
    if (letter === 'Z') out += 'h\n';
    else if (letter === 'M' || letter === 'L') {
      [x = 0, y = 0] = numbers;
      out += `${n(x)} ${n(y)} ${letter === 'M' ? 'm' : 'l'}\n`;
    } else {
      const [ax = 0, ay = 0, bx = 0, by = 0, cx = bx, cy = by] = numbers;
      // A quadratic curve is the cubic one whose handles are two thirds of the way to its own.
      const handles =
        letter === 'C'
          ? [ax, ay, bx, by]
          : [x + (2 / 3) * (ax - x), y + (2 / 3) * (ay - y), bx + (2 / 3) * (ax - bx), by + (2 / 3) * (ay - by)];
      out += `${[...handles, cx, cy].map(n).join(' ')} c\n`;
      [x, y] = [cx, cy];
    }
  }
  return out;
}

const paint: {
  readonly [F in Extract<Shape, { draw: 'outline' }>['fill']]: readonly [withLine: string, without: string];
} = {
  none: ['S', 'n'],
  ink: ['B', 'f'],
  veil: ['B', 'f'],
  paper: ['B', 'f'],
};

function shapeOperators(shape: Shape, ink: string): string {
  if (shape.draw === 'words') {
    const line = setLine('sans', shape.bold ? 'bold' : 'regular', shape.words, shape.size);
    return `${ink} rg\n${pathOperators(pathOf(line, shape.size, shape.at[0], shape.at[1]))}f\n`;
  }
  const { fill, line, path } = shape;
  return (
    `${fill === 'veil' ? '/Veil gs\n' : ''}${fill === 'paper' ? '1 1 1' : ink} rg ${ink} RG ${n(line)} w 1 J 1 j\n` +
    `${pathOperators(path)}${paint[fill][line > 0 ? 0 : 1]}\n`
  );
}

const names: { readonly [S in PageSort]: string } = {
  ...{ pen: 'Ink', tick: 'Ink', cross: 'Ink', signature: 'Ink', line: 'Line', arrow: 'Line' },
  ...{ rectangle: 'Square', ellipse: 'Circle', text: 'FreeText', note: 'Text', callout: 'FreeText' },
  ...{ highlight: 'Highlight', stamp: 'Stamp' },
};

/** All that is seen of a thing, with the tip of what points, and room for the width of its lines. */
function wholeBox(one: OnPage, shapes: readonly Shape[]): Box {
  const box = boxOf(one);
  let [left, top, right, bottom] = [box.x, box.y, box.x + box.width, box.y + box.height];
  for (const shape of shapes) {
    if (shape.draw === 'words') {
      right = Math.max(right, shape.at[0] + measure(shape.words, shape.size, shape.bold));
      bottom = Math.max(bottom, shape.at[1] + shape.size * 0.3);
      continue;
    }
    const numbers = (shape.path.match(/-?\d*\.?\d+/g) ?? []).map(Number);
    for (let i = 0; i + 1 < numbers.length; i += 2) {
      const [x, y] = [numbers[i] ?? left, numbers[i + 1] ?? top];
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
    }
  }
  const more = 4;
  return { x: left - more, y: top - more, width: right - left + 2 * more, height: bottom - top + 2 * more };
}

/** What each kind of annotation says beside its box: the lines, ends and corners other readers go by. */
function ownParts(one: OnPage, matrix: Matrix, context: PDFContext): Record<string, unknown> {
  const flat = (spots: readonly Spot[]) => spots.flatMap((spot) => [...put(matrix, spot)]);
  const box = boxOf(one);
  const corners: readonly Spot[] = [
    [box.x, box.y],
    [box.x + box.width, box.y],
    [box.x, box.y + box.height],
    [box.x + box.width, box.y + box.height],
  ];
  if (one.sort === 'pen') return { InkList: context.obj([flat(one.stroke.map(([x, y]) => [x, y]))]) };
  if (one.sort === 'tick' || one.sort === 'cross' || one.sort === 'signature')
    return { InkList: context.obj([flat([corners[2] ?? [0, 0], corners[1] ?? [0, 0]])]) };
  if (one.sort === 'line') return { L: flat([one.from, one.to]) };
  if (one.sort === 'arrow') return { L: flat([one.from, one.to]), LE: [PDFName.of('None'), PDFName.of('OpenArrow')] };
  if (one.sort === 'highlight') return { QuadPoints: flat(corners) };
  if (one.sort === 'callout')
    return {
      CL: flat([one.tip, calloutRoot(one)]),
      IT: PDFName.of('FreeTextCallout'),
      DA: PDFString.of('/Helv 11 Tf'),
    };
  if (one.sort === 'text') return { DA: PDFString.of(`/Helv ${one.size} Tf`) };
  return one.sort === 'note' ? { Name: PDFName.of('Note') } : {};
}

export type Signed = { readonly marker: string; readonly at: Date };

/** Puts a drawn thing onto a page of a PDF. */
export function annotate(document: PDFDocument, page: PDFPage, one: OnPage, { marker, at }: Signed): void {
  const { context } = document;
  const shapes = shapesOf(one, measure);
  const whole = wholeBox(one, shapes);
  const onPage = pageMatrix(page);
  const matrix = one.sort === 'note' ? uprightAt(onPage, [whole.x, whole.y]) : onPage;
  const rect = rectOf(matrix, whole);
  const ink = inkColours[one.ink].map((part) => n(part / 255)).join(' ');
  const content = `q ${matrix.map(n).join(' ')} cm\n${shapes.map((shape) => shapeOperators(shape, ink)).join('')}Q\n`;
  const appearance = context.register(
    context.stream(content, {
      ...{ Type: 'XObject', Subtype: 'Form', FormType: 1 },
      BBox: [...rect],
      Resources: { ExtGState: { Veil: { Type: 'ExtGState', ca: 0.3, CA: 0.3 } } },
    }),
  );
  addAnnotation(
    page,
    context.register(
      context.obj({
        ...{ Type: 'Annot', Subtype: names[one.sort], Rect: [...rect], F: 4 },
        C: inkColours[one.ink].map((part) => part / 255),
        T: PDFHexString.fromText(marker),
        NM: PDFString.of(one.id),
        M: PDFString.fromDate(at),
        Contents: PDFHexString.fromText(wordsOf(one)),
        ...(ownParts(one, matrix, context) as object),
        AP: { N: appearance },
      }),
    ),
  );
}

function addAnnotation(page: PDFPage, annotation: PDFRef): void {
  const key = PDFName.of('Annots');
  const known = page.node.lookupMaybe(key, PDFArray);
  if (known) known.push(annotation);
  else page.node.set(key, page.doc.context.obj([annotation]));
}
