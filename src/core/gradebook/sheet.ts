import {
  add,
  compare,
  divide,
  multiply,
  one,
  type Rational,
  rational,
  sum,
  thousandths,
  toFixed,
  toShort,
  zero,
} from '../kernel/exact';
import { leftOut } from './left-out';
import {
  type Band,
  bandOf,
  comparedShare,
  type GradeCategory,
  type GradeScheme,
  gradeInWords,
  usualScheme,
} from './scheme';

/** Something that counts towards the course grade. */
export type GradeItem = {
  readonly id: string;
  readonly title: string;
  /** In relation to the other weights; a whole number, at least 0. */
  readonly weight: number;
  /** Full points in thousandths. */
  readonly of: number;
};

/** The course grade where somebody has set it by hand: as a decision about this item, in thousandths of a percent. */
export const wholeItem = '00000000-0000-8000-8000-000000000000';
export const wholeFull = 100_000;

/**
 * What a learner has for an item. Points are exact thousandths out of `of`: what the item was worth when it was
 * marked, whatever an edition since has made of it. Missing work is due once its day has come, or once the
 * course has ended for its learner.
 */
export type GradeEntry =
  | { readonly state: 'points'; readonly points: Rational; readonly of: number; readonly byHand?: string }
  | { readonly state: 'waiting' }
  | { readonly state: 'missing'; readonly isDue: boolean }
  /** There is a result, and its learner is not shown it. */
  | { readonly state: 'hidden' }
  | { readonly state: 'excused'; readonly reason: string };

/** What work that is due and not there counts as: nothing at all, or zero points. */
export type MissingRule = 'left-out' | 'zero';

export type SheetLine = {
  readonly item: GradeItem;
  readonly entry: GradeEntry;
  /** Share of the item's points, 0 to 1; null when there is nothing that could count. */
  readonly share: Rational | null;
  /** Whether it has a share and its category leaves it out. */
  readonly isLeftOut: boolean;
  readonly isExtra: boolean;
  readonly why: string;
};
/** The items of a category with what they come to; `category` is null for those that stand alone. */
export type SheetPart = {
  readonly category: GradeCategory | null;
  readonly lines: readonly SheetLine[];
  /** 0 to 1, more with extra; null while nothing counts. Of those that stand alone each counts for itself. */
  readonly share: Rational | null;
  /** What it weighs in the grade of this learner. */
  readonly weight: number;
};
export type Sheet = {
  readonly lines: readonly SheetLine[];
  readonly parts: readonly SheetPart[];
  /** 0 to 1, exact; null while nothing counts. What was set by hand stands before what was worked out. */
  readonly grade: Rational | null;
  /** In the scale of the course, rounded once by its rule: `70.4 %`, `B (70.4 %)`. */
  readonly gradeText: string;
  readonly band: Band | null;
  /** Why the grade is not the sum; null where it is. */
  readonly byHand: string | null;
};

function lineOf(item: GradeItem, entry: GradeEntry, missing: MissingRule): SheetLine {
  const line = { item, entry, isLeftOut: false, isExtra: false };
  const out = (why: string): SheetLine => ({ ...line, share: null, why });
  if (item.weight <= 0) return out('weight 0: not part of the grade');
  if (item.of <= 0) return out('worth 0 points: not part of the grade');
  switch (entry.state) {
    case 'excused':
      return out('excused');
    case 'waiting':
      return out('handed in, waits to be marked');
    case 'hidden':
      return out('handed in; the result is not shown');
    case 'missing':
      if (missing === 'left-out') return out('not there yet, left out');
      return entry.isDue ? { ...line, share: zero, why: 'missing, counts as 0' } : out('not due yet, left out');
    case 'points': {
      if (entry.of <= 0) return out('worth 0 points when it was marked: not part of the grade');
      const share = divide(entry.points, rational(entry.of));
      return { ...line, share, why: entry.byHand ? `set by hand: ${entry.byHand}` : 'points earned' };
    }
  }
}

type Counting = SheetLine & { readonly share: Rational };
const counts = (line: SheetLine): line is Counting => line.share !== null && !line.isLeftOut;
const weightsOf = (lines: readonly SheetLine[]) =>
  lines.filter((line) => counts(line) && !line.isExtra).reduce((total, { item }) => total + item.weight, 0);
const weighed = (lines: readonly SheetLine[]) =>
  sum(lines.filter(counts).map(({ item, share }) => multiply(rational(item.weight), share)));

/**
 * The grade of one learner. A category is the mean of the shares that count in it, by weight; the grade is the mean of
 * the categories and of the items that stand alone, by theirs. Extra is added above and not below the line. The
 * arithmetic is exact, so the order of the items does not matter; it is rounded only to be read.
 */
