import { type Rational, rational, zero } from '../kernel/exact';
import { leftOut } from './left-out';
import type { GradeCategory, GradeScheme } from './scheme';
import { type GradeEntry, type GradeItem, gradeSheet, type MissingRule, wholeFull, wholeItem } from './sheet';

/**
 * The grades of many learners at once, exact and quick: what a trial asks for while somebody types. Shares are kept as
 * two whole numbers; whatever would not fit into a whole number of 53 bits is worked out as `gradeSheet` does it.
 */
export const entryStates = ['points', 'waiting', 'missing', 'due', 'hidden', 'excused'] as const;
export type EntryState = (typeof entryStates)[number];

/** What one learner has for each item, in the order of the items: what was reached, of how much, and its state. */
export type PackedRow = {
  /** Reached and full points, in units that are the same for both; 0 of 0 where there are none. */
  readonly n: readonly number[];
  readonly d: readonly number[];
  /** What it was worth when it was marked, in thousandths: `n / (d / of)` are the points. */
  readonly of: readonly number[];
  readonly states: readonly EntryState[];
  /** The grade that was set by hand, in thousandths of a percent. */
  readonly whole: number | null;
};

/** What a learner has, packed; items are those of the edition in their order. */
export function packed(items: readonly GradeItem[], entries: ReadonlyMap<string, GradeEntry>): PackedRow {
  const [n, d, of, states]: [number[], number[], number[], EntryState[]] = [[], [], [], []];
  for (const { id } of items) {
    const entry = entries.get(id) ?? ({ state: 'missing', isDue: false } as const);
    const hasPoints = entry.state === 'points';
    n.push(hasPoints ? Number(entry.points.n) : 0);
    d.push(hasPoints ? Number(entry.points.d) * entry.of : 0);
    of.push(hasPoints ? entry.of : 0);
    states.push(entry.state === 'missing' && entry.isDue ? 'due' : entry.state);
  }
  const whole = entries.get(wholeItem);
  return { n, d, of, states, whole: whole?.state === 'points' ? Number(whole.points.n) : null };
}

/** The same as entries, as `gradeSheet` takes them: for a sheet that is written out. */
export function unpacked(items: readonly GradeItem[], row: PackedRow): Map<string, GradeEntry> {
  const entries = new Map<string, GradeEntry>();
  for (const [i, { id }] of items.entries()) {
    const state = row.states[i] ?? 'missing';
    if (state === 'points') entries.set(id, { state, points: pointsIn(row, i), of: row.of[i] ?? 0 });
    else if (state === 'missing' || state === 'due') entries.set(id, { state: 'missing', isDue: state === 'due' });
    else if (state === 'excused') entries.set(id, { state, reason: '' });
    else entries.set(id, { state });
  }
  if (row.whole !== null) entries.set(wholeItem, { state: 'points', points: rational(row.whole), of: wholeFull });
  return entries;
}

/** The points somebody has for an item, in thousandths. */
export function pointsIn({ n, d, of }: PackedRow, at: number): Rational {
  const full = of[at] ?? 0;
  return full > 0 ? rational(n[at] ?? 0, (d[at] ?? 0) / full) : zero;
}

/** A grade as two whole numbers, which are exact; big ones where others would not hold it. */
export type Sum = { readonly n: number; readonly d: number } | Rational;
/** A sum as a fraction that can be reckoned with. */
export const fractionOf = ({ n, d }: Sum): Rational => rational(n, d);

const gcd = (a: number, b: number): number => {
  let [x, y] = [a, b];
  while (y > 0) [x, y] = [y, x % y];
  return x;
};
const isSafe = (value: number) => value <= Number.MAX_SAFE_INTEGER;

/** A column as it is summed: `weight × n/of` is `factor × n` parts of the common denominator of its part. */
type Column = {
  readonly at: number;
  readonly weight: number;
  readonly extra: boolean;
  readonly of: number;
  readonly factor: number;
};
type Part = {
  readonly category: GradeCategory | null;
  readonly columns: readonly Column[];
  /** The common denominator of what its items are worth. */
  readonly common: number;
  /** The columns once more as bare numbers, four for each: where it stands, what it is out of, its factor, its weight. */
  readonly bare: Float64Array;
};

function partOf(category: GradeCategory | null, items: readonly Omit<Column, 'factor'>[]): Part {
  const common = items.reduce((all, { of }) => (all / gcd(all, of)) * of, 1);
  const columns = items.map((item) => ({ ...item, factor: item.weight * (common / item.of) }));
  const bare = Float64Array.from(
    columns.flatMap(({ at, of, factor, weight, extra }) => [at, of, factor, extra ? 0 : weight]),
  );
  return { category, common, columns, bare };
}

