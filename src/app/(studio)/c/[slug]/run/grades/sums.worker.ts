import {
  bandOf,
  fractionOf,
  type GradeScheme,
  gradeInWords,
  type MissingRule,
  type PackedRow,
  summing,
} from '@/core/gradebook';
import { compare, type Rational, rational } from '@/core/kernel/exact';
import type { GradeItemShown } from './items';

/** The grades of everybody, worked out beside the page. Rows are sent once; rules whenever they change. */
export type SumsAsked =
  | { readonly rows: readonly PackedRow[] }
  | {
      readonly id: number;
      readonly items: readonly GradeItemShown[];
      readonly missing: MissingRule;
      readonly scheme: GradeScheme;
      readonly passPercent: number | null;
      /** Where each of these items stands in the rows; -1 for one they do not have. */
      readonly places: readonly number[];
    };
export type Summed = {
  readonly id: number;
  /** By row: the grade in words, as a share for drawing (-1 for none), and whether it passes (null: nothing says). */
  readonly words: readonly string[];
  readonly shares: Float64Array;
  readonly passes: readonly (boolean | null)[];
  readonly ms: number;
};

let rows: readonly PackedRow[] = [];

/** A row in the order of other items. */
const placed = (row: PackedRow, places: readonly number[]): PackedRow => ({
  n: places.map((at) => row.n[at] ?? 0),
  d: places.map((at) => row.d[at] ?? 0),
  of: places.map((at) => row.of[at] ?? 0),
  states: places.map((at) => row.states[at] ?? 'missing'),
  whole: row.whole,
});

self.onmessage = ({ data }: MessageEvent<SumsAsked>) => {
  if ('rows' in data) {
    rows = data.rows;
    return;
  }
  const { id, items, missing, scheme, passPercent, places } = data;
  const started = performance.now();
  const isAsIs = places.every((at, i) => at === i);
  const sum = summing(items, missing, scheme);
  const grades = rows.map((row) => sum(isAsIs ? row : placed(row, places)));
  const ms = performance.now() - started;
  const fractions = grades.map((grade) => grade && fractionOf(grade));
  const shares = Float64Array.from(grades, (grade) => (grade ? Number(grade.n) / Number(grade.d) : -1));
  self.postMessage({
    ...{ id, ms, shares },
    words: fractions.map((grade) => gradeInWords(grade, scheme)),
    passes: fractions.map((grade) => passesBy(grade, scheme, passPercent)),
  } satisfies Summed);
};

function passesBy(grade: Rational | null, scheme: GradeScheme, passPercent: number | null): boolean | null {
  if (grade === null) return null;
  const band = bandOf(grade, scheme);
  if (band) return band.passes;
  return passPercent === null ? null : compare(grade, rational(passPercent, 100)) >= 0;
}
