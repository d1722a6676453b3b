import { array, boolean, lazy, number, object, type Schema, string } from 'yup';
import { compare, multiply, type Rational, rational, roundHalfUp, toFixed } from '../kernel/exact';
import { idSchema } from '../kernel/ids';
import { line } from '../kernel/line';

/**
 * How a course comes from points to a grade: items stand in categories or alone, some of a category may be left out,
 * some items give extra, and the result is rounded by a stated rule and told in a scale. A course that says nothing
 * takes the mean of all by weight, in percent with one decimal.
 */
export type GradeScheme = {
  readonly categories: readonly GradeCategory[];
  /** Where items stand, and which of them give extra; an item that is not named stands alone. */
  readonly placed: { readonly [itemId: string]: Placed };
  /** Items that belong to no lesson: points are given by hand. */
  readonly own: readonly OwnItem[];
  readonly scale: Scale;
  readonly rounding: Rounding;
};
export type GradeCategory = {
  readonly id: string;
  readonly title: string;
  /** In relation to the other weights; null: what its items weigh together. */
  readonly weight: number | null;
  readonly keeps: KeepRule;
};
/** Which results of a category count: all, all but the lowest, or the best alone. At least one always does. */
export type KeepRule =
  | { readonly by: 'all' }
  | { readonly by: 'drop-lowest'; readonly count: number }
  | { readonly by: 'keep-best'; readonly count: number };
export type Placed = { readonly categoryId: string | null; readonly extra: boolean };
export type OwnItem = {
  readonly id: string;
  readonly title: string;
  readonly weight: number;
  /** Full points in thousandths. */
  readonly of: number;
};

/** A band reaches from its border up to the next one. `from`: hundredths of a percent. */
export type Band = { readonly name: string; readonly from: number; readonly passes: boolean };
export type Scale = { readonly by: 'percent' } | { readonly by: 'bands'; readonly bands: readonly Band[] };

export const roundingWays = ['half-up', 'half-even', 'down', 'up'] as const;
export type Rounding = {
  readonly decimals: 0 | 1 | 2;
  readonly way: (typeof roundingWays)[number];
  /** Whether borders (of a scale, of a pass mark) are compared with what is rounded, or with what is exact. */
  readonly before: boolean;
};

export const usualScheme: GradeScheme = {
  ...{ categories: [], placed: {}, own: [], scale: { by: 'percent' } },
  rounding: { decimals: 1, way: 'half-up', before: false },
};

const title = (what: string) =>
  line(120, `Keep the name of a ${what} under 120 characters.`, `Give the ${what} a name.`);
const weight = number().integer('A weight is a whole number.').min(0, 'A weight is at least 0.').max(1_000_000);
const count = number().integer().min(1, 'Leave out or keep at least one.').max(100).required();
const keepSchema = lazy((value: unknown) =>
  (value as { by?: unknown } | null)?.by === 'all'
    ? object({ by: string().oneOf(['all']).required() }).noUnknown()
    : object({ by: string().oneOf(['drop-lowest', 'keep-best']).required(), count }).noUnknown(),
) as unknown as Schema<KeepRule>;
const bands = array()
  .of(
    object({
      name: title('band'),
      from: number()
        .integer()
        .min(0, 'A border is at least 0 %.')
        .max(100_000, 'A border is at most 1,000 %.')
        .required(),
      passes: boolean().required(),
    })
      .noUnknown()
      .required(),
  )
  .min(2, 'A scale has at least two bands.')
  .max(40, 'A scale has at most 40 bands.')
  .required()
  .test(
    'bands',
    ({ value }) => scaleFault(value) ?? '',
    (value) => scaleFault(value) === null,
  );
const scaleSchema = lazy((value: unknown) =>
  (value as { by?: unknown } | null)?.by === 'bands'
    ? object({ by: string().oneOf(['bands']).required(), bands }).noUnknown()
    : object({ by: string().oneOf(['percent']).required() }).noUnknown(),
) as unknown as Schema<Scale>;

const placedSchema = lazy((value: unknown) =>
  object(
    Object.fromEntries(
      Object.keys((value ?? {}) as object)
        .slice(0, 2000)
        .map((id) => [
          id,
          object({ categoryId: idSchema.nullable().defined(), extra: boolean().required() }).noUnknown(),
        ]),
    ),
  ).noUnknown(),
) as unknown as Schema<GradeScheme['placed']>;

