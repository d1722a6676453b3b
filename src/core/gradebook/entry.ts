import { twoWays } from '../kernel/decimal';
import { compare, divide, multiply, parseDecimal, pointsText, type Rational, rational, zero } from '../kernel/exact';
import { fail, ok, type Result } from '../kernel/problem';
import { wholeFull } from './sheet';

/** What somebody enters for one learner and one item: points (thousandths), that they are excused, or nothing any more. */
export type Entered =
  | { readonly kind: 'points'; readonly points: number }
  | { readonly kind: 'excused'; readonly points: null }
  | { readonly kind: 'none'; readonly points: null };

/** Letters that are taken for figures when a list is typed off paper. */
const likeFigures = /[oOlI|sSbB]/;

const excusedWords = new Set(['excused', 'exc', 'e']);
const noneWords = new Set(['-', '–', '−', 'none']);

/**
 * A cell of a gradebook as people write it: `7.5`, `75 %`, `excused`, or `-` for what was earned. An empty cell says
 * nothing and is null. `of`: full points in thousandths.
 */
export function readEntry(text: string, of: number): Result<Entered | null> {
  const plain = text.trim();
  if (plain === '') return ok(null);
  if (excusedWords.has(plain.toLowerCase())) return ok({ kind: 'excused', points: null });
  if (noneWords.has(plain)) return ok({ kind: 'none', points: null });
  const isPercent = plain.endsWith('%');
  const value = parseDecimal(isPercent ? plain.slice(0, -1) : plain);
  if (!value) {
    const hint = /\d/.test(plain) && likeFigures.test(plain) ? ' A letter stands where a figure should.' : '';
    return fail('invalid', `"${plain.slice(0, 40)}" is no number of points.${hint}`, 'points');
  }
  const points = isPercent ? divide(multiply(value, rational(of)), rational(100)) : multiply(value, rational(1000));
  // Where there are so many points, a comma may have been meant to divide thousands.
  const sentence = isPercent || Number(plain.replace(',', '')) * 1000 > of ? null : twoWays(plain);
  if (sentence) return fail('invalid', sentence, 'points');
  if (compare(points, zero) < 0) return fail('invalid', `"${plain.slice(0, 40)}" is below 0.`, 'points');
  if (compare(points, rational(of)) > 0)
    return fail('invalid', `"${plain.slice(0, 40)}" is more than the ${pointsText(of)} there are.`, 'points');
  return ok({ kind: 'points', points: Number(wholeThousandths(points)) });
}

/** Points are kept in whole thousandths; half of one goes up. */
const wholeThousandths = ({ n, d }: Rational): bigint => (2n * n + d) / (2n * d);

/** The course grade as somebody sets it: a percentage. */
export const readWholeGrade = (text: string): Result<Entered | null> =>
  readEntry(/^[\d.,\s]+$/.test(text.trim()) ? `${text.trim()} %` : text, wholeFull);

/** An entry as it is written into a cell or a file. */
export const entryText = (entered: Pick<Entered, 'kind'> & { readonly points: number | null }): string =>
  entered.kind === 'points' ? pointsText(entered.points ?? 0) : entered.kind;
