import { array, boolean, object, string } from 'yup';
import { compare, rational, zero } from '../../../kernel/exact';
import { fail, ok } from '../../../kernel/problem';
import { counted } from '../../../kernel/words';
import { type QuestionPicture, questionPictureSchema } from '../../question-media';
import { haveOnly, onlyLine, type PartLine, partLine } from '../as-lines';
import { keyOf } from '../key';
import type { Kind } from '../kind';
import { type Area, areaSchema, holds, type Point, pointSchema } from './area';

export type PlaceBody = {
  /** Null until one is chosen. */
  readonly picture: QuestionPicture | null;
  readonly areas: readonly Area[];
  /** Whether learners may choose areas by their names instead: the same without seeing or pointing. */
  readonly named: boolean;
};
/** Points on the picture, and areas chosen by their names. */
export type PlaceAnswer = { readonly points: readonly Point[]; readonly areas: readonly string[] };
export type PlaceShown = {
  readonly picture: QuestionPicture | null;
  /** How many places are to be marked. */
  readonly most: number;
  /** The areas by name, in an order that tells nothing; empty where they are not offered. */
  readonly names: readonly { readonly id: string; readonly name: string }[];
};

const mostAreas = 30;

const picture: QuestionPicture = { mediaId: '0190c0de-0000-7000-8000-0000000000aa', alt: 'A river from above' };
const area = (id: string, x: number, right: boolean): Area => ({
  ...{ id, name: `Area ${id}`, right, shape: 'box' as const },
  ...{ x, y: 100, width: 100, height: 100 },
});
const example: PlaceBody = {
  picture,
  areas: [area('a', 0, true), area('b', 200, true), area('c', 400, false)],
  named: true,
};
const points = (...xs: readonly number[]): PlaceAnswer => ({ points: xs.map((x) => ({ x, y: 150 })), areas: [] });
const chosen = (...areas: readonly string[]): PlaceAnswer => ({ points: [], areas });

const rights = ({ areas }: PlaceBody) => areas.filter(({ right }) => right);

/**
 * The share of the right areas that are marked, less one part for each mark that is in none of them; each area counts
 * once, and the share is never below nothing.
 */
function share(body: PlaceBody, answer: PlaceAnswer) {
  const right = rights(body);
  if (right.length === 0) return zero;
  const hit = new Set<string>();
  let misses = 0;
  const mark = (found: Area | undefined) => {
    if (found) hit.add(found.id);
    else misses += 1;
  };
  // A point in two areas marks the one that is not marked yet.
  for (const point of answer.points) {
    const holding = right.filter((one) => holds(one, point));
    mark(holding.find(({ id }) => !hit.has(id)) ?? holding[0]);
  }
  for (const id of answer.areas) mark(right.find((one) => one.id === id));
  const earned = rational(hit.size - misses, right.length);
  return compare(earned, zero) > 0 ? earned : zero;
}

const inTenths = (value: number) => String(value / 10);
const written = /^(.*)=\s*([\d.]{1,5}) ([\d.]{1,5}) ([\d.]{1,5}) ([\d.]{1,5})( round)?$/su;
const hidden = 'hidden';

/** A line for each area: its name, and where it is in percent of the picture, which stays behind. */
const areaLines = ({ areas, named }: PlaceBody): PartLine[] => [
  ...areas.map(({ name, right, shape, x, y, width, height }) =>
    partLine(
      right ? 'area' : 'other area',
      `${name} = ${[x, y, width, height].map(inTenths).join(' ')}${shape === 'ellipse' ? ' round' : ''}`,
    ),
  ),
  ...(named ? [] : [partLine('names', hidden)]),
];

function linesIn(lines: readonly PartLine[], id: (part: number) => string): PlaceBody | null {
  const names = onlyLine(lines, 'names');
  if (!haveOnly(lines, 'area', 'other area', 'names') || (names !== undefined && names !== hidden)) return null;
  const areas: Area[] = [];
  for (const { mark, words } of lines.filter((line) => line.mark !== 'names')) {
    const found = written.exec(words);
    if (!found) return null;
    const [x = 0, y = 0, width = 0, height = 0] = found.slice(2, 6).map((tenths) => Math.round(Number(tenths) * 10));
    const shape = found[6] ? 'ellipse' : 'box';
    const name = found[1]?.trim() ?? '';
    areas.push({ id: id(areas.length), name, right: mark === 'area', shape, x, y, width, height });
  }
  return { picture: null, areas, named: names === undefined };
}

const nameOf = (body: PlaceBody, id: string) => body.areas.find((one) => one.id === id)?.name ?? '';

/** Where points lie, in the names of the areas that hold them. */
const whereText = (body: PlaceBody, point: Point) =>
  body.areas.find((one) => holds(one, point))?.name || `${point.x / 10} %, ${point.y / 10} %`;

