import { array, boolean, lazy, mixed, number, object, type Schema, string } from 'yup';
import { idSchema } from '../kernel/ids';
import { line } from '../kernel/line';
import {
  type Design,
  dashes,
  dateForms,
  designVersion,
  faces,
  fields,
  gradeForms,
  heights,
  papers,
  type Sort,
  shapes,
  sides,
  type Thing,
  type ThingParts,
  weights,
  wraps,
} from './design';

export const mostThings = 200;
const oneOf = (values: readonly string[] | object) =>
  string()
    .oneOf(Array.isArray(values) ? values : Object.keys(values))
    .required();
const colour = string()
  .matches(/^#[0-9a-f]{6}$/, 'Give a colour as six hexadecimal digits.')
  .required('Give a colour.');
const mm = (least: number, most: number, sentence: string) =>
  number().typeError(sentence).min(least, sentence).max(most, sentence).required(sentence);
const away = 'This lies too far from the page.';
const box = object({
  x: mm(-1000, 1000, away),
  y: mm(-1000, 1000, away),
  width: mm(0.5, 1000, 'Make it at least 0.5 mm wide, and at most 1 m.'),
  height: mm(0.5, 1000, 'Make it at least 0.5 mm high, and at most 1 m.'),
}).noUnknown();
const size = number()
  .typeError('Give a size in points.')
  .min(4, 'At least 4 pt.')
  .max(300, 'At most 300 pt.')
  .required('Give a size in points.');
const thick = number()
  .typeError('Give a width in points.')
  .min(0, 'At least 0 pt.')
  .max(60, 'At most 60 pt.')
  .required();

const part = lazy((value: unknown) => {
  const given = (value ?? {}) as { readonly field?: unknown };
  if (given.field === undefined)
    return object({ words: string().max(2000, 'Keep a line under 2,000 characters.').defined() }).noUnknown();
  if (given.field === 'date' || given.field === 'expires')
    return object({
      field: string().required(),
      form: oneOf(dateForms),
      language: string()
        .matches(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'This language is not known.')
        .nullable()
        .defined(),
    }).noUnknown();
  if (given.field === 'grade') return object({ field: string().required(), form: oneOf(gradeForms) }).noUnknown();
  if (given.field === 'own')
    return object({
      field: string().required(),
      name: line(60, 'Keep the name under 60 characters.', 'Give your own words a name.'),
    }).noUnknown();
  return object({ field: oneOf(fields) }).noUnknown();
});

const picture = {
  hash: string()
    .matches(/^[0-9a-f]{64}$/, 'This picture is not there.')
    .required(),
  type: oneOf(['image/png', 'image/jpeg']),
  pixels: object({
    width: number().integer().min(1).max(30_000).required(),
    height: number().integer().min(1).max(30_000).required(),
  }).noUnknown(),
  fit: oneOf(['inside', 'cover']),
};
const stroke = mixed<ThingParts['signature']['strokes'][number]>()
  .test('stroke', 'This signature cannot be read.', isStroke)
  .required();
function isStroke(value: unknown): boolean {
  return (
    Array.isArray(value) &&
    value.length > 0 &&
    value.length <= 3000 &&
    value.every(
      (point) =>
        Array.isArray(point) &&
        point.length === 3 &&
        point.every((one) => typeof one === 'number' && one >= -0.5 && one <= 1.5),
    )
  );
}

type Fields<T> = { readonly [K in keyof T]: Schema };
const parts: { readonly [S in Sort]: Fields<ThingParts[S]> } = {
  text: {
    lines: array()
      .of(array().of(part).max(40, 'Keep a line to 40 parts.').required())
      .max(40, 'Keep a text to 40 lines.')
      .test('letters', 'Keep a text under 4,000 characters.', (lines) => lettersIn(lines) <= 4000)
      .required(),
    ...{ face: oneOf(faces), weight: oneOf(weights), colour, size },
    smallest: size.test('smallest', 'Not above the largest size.', function (value) {
      const largest = (this.parent as { size?: number }).size;
      return largest === undefined || value === undefined || value <= largest;
    }),
    ...{ align: oneOf(sides), stands: oneOf(heights), wrap: oneOf(wraps) },
    spacing: number().integer().min(-100, 'At least −100.').max(1000, 'At most 1,000.').required(),
    leading: number().min(0.6, 'At least 0.6.').max(4, 'At most 4.').required(),
  },
  picture,
  signature: {
    strokes: array().of(stroke).min(1).max(60).required(),
    ratio: number().min(0.05).max(50).required(),
    colour,
  },
  rule: { colour, line: thick, dash: oneOf(dashes) },
  frame: {
    colour,
    line: thick,
    gap: mm(0, 50, 'A gap of 0 to 50 mm.'),
    corner: mm(0, 200, 'A corner of 0 to 200 mm.'),
  },
  shape: { shape: oneOf(shapes), fill: colour.nullable().defined(), stroke: colour.nullable().defined(), line: thick },
  code: { colour },
};

const thing = lazy((value: unknown) => {
  const sort = (value as { readonly sort?: unknown } | null)?.sort;
  const own = parts[sort as Sort] as Fields<object> | undefined;
  return object({
    ...{ id: idSchema, sort: oneOf(parts), box },
    title: string().max(80, 'Keep the title under 80 characters.').defined(),
    ...{ locked: boolean().required(), hidden: boolean().required() },
    shownIf: string()
      .test('field', 'This field is not known.', (value) => value === null || value === undefined || value in fields)
      .nullable()
      .defined(),
    ...own,
  }).noUnknown();
}) as unknown as Schema<Thing>;

/** How many letters stand in some lines, whatever else they are. */
function lettersIn(lines: readonly unknown[] | undefined): number {
  const parts = (lines ?? []).flatMap((line) => (Array.isArray(line) ? (line as unknown[]) : []));
  const words = parts.map((part) => (part as { readonly words?: unknown } | null)?.words);
  return words.reduce((sum: number, one) => sum + (typeof one === 'string' ? one.length : 0), 0);
}

/** Whether no id is there twice; what is no thing at all is told by its own schema. */
function isOnce(things: readonly unknown[] | undefined): boolean {
  const ids = (things ?? []).map((one) => (one as { readonly id?: unknown } | null)?.id);
  return new Set(ids).size === ids.length;
}

export const designSchema = object({
  version: number().oneOf([designVersion]).required(),
  paper: oneOf(papers),
  ground: colour,
  background: object(picture).noUnknown().nullable().default(undefined).defined(),
  things: array()
    .of(thing)
    .max(mostThings, `A page holds at most ${mostThings} things.`)
    .test('once', 'A thing is there twice.', isOnce)
    .required(),
}).noUnknown() as unknown as Schema<Design>;
