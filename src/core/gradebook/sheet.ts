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

/** Something that counts towards the course grade. */
export type GradeItem = {
  readonly id: string;
  readonly title: string;
  /** In relation to the other weights; a whole number, at least 0. */
  readonly weight: number;
  /** Full points in thousandths. */
  readonly of: number;
};

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
  /** Share of the item's points, 0 to 1; null when the line is left out of the sum. */
  readonly share: Rational | null;
  readonly why: string;
};
export type Sheet = {
  readonly lines: readonly SheetLine[];
  /** 0 to 1, exact; null while nothing counts. */
  readonly grade: Rational | null;
  /** Percent with one decimal, rounded once, half up: `70.4 %`. */
  readonly gradeText: string;
  /** The sum as a person would write it. */
  readonly written: string;
};

function lineOf(item: GradeItem, entry: GradeEntry, missing: MissingRule): SheetLine {
  const out = (why: string): SheetLine => ({ item, entry, share: null, why });
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
      return entry.isDue ? { item, entry, share: zero, why: 'missing, counts as 0' } : out('not due yet, left out');
    case 'points': {
      if (entry.of <= 0) return out('worth 0 points when it was marked: not part of the grade');
      const share = divide(entry.points, rational(entry.of));
      return { item, entry, share, why: entry.byHand ? `set by hand: ${entry.byHand}` : 'points earned' };
    }
  }
}

/**
 * The grade of one learner: the mean of the shares earned, by weight, over the items that count. The
 * arithmetic is exact, so the order of the items does not matter; it is rounded only to be read.
 */
export function gradeSheet(
  items: readonly GradeItem[],
  entries: ReadonlyMap<string, GradeEntry>,
  missing: MissingRule,
): Sheet {
  const lines = items.map((item) => lineOf(item, entries.get(item.id) ?? { state: 'missing', isDue: false }, missing));
  const counted = lines.filter((line): line is SheetLine & { share: Rational } => line.share !== null);
  const weights = counted.reduce((total, line) => total + line.item.weight, 0);
  const grade =
    weights === 0
      ? null
      : divide(sum(counted.map((line) => multiply(rational(line.item.weight), line.share))), rational(weights));
  return { lines, grade, gradeText: percentText(grade), written: written(counted, weights, grade) };
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

function written(counted: readonly SheetLine[], weights: number, grade: Rational | null): string {
  if (grade === null) return 'Nothing counts yet.';
  const terms = counted.map(({ item, entry }) => {
    const points = entry.state === 'points' ? divide(entry.points, rational(1000)) : zero;
    return `${item.weight} × ${exactText(points)}/${exactText(thousandths(entry.state === 'points' ? entry.of : item.of))}`;
  });
  return `(${terms.join(' + ')}) ÷ ${weights} = ${percentText(grade)}`;
}

/** Whether a grade reaches a percentage, decided on the exact value and not on the rounded one. */
export const reaches = (grade: Rational | null, percent: number) =>
  grade !== null && compare(grade, rational(percent, 100)) >= 0;

/** How much of the course grade an item is worth at most, 0 to 1. */
export const weightShare = (item: GradeItem, items: readonly GradeItem[]): Rational => {
  const total = items.reduce((all, other) => add(all, rational(Math.max(0, other.weight))), zero);
  if (compare(total, zero) === 0) return zero;
  return compare(total, rational(item.weight)) === 0 ? one : divide(rational(item.weight), total);
};