/** How some items are summed up by a scheme: made ready once, then asked for each learner; null while nothing counts. */
export function summing(
  items: readonly GradeItem[],
  missing: MissingRule,
  scheme: GradeScheme,
): (row: PackedRow) => Sum | null {
  const known = new Set(scheme.categories.map(({ id }) => id));
  const columns = items
    .map(({ id, weight, of }, at) => {
      const { categoryId = null, extra = false } = scheme.placed[id] ?? {};
      return { at, weight, of, extra, place: categoryId !== null && known.has(categoryId) ? categoryId : null };
    })
    .filter(({ weight, of }) => weight > 0 && of > 0);
  const parts = [...scheme.categories, null]
    .map((category) =>
      partOf(
        category,
        columns.filter(({ place }) => place === (category?.id ?? null)),
      ),
    )
    .filter((part) => part.columns.length > 0);
  const slowly = (row: PackedRow) => gradeSheet(items, unpacked(items, row), missing, scheme).grade;
  const canBeQuick = parts.every(
    ({ common, columns: own }) => isSafe(common) && own.every(({ factor }) => isSafe(factor)),
  );
  const only = parts.length === 1 && parts[0]?.category === null ? parts[0] : null;
  return (row) => {
    if (row.whole !== null) return { n: row.whole, d: wholeFull };
    if (!canBeQuick) return slowly(row);
    const sum = only ? (plain(only, row, missing) ?? flat(only, row, missing)) : nested(parts, row, missing);
    if (sum === 'too-large') return slowly(row);
    return sum.d === 0 ? null : sum;
  };
}

/** What is summed up: a fraction, and the weights of what counts without being extra. */
class Total {
  n = 0;
  weights = 0;
  isTooLarge = false;
  constructor(public d: number) {}

  /** Adds `weight × n/d`. */
  add(weight: number, n: number, d: number): void {
    if (d !== this.d) {
      const common = (this.d / gcd(this.d, d)) * d;
      this.n *= common / this.d;
      this.d = common;
    }
    this.n += weight * n * (this.d / d);
    this.isTooLarge ||= !isSafe(this.d) || !isSafe(this.n);
  }
}

/** Adds up some columns of a row: those that count, but for what is left out. */
function summed(part: Part, row: PackedRow, missing: MissingRule, gone: ReadonlySet<Column> | null): Total {
  const { states, n, d } = row;
  const total = new Total(part.common);
  const isZero = missing === 'zero';
  // What is worth what it was when it was marked shares the denominator of the part: nothing is to be extended.
  let quick = 0;
  for (const column of part.columns) {
    const { at, weight, extra, of, factor } = column;
    if (gone?.has(column)) continue;
    if (states[at] === 'points') {
      const own = d[at] as number;
      if (own === of) quick += factor * (n[at] as number);
      else if (own > 0) total.add(weight, n[at] as number, own);
      else continue;
    } else if (!isZero || extra || states[at] !== 'due') continue;
    if (!extra) total.weights += weight;
  }
  total.isTooLarge ||= !isSafe(quick);
  if (total.d === part.common) total.n += quick;
  else total.add(1, quick, part.common);
  total.isTooLarge ||= !isSafe(total.n);
  return total;
}

/** The sum of a row whose points are all of what they are worth now; null where some were of another worth. */
function plain({ bare, common }: Part, { states, n, d }: PackedRow, missing: MissingRule): Sum | null {
  const isZero = missing === 'zero';
  let [sum, weights] = [0, 0];
  for (let i = 0; i < bare.length; i += 4) {
    const at = bare[i] as number;
    const state = states[at];
    if (state === 'points') {
      if (d[at] !== bare[i + 1]) return null;
      sum += (bare[i + 2] as number) * (n[at] as number);
      weights += bare[i + 3] as number;
    } else if (isZero && state === 'due') weights += bare[i + 3] as number;
  }
  const below = common * weights;
  return isSafe(sum) && isSafe(below) ? { n: sum, d: below } : null;
}

function flat(part: Part, row: PackedRow, missing: MissingRule): Sum | 'too-large' {
  const total = summed(part, row, missing, null);
  const below = total.d * total.weights;
  return total.isTooLarge || !isSafe(below) ? 'too-large' : { n: total.n, d: below };
}

/** What of a category does not count for a row; null where the shares are too large to be compared. */
function goneFrom({ category, columns }: Part, row: PackedRow, missing: MissingRule): ReadonlySet<Column> | null {
  if (!category || category.keeps.by === 'all') return new Set();
  let isLarge = false;
  const isThere = ({ at, extra }: Column) =>
    !extra && (row.states[at] === 'points' ? (row.d[at] ?? 0) > 0 : row.states[at] === 'due' && missing === 'zero');
  const share = ({ at }: Column): readonly [number, number] =>
    row.states[at] === 'points' ? [row.n[at] ?? 0, row.d[at] ?? 1] : [0, 1];
  const gone = leftOut(category, columns.filter(isThere), (a, b) => {
    const [[an, ad], [bn, bd]] = [share(a), share(b)];
    const [left, right] = [an * bd, bn * ad];
    isLarge ||= !isSafe(left) || !isSafe(right);
    return left - right;
  });
  return isLarge ? null : gone;
}

function nested(parts: readonly Part[], row: PackedRow, missing: MissingRule): Sum | 'too-large' {
  const total = new Total(1);
  for (const part of parts) {
    const gone = goneFrom(part, row, missing);
    if (!gone) return 'too-large';
    const inner = summed(part, row, missing, gone.size > 0 ? gone : null);
    if (inner.isTooLarge) return 'too-large';
    if (part.category === null) {
      total.weights += inner.weights;
      total.add(1, inner.n, inner.d);
    } else if (inner.weights > 0) {
      const weight = part.category.weight ?? inner.weights;
      const below = inner.d * inner.weights;
      if (!isSafe(below)) return 'too-large';
      total.weights += weight;
      total.add(weight, inner.n, below);
    }
    if (total.isTooLarge) return 'too-large';
  }
  const below = total.d * total.weights;
  return isSafe(below) ? { n: total.n, d: below } : 'too-large';
}