export function gradeSheet(
  items: readonly GradeItem[],
  entries: ReadonlyMap<string, GradeEntry>,
  missing: MissingRule,
  scheme: GradeScheme = usualScheme,
): Sheet {
  const placed = items.map((item) => {
    const entry = entries.get(item.id) ?? ({ state: 'missing', isDue: false } as const);
    const { categoryId = null, extra = false } = scheme.placed[item.id] ?? {};
    const category = scheme.categories.find(({ id }) => id === categoryId) ?? null;
    const line = lineOf(item, entry, missing);
    // Extra that is not there takes nothing away.
    const isNothing = extra && entry.state === 'missing';
    const why = extra ? `${line.why}, extra` : line.why;
    const own: SheetLine = isNothing
      ? { ...line, share: null, isExtra: true, why: 'extra, not there' }
      : { ...line, isExtra: extra, why };
    return { category, line: own };
  });
  const partOf = (category: GradeCategory | null): SheetPart => {
    const all = placed.filter((one) => one.category === category).map(({ line }) => line);
    const regular = all.filter(counts).filter(({ isExtra }) => !isExtra);
    const gone: ReadonlySet<SheetLine> = category
      ? leftOut(category, regular, (a, b) => compare(a.share, b.share))
      : new Set();
    const lines = all.map((line) =>
      gone.has(line) ? { ...line, isLeftOut: true, why: `${line.why}; left out by its category` } : line,
    );
    const weights = weightsOf(lines);
    const share = weights === 0 ? null : divide(weighed(lines), rational(weights));
    const weight = share === null ? 0 : (category?.weight ?? weights);
    return { category, lines, share, weight };
  };
  const parts = [...scheme.categories.map(partOf), partOf(null)].filter(({ lines }) => lines.length > 0);
  const grade = gradeOf(parts);
  const decided = entries.get(wholeItem);
  const set = decided?.state === 'points' ? decided : null;
  const told = set ? divide(set.points, rational(wholeFull)) : grade;
  const byId = new Map(parts.flatMap(({ lines }) => lines.map((line) => [line.item.id, line])));
  return {
    lines: items.flatMap(({ id }) => byId.get(id) ?? []),
    ...{ parts, grade: told, gradeText: gradeInWords(told, scheme), band: told && bandOf(told, scheme) },
    byHand: set ? (set.byHand ?? '') : null,
  };
}

/** The mean of categories and of what stands alone, with extra of the latter above the line. */
function gradeOf(parts: readonly SheetPart[]): Rational | null {
  const weights = parts.reduce((total, { weight }) => total + weight, 0);
  if (weights === 0) return null;
  const above = parts.map(({ category, lines, share, weight }) =>
    category ? multiply(rational(weight), share ?? zero) : weighed(lines),
  );
  return divide(sum(above), rational(weights));
}

/** A share as percent with one decimal, or a dash. */
export const percentText = (share: Rational | null) =>
  share === null ? '–' : `${toFixed(multiply(share, rational(100)), 1)} %`;

/** A number exactly as it is: a short decimal where it ends, otherwise a fraction in brackets. */
function exactText(value: Rational): string {
  const short = toShort(value, 6);
  const [whole = '0', part = ''] = short.split('.');
  const back = rational(BigInt(whole + part), 10n ** BigInt(part.length));
  return compare(back, value) === 0 ? short : `(${value.n}/${value.d})`;
}

const term = ({ item, entry, isExtra }: SheetLine) => {
  const points = entry.state === 'points' ? divide(entry.points, rational(1000)) : zero;
  const of = exactText(thousandths(entry.state === 'points' ? entry.of : item.of));
  return `${item.weight} × ${exactText(points)}/${of}${isExtra ? ' extra' : ''}`;
};

const nothing = 'Nothing counts yet.';

/** What the items of a category come to, as a person would write the sum. */
export const partWritten = ({ lines, share }: SheetPart): string =>
  share === null
    ? nothing
    : `(${lines.filter(counts).map(term).join(' + ')}) ÷ ${weightsOf(lines)} = ${percentText(share)}`;

/** A grade as a person would write the sum; what was set by hand is left out of account. */
export function gradeWritten({ parts }: Sheet, scheme: GradeScheme = usualScheme): string {
  const grade = gradeOf(parts);
  if (grade === null) return nothing;
  const weights = parts.reduce((total, { weight }) => total + weight, 0);
  const terms = parts.flatMap(({ category, lines, share, weight }) => {
    if (!category) return lines.filter(counts).map(term);
    return share === null ? [] : [`${weight} × ${percentText(share)} ${category.title}`];
  });
  return `(${terms.join(' + ')}) ÷ ${weights} = ${gradeInWords(grade, scheme)}`;
}

/** Whether a grade reaches a percentage: the exact value does, or the rounded one where a course says so. */
export const reaches = (grade: Rational | null, percent: number, { rounding }: GradeScheme = usualScheme) =>
  grade !== null && compare(comparedShare(grade, rounding), rational(percent, 100)) >= 0;

/** How much of the course grade an item is worth at most, 0 to 1. */
export const weightShare = (item: GradeItem, items: readonly GradeItem[]): Rational => {
  const total = items.reduce((all, other) => add(all, rational(Math.max(0, other.weight))), zero);
  if (compare(total, zero) === 0) return zero;
  return compare(total, rational(item.weight)) === 0 ? one : divide(rational(item.weight), total);
};
