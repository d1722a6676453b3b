import { type Rational, rational, zero } from '../kernel/exact';
import { leftOut } from './left-out';
import type { GradeScheme } from './scheme';
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

/** A grade as two whole numbers; `d` is 0 while nothing counts. */
export type Sum = { n: number; d: number };

const gcd = (a: number, b: number): number => {
  let [x, y] = [Math.abs(a), b];
  while (y > 0) [x, y] = [y, x % y];
  return x;
};

/** Adds `weight × n/d` to a sum; false where the result is no whole number of 53 bits any more. */
function addTo(total: Sum, weight: number, n: number, d: number): boolean {
  if (d !== total.d) {
    const common = (total.d / gcd(total.d, d)) * d;
    total.n *= common / total.d;
    total.d = common;
  }
  total.n += weight * n * (total.d / d);
  return total.d <= Number.MAX_SAFE_INTEGER && Math.abs(total.n) <= Number.MAX_SAFE_INTEGER;
}

type Column = { readonly at: number; readonly weight: number; readonly extra: boolean; readonly full: number };
type Part = {
  readonly weight: number | null;
  readonly columns: readonly Column[];
  readonly category: GradeScheme['categories'][number] | null;
};

/** How some items are summed up by a scheme: made ready once, then asked for each learner. */
export function summing(
  items: readonly GradeItem[],
  missing: MissingRule,
  scheme: GradeScheme,
): (row: PackedRow) => Rational | null {
  const columns = items.map((item, at) => ({
    ...{ at, weight: item.weight, full: item.of },
    extra: scheme.placed[item.id]?.extra ?? false,
    categoryId: scheme.placed[item.id]?.categoryId ?? null,
  }));
  const counting = columns.filter(({ weight, full }) => weight > 0 && full > 0);
  const known = new Set(scheme.categories.map(({ id }) => id));
  const parts: readonly Part[] = [
    ...scheme.categories.map((category) => ({
      ...{ category, weight: category.weight },
      columns: counting.filter(({ categoryId }) => categoryId === category.id),
    })),
    {
      ...{ category: null, weight: null },
      columns: counting.filter(({ categoryId }) => categoryId === null || !known.has(categoryId)),
    },
  ].filter((part) => part.columns.length > 0);
  const slowly = (row: PackedRow) => gradeSheet(items, unpacked(items, row), missing, scheme).grade;
  // All items in one sum: what most courses have, and what is quickest.
  const [only] = parts;
  const isFlat = parts.length === 1 && only?.category === null;
  return (row) => {
    if (row.whole !== null) return rational(row.whole, wholeFull);
    const sum = isFlat && only ? flat(only.columns, row, missing) : nested(parts, row, missing);
    if (sum === 'too-large') return slowly(row);
    return sum.d === 0 ? null : rational(sum.n, sum.d);
  };
}

/** Whether an item has a share for a learner, which may be nothing of it. */
const isCounted = (state: EntryState | undefined, d: number, extra: boolean, missing: MissingRule): boolean =>
  state === 'points' ? d > 0 : state === 'due' && missing === 'zero' && !extra;

function flat(columns: readonly Column[], row: PackedRow, missing: MissingRule): Sum | 'too-large' {
  const total: Sum = { n: 0, d: 1 };
  let weights = 0;
  for (const { at, weight, extra } of columns) {
    const state = row.states[at];
    const d = row.d[at] ?? 0;
    if (!isCounted(state, d, extra, missing)) continue;
    if (!extra) weights += weight;
    if (state === 'points' && !addTo(total, weight, row.n[at] ?? 0, d)) return 'too-large';
  }
  const below = total.d * weights;
  return below <= Number.MAX_SAFE_INTEGER ? { n: total.n, d: below } : 'too-large';
}

function nested(parts: readonly Part[], row: PackedRow, missing: MissingRule): Sum | 'too-large' {
  const total: Sum = { n: 0, d: 1 };
  let weights = 0;
  for (const { category, weight: own, columns } of parts) {
    const counted = columns.filter(({ at, extra }) => isCounted(row.states[at], row.d[at] ?? 0, extra, missing));
    const share = ({ at }: Column): readonly [number, number] =>
      row.states[at] === 'points' ? [row.n[at] ?? 0, row.d[at] ?? 1] : [0, 1];
    let isLarge = false;
    const gone = category
      ? leftOut(
          category,
          counted.filter(({ extra }) => !extra),
          (a, b) => {
            const [[an, ad], [bn, bd]] = [share(a), share(b)];
            const [left, right] = [an * bd, bn * ad];
            isLarge ||= Math.max(left, right) > Number.MAX_SAFE_INTEGER;
            return left - right;
          },
        )
      : null;
    const inner: Sum = { n: 0, d: 1 };
    let inside = 0;
    for (const column of counted) {
      if (gone?.has(column)) continue;
      if (!column.extra) inside += column.weight;
      const [n, d] = share(column);
      if (!addTo(inner, column.weight, n, d)) return 'too-large';
    }
    if (isLarge) return 'too-large';
    if (category === null) {
      weights += inside;
      if (!addTo(total, 1, inner.n, inner.d)) return 'too-large';
    } else if (inside > 0) {
      const weight = own ?? inside;
      weights += weight;
      const below = inner.d * inside;
      if (below > Number.MAX_SAFE_INTEGER || !addTo(total, weight, inner.n, below)) return 'too-large';
    }
  }
  const below = total.d * weights;
  return below <= Number.MAX_SAFE_INTEGER ? { n: total.n, d: below } : 'too-large';
}
