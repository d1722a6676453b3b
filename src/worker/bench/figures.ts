/**
 * A figure says something only beside another that was measured in the same run on the same machine: a plain
 * loop, a bare statement, an empty page. What is bound is how many times slower (or larger) it may be.
 */
type Unit = 'ms' | '/s' | 'kB' | '';
export type Measured = { readonly what: string; readonly value: number };
type Row = {
  readonly what: string;
  readonly value: number;
  readonly unit: Unit;
  readonly beside: Measured;
  /** At most so many times the other; null where nobody has said yet. */
  readonly most: number | null;
};

let overBounds = 0;
/** How many rows so far are over their bounds. */
export const rowsOver = () => overBounds;

const told = (value: number, unit: Unit) => {
  const digits = [10, 100].filter((limit) => value < limit).length;
  return `${value.toLocaleString('en-GB', { maximumFractionDigits: digits, minimumFractionDigits: unit === '' ? 0 : digits })}${unit === '' ? '' : ` ${unit}`}`;
};

/** Prints one row, marked where it is over its bound. */
export function row({ what, value, unit, beside, most }: Row): void {
  const times = unit === '/s' ? beside.value / value : value / beside.value;
  const isOver = most !== null && !(times <= most);
  if (isOver) overBounds += 1;
  const bound = most === null ? 'no bound yet' : `at most ${most}×`;
  console.log(
    `${isOver ? '▲' : ' '} ${what.padEnd(60)} ${told(value, unit).padStart(14)} ${`${times.toFixed(times < 10 ? 2 : 0)}×`.padStart(8)} ${bound.padEnd(14)} ${beside.what}: ${told(beside.value, unit)}${isOver ? '   OVER ITS BOUND' : ''}`,
  );
}

/** The value below which a share of figures lies. */
export function quantile(figures: readonly number[], share: number): number {
  const sorted = [...figures].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

/** Times of something done again and again, in milliseconds; the first tenth is for warming up. */
export async function times(rounds: number, work: (i: number) => unknown): Promise<number[]> {
  const found: number[] = [];
  for (let i = -Math.ceil(rounds / 10); i < rounds; i += 1) {
    const start = performance.now();
    await work(i);
    if (i >= 0) found.push(performance.now() - start);
  }
  return found;
}

/**
 * How often something is done in a second; the best of three goes, for what short work suffers from is never itself.
 */
export function perSecond(rounds: number, work: (i: number) => unknown): number {
  for (let i = 0; i < Math.ceil(rounds / 10); i += 1) work(i);
  const goes = [0, 1, 2].map(() => {
    const start = performance.now();
    for (let i = 0; i < rounds; i += 1) work(i);
    return (rounds / (performance.now() - start)) * 1000;
  });
  return Math.max(...goes);
}
