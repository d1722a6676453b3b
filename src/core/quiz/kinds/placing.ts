import { array, object, string } from 'yup';
import { rational, zero } from '../../kernel/exact';
import { fail, ok } from '../../kernel/problem';
import { keyOf } from './key';
import type { Kind } from './kind';

/**
 * What matching and grouping have in common: rows, each of which is given one of some places. They differ in how rows
 * and places are made.
 */
export type PlacedAnswer = { readonly placed: readonly { readonly row: string; readonly place: string }[] };
export type ShownPlacing = {
  readonly rows: readonly { readonly id: string; readonly text: string }[];
  readonly places: readonly { readonly id: string; readonly text: string }[];
};
/** What a body of such a kind comes to. `right`: the place a row belongs to. */
type Placing = {
  readonly rows: readonly { readonly id: string; readonly text: string; readonly right: string }[];
  readonly places: ShownPlacing['places'];
};

export const mostRows = 30;
const id = string().max(40).required();

type Common = 'answer' | 'shown' | 'isGiven' | 'fits' | 'key' | 'share' | 'answerText' | 'rightText';

/** Everything that follows from rows and places: each row in its place earns its share. */
export function placing<Body>(
  placingOf: (body: Body) => Placing,
): Pick<Kind<Body, PlacedAnswer, ShownPlacing>, Common> {
  const textOf = ({ rows, places }: Placing, placeOf: (row: Placing['rows'][number]) => string | undefined) =>
    rows
      .map((row) => `${row.text}: ${places.find((place) => place.id === placeOf(row))?.text ?? 'left open'}`)
      .join('; ');
  return {
    answer: object({
      placed: array()
        .of(object({ row: id, place: string().max(200).required() }).noUnknown())
        .max(mostRows, `Place at most ${mostRows}.`)
        .required(),
    }).noUnknown(),
    shown: (body) => {
      const { rows, places } = placingOf(body);
      return { rows: rows.map(({ id: own, text }) => ({ id: own, text })), places };
    },
    isGiven: ({ placed }) => placed.length > 0,
    fits: (body, { placed }) => {
      const { rows, places } = placingOf(body);
      const isThere = placed.every(
        (one) => rows.some((row) => row.id === one.row) && places.some((place) => place.id === one.place),
      );
      if (!isThere) return fail('invalid', 'This is not part of the question.');
      return new Set(placed.map(({ row }) => row)).size === placed.length
        ? ok(null)
        : fail('invalid', 'Give each one place.');
    },
    share: (body, { placed }) => {
      const { rows } = placingOf(body);
      const hits = rows.filter((row) => placed.some((one) => one.row === row.id && one.place === row.right)).length;
      return rows.length === 0 ? zero : rational(hits, rows.length);
    },
    key: (_body, { placed }) => keyOf(placed.map(({ row, place }) => keyOf([row, place])).sort()),
    answerText: (body, { placed }) => textOf(placingOf(body), (row) => placed.find((one) => one.row === row.id)?.place),
    rightText: (body) => textOf(placingOf(body), (row) => row.right),
  };
}