/** Place on a picture: what is asked for is marked on it, or chosen by the names of its areas. */
export const place: Kind<PlaceBody, PlaceAnswer, PlaceShown> = {
  title: 'Place on a picture',
  body: object({
    picture: questionPictureSchema.nullable().defined(),
    areas: array().of(areaSchema).max(mostAreas, `Draw at most ${mostAreas} areas.`).required(),
    named: boolean().required(),
  }).noUnknown(),
  answer: object({
    points: array().of(pointSchema).max(mostAreas, `Mark at most ${mostAreas} places.`).required(),
    areas: array().of(string().max(40).required()).max(mostAreas, `Choose at most ${mostAreas} areas.`).required(),
  }).noUnknown(),
  begin: () => ({ picture: null, areas: [], named: true }),
  shown: (body) => ({
    picture: body.picture,
    most: rights(body).length,
    names: body.named
      ? body.areas.map(({ id, name }) => ({ id, name })).toSorted((a, b) => a.name.localeCompare(b.name, 'en'))
      : [],
  }),
  isGiven: ({ points: marked, areas }) => marked.length + areas.length > 0,
  fits: (body, { points: marked, areas }) => {
    const most = rights(body).length;
    if (marked.length + areas.length > most) return fail('invalid', `Mark at most ${counted(most, 'place')} here.`);
    if (areas.length > 0 && !body.named) return fail('invalid', 'Mark it on the picture.');
    return areas.every((id) => body.areas.some((one) => one.id === id)) && new Set(areas).size === areas.length
      ? ok(null)
      : fail('invalid', 'This area is not part of the question.');
  },
  share,
  key: (body, { points: marked, areas }) =>
    keyOf([...marked.map((point) => whereText(body, point)), ...areas.map((id) => nameOf(body, id))].sort()),
  answerText: (body, { points: marked, areas }) =>
    [...marked.map((point) => whereText(body, point)), ...areas.map((id) => nameOf(body, id))].join('; '),
  rightText: (body) =>
    rights(body)
      .map(({ name }) => name)
      .join('; '),
  bodyText: (body) =>
    body.areas.map(({ name, right }) => `${right ? '✓' : '·'} ${name || 'without a name'}`).join('\n') || 'no areas',
  lines: { read: linesIn, write: areaLines },
  instruction: 'Each place that is right earns its part; each that is not takes one away again.',
  minutes: 1.5,
  rules: [
    {
      id: 'question-place-picture',
      level: 'settle',
      reason: 'Without a picture nothing can be marked on it.',
      remedy: 'Choose a picture.',
      check: ({ picture: own }, name) => own === null && { sentence: `${name} has no picture.` },
    },
    {
      id: 'question-place-right',
      level: 'settle',
      reason: 'Without a right area every place is wrong.',
      remedy: 'Draw an area and mark it right.',
      check: (body, name) => rights(body).length === 0 && { sentence: `${name} has no right area.` },
    },
    {
      id: 'question-place-names',
      level: 'settle',
      reason: 'An area is told, and chosen without seeing the picture, by its name.',
      remedy: 'Give each area a name of its own.',
      check: ({ areas }, name) => {
        const names = areas.map((one) => one.name.normalize('NFC').trim());
        return (
          (names.some((one) => one === '') || new Set(names).size < names.length) && {
            sentence: `${name} has areas without a name of their own.`,
          }
        );
      },
    },
    {
      id: 'question-place-given-away',
      level: 'look',
      reason: 'Where only right areas have names, whoever chooses by name cannot be wrong.',
      remedy: 'Draw areas that are wrong as well.',
      check: (body, name) =>
        body.named &&
        rights(body).length > 0 &&
        body.areas.every(({ right }) => right) && { sentence: `${name} offers no area that is wrong.` },
    },
  ],
  examples: [
    { name: 'both places', body: example, answer: points(50, 250), share: '1/1' },
    { name: 'on the edges', body: example, answer: points(0, 300), share: '1/1' },
    { name: 'one place', body: example, answer: points(50), share: '1/2' },
    { name: 'one place twice', body: example, answer: points(50, 60), share: '1/2' },
    { name: 'one place, and one that is wrong', body: example, answer: points(50, 450), share: '0/1' },
    { name: 'beside everything', body: example, answer: points(900), share: '0/1' },
    { name: 'by name', body: example, answer: chosen('a', 'b'), share: '1/1' },
    { name: 'by name, one wrong', body: example, answer: chosen('a', 'c'), share: '0/1' },
    { name: 'one of each', body: example, answer: { points: [{ x: 50, y: 150 }], areas: ['b'] }, share: '1/1' },
    { name: 'nothing marked', body: example, answer: points(), share: null },
  ],
};