export const schemeSchema = object({
  categories: array()
    .of(
      object({ id: idSchema, title: title('category'), weight: weight.nullable().defined(), keeps: keepSchema })
        .noUnknown()
        .required(),
    )
    .max(40, 'A course has at most 40 categories.')
    .defined(),
  placed: placedSchema,
  own: array()
    .of(
      object({
        ...{ id: idSchema, title: title('column') },
        weight: weight.required(),
        of: number().integer().min(1, 'A column is worth some points.').max(1_000_000_000).required(),
      })
        .noUnknown()
        .required(),
    )
    .max(40, 'A course has at most 40 columns of its own.')
    .defined(),
  scale: scaleSchema,
  rounding: object({
    decimals: number().oneOf([0, 1, 2]).required(),
    way: string()
      .oneOf([...roundingWays])
      .required(),
    before: boolean().required(),
  })
    .noUnknown()
    .required(),
}).noUnknown() as unknown as Schema<GradeScheme>;

/** What does not work about the bands of a scale, as a sentence; null where every grade falls into one. */
export function scaleFault(given: unknown): string | null {
  const all = Array.isArray(given) ? (given as readonly Band[]) : [];
  const sorted = all.toSorted((a, b) => a.from - b.from);
  if (sorted[0] && sorted[0].from > 0)
    return `The scale has a gap: nothing says what a grade below ${sorted[0].from / 100} % is. Let the lowest band begin at 0 %.`;
  const twice = sorted.find(({ from }, i) => sorted[i + 1]?.from === from);
  if (twice) return `Two bands begin at ${twice.from / 100} %.`;
  const back = sorted.find(({ passes }, i) => passes && sorted[i + 1] && !sorted[i + 1]?.passes);
  return back ? `The band "${back.name}" passes and a higher band does not.` : null;
}

const ten = (decimals: number) => 10n ** BigInt(decimals);

/** A share (0 to 1) as a percentage rounded by a rule; exact. */
export function roundedPercent(share: Rational, { decimals, way }: Rounding): Rational {
  const { n, d } = multiply(share, rational(100n * ten(decimals)));
  const whole = n / d - (n < 0n && n % d !== 0n ? 1n : 0n);
  const rest = n - whole * d;
  const ways: { readonly [W in Rounding['way']]: () => bigint } = {
    'half-up': () => roundHalfUp(rational(n, d)),
    'half-even': () => {
      if (2n * rest !== d) return roundHalfUp(rational(n, d));
      return whole % 2n === 0n ? whole : whole + 1n;
    },
    down: () => whole,
    up: () => (rest === 0n ? whole : whole + 1n),
  };
  return rational(ways[way](), ten(decimals));
}

/** What borders are compared with: the share as it is, or as it is rounded. */
export const comparedShare = (share: Rational, rounding: Rounding): Rational =>
  rounding.before ? multiply(roundedPercent(share, rounding), rational(1, 100)) : share;

/** The band a share falls into; null where grades are told in percent. */
export function bandOf(share: Rational, { scale, rounding }: GradeScheme): Band | null {
  if (scale.by === 'percent') return null;
  const compared = comparedShare(share, rounding);
  return scale.bands
    .filter(({ from }) => compare(compared, rational(from, 10_000)) >= 0)
    .reduce<Band | null>((best, band) => (best === null || band.from > best.from ? band : best), null);
}

/** A grade as it is told: `70.4 %`, or with its band `B (70.4 %)`. */
export function gradeInWords(share: Rational | null, scheme: GradeScheme): string {
  if (share === null) return '–';
  const { decimals } = scheme.rounding;
  const percent = `${toFixed(roundedPercent(share, scheme.rounding), decimals)} %`;
  const band = bandOf(share, scheme);
  return band ? `${band.name} (${percent})` : percent;
}

/** Scales to begin with. */
export const scalesToBeginWith: readonly { readonly title: string; readonly bands: readonly Band[] }[] = [
  {
    title: 'Pass or fail',
    bands: [
      { name: 'passed', from: 5000, passes: true },
      { name: 'not passed', from: 0, passes: false },
    ],
  },
  {
    title: 'Letters',
    bands: [
      ...[
        ['A', 9000],
        ['B', 7500],
        ['C', 6000],
        ['D', 5000],
      ].map(([name, from]) => ({ name: String(name), from: Number(from), passes: true })),
      { name: 'F', from: 0, passes: false },
    ],
  },
  {
    title: 'One to six, one the best',
    bands: [
      ...[
        ['1', 9200],
        ['2', 8100],
        ['3', 6700],
        ['4', 5000],
      ].map(([name, from]) => ({ name: String(name), from: Number(from), passes: true })),
      { name: '5', from: 3000, passes: false },
      { name: '6', from: 0, passes: false },
    ],
  },
];
