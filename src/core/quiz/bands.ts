import { array, number, object, string } from 'yup';
import { compare, type Rational, rational } from '../kernel/exact';
import { idSchema } from '../kernel/ids';

/** What is said to whoever comes out within a band of percent: from its beginning up to, not including, its end. */
export type Band = { readonly id: string; readonly from: number; readonly to: number; readonly text: string };

const percent = number()
  .typeError('Give the percent as a number.')
  .min(0, 'A band begins at 0 % at the lowest.')
  .max(100, 'A band ends at 100 % at the highest.')
  .required();

export const bandsSchema = array()
  .of(
    object({
      id: idSchema,
      from: percent,
      to: percent,
      text: string().max(2000, 'Keep what is said under 2,000 characters.').defined(),
    })
      .noUnknown()
      .required(),
  )
  .max(30, 'At most 30 bands.');

/** Percent with up to three decimals, exact. */
const exact = (value: number): Rational => rational(BigInt(Math.round(value * 1000)), 100_000n);

/** The band a share (0 to 1) lies in, the first of those that overlap; undefined in a gap. 100 % belongs to what ends there. */
export const bandOf = (bands: readonly Band[], share: Rational): Band | undefined =>
  bands.find(({ from, to }) => {
    const isBelowEnd = compare(share, exact(to)) < 0 || (to === 100 && compare(share, rational(1)) === 0);
    return compare(share, exact(from)) >= 0 && isBelowEnd;
  });

/** What is wrong with bands, in words: those that are empty, overlaps, and gaps from 0 to 100 %. */
export function bandFaults(bands: readonly Band[]): readonly string[] {
  if (bands.length === 0) return [];
  const empty = bands.filter(({ from, to }) => from >= to);
  const sorted = bands.filter(({ from, to }) => from < to).toSorted((a, b) => a.from - b.from || a.to - b.to);
  const faults = empty.map(({ from, to }) => `The band from ${from} to ${to} % holds nothing.`);
  let reached = 0;
  for (const { from, to } of sorted) {
    if (from > reached) faults.push(`From ${reached} to ${from} % nothing is said.`);
    if (from < reached) faults.push(`From ${from} to ${Math.min(to, reached)} % two bands speak; the first one does.`);
    reached = Math.max(reached, to);
  }
  if (reached < 100) faults.push(`From ${reached} to 100 % nothing is said.`);
  return faults;
}
