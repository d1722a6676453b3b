import { array, boolean, lazy, mixed, number, object, type Schema, string } from 'yup';
import { idSchema } from '../../kernel/ids';
import { type Drawn, inks, type OnPageParts, type PageSort, sortTitles, textSorts } from './drawn';
import { mostPoints } from './thinned';

/** Pages are at most some 5 m long (14,400 points, ISO 32000); what lies outside them cannot be seen. */
const furthest = 20_000;
const away = 'This is drawn too far from the page.';
const coordinate = number().min(-furthest, away).max(furthest, away).required();
const spot = mixed<readonly [number, number]>().test('spot', away, isSpot).required();
const box = object({
  ...{ x: coordinate, y: coordinate },
  width: number().min(0, 'A width is below 0.').max(furthest, away).required(),
  height: number().min(0, 'A height is below 0.').max(furthest, away).required(),
}).noUnknown();
const width = number().min(0.25, 'This line is too thin.').max(40, 'This line is too thick.').required();
const size = number().min(6, 'These letters are too small.').max(96, 'These letters are too large.').required();
const words = string().max(2000, 'Keep what you write on a page under 2,000 characters.').defined();

function isSpot(value: unknown): boolean {
  return (
    Array.isArray(value) &&
    value.length === 2 &&
    value.every((one) => typeof one === 'number' && Math.abs(one) <= furthest)
  );
}

/** A stroke is checked by hand: there may be thousands of points, and a schema for each would take too long. */
const stroke = (within: number) =>
  mixed<OnPageParts['pen']['stroke']>()
    .test('stroke', 'This stroke cannot be read.', (value) => isStroke(value, within))
    .required();
function isStroke(value: unknown, within: number): boolean {
  return (
    Array.isArray(value) &&
    value.length > 0 &&
    value.length <= mostPoints &&
    value.every(
      (point) =>
        Array.isArray(point) &&
        point.length === 3 &&
        point.every((one) => typeof one === 'number' && Number.isFinite(one)) &&
        Math.abs(point[0]) <= within &&
        Math.abs(point[1]) <= within &&
        point[2] >= 0 &&
        point[2] <= 1,
    )
  );
}

type Fields<T> = { readonly [K in keyof T]: Schema };
const fields: { readonly [S in PageSort]: Fields<OnPageParts[S]> } = {
  pen: { stroke: stroke(furthest), width },
  tick: { box },
  cross: { box },
  line: { from: spot, to: spot, width },
  arrow: { from: spot, to: spot, width },
  rectangle: { box, width },
  ellipse: { box, width },
  text: { at: spot, words, size, bold: boolean().required() },
  note: { at: spot, words },
  callout: { box, tip: spot, words, size, lines: array(string().max(2000).defined()).max(500) },
  highlight: { box },
  stamp: { at: spot, words, size },
  signature: { box, strokes: array(stroke(2)).min(1).max(40, 'This signature has too many strokes.').required() },
};

const head = {
  id: idSchema,
  ink: string()
    .oneOf([...inks])
    .required(),
};
const onPage = Object.fromEntries(
  Object.entries(fields).map(([sort, own]) => [
    sort,
    object({
      ...head,
      sort: string().oneOf([sort]).required(),
      file: string()
        .matches(/^[0-9a-f]{64}$/, 'This is not the name of a file.')
        .required(),
      page: number().integer().min(1).max(5000, 'There is no such page.').required(),
      ...own,
    }).noUnknown(),
  ]),
);
const character = number().integer().min(0).max(1_000_000).required();
const onText = object({
  ...head,
  sort: string()
    .oneOf([...textSorts])
    .required(),
  from: character,
  to: character,
  words,
})
  .noUnknown()
  .test('range', 'This range of the text is empty.', ({ from, to }) => to > from);

/** Unknown input as a drawn thing. */
export const drawnSchema = lazy((value: unknown) => {
  const one = (value ?? {}) as { readonly sort?: unknown; readonly from?: unknown };
  if (typeof one.from === 'number') return onText;
  return (
    (typeof one.sort === 'string' && Object.hasOwn(sortTitles, one.sort) && onPage[one.sort]) ||
    mixed().test('sort', 'This is no thing that can be drawn.', () => false)
  );
}) as unknown as Schema<Drawn>;
