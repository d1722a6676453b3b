/**
 * Figures of samples, in floating point. Population forms are used throughout (division by n), as each question and
 * the paper are described as they were answered, not estimated for others; alpha is the same either way.
 */

/** The arithmetic mean; null of nothing. */
export const mean = (values: readonly number[]): number | null =>
  values.length === 0 ? null : values.reduce((total, value) => total + value, 0) / values.length;

/** The population variance, by deviations from the mean (two passes); null of nothing. */
export function variance(values: readonly number[]): number | null {
  const middle = mean(values);
  return middle === null ? null : mean(values.map((value) => (value - middle) ** 2));
}

/** The quantile of sorted values at `p` (0 to 1), interpolated between neighbours; null of nothing. */
export function quantile(sorted: readonly number[], p: number): number | null {
  const at = (sorted.length - 1) * p;
  const [low, high] = [sorted[Math.floor(at)], sorted[Math.ceil(at)]];
  return low === undefined || high === undefined ? null : low + (high - low) * (at - Math.floor(at));
}

/**
 * Pearson's product-moment correlation of pairs, -1 to 1; null where one side is always the same, or of fewer than
 * two pairs.
 */
export function correlation(xs: readonly number[], ys: readonly number[]): number | null {
  const [mx, my] = [mean(xs), mean(ys)];
  if (mx === null || my === null || xs.length < 2) return null;
  let [xy, xx, yy] = [0, 0, 0];
  for (const [i, x] of xs.entries()) {
    const [dx, dy] = [x - mx, (ys[i] ?? 0) - my];
    xy += dx * dy;
    xx += dx * dx;
    yy += dy * dy;
  }
  // What differs only by rounding does not differ.
  const tiny = 1e-18 * xs.length;
  return xx <= tiny || yy <= tiny ? null : Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy)));
}

/**
 * Cronbach's alpha (Cronbach 1951, Psychometrika 16): k/(k-1) times 1 less the sum of the variances of the questions
 * over the variance of the papers. `columns`: the points of each question, over the same papers in the same order.
 * Null where it says nothing: of fewer than two questions or two papers, or where all papers are worth the same.
 */
export function alpha(columns: readonly (readonly number[])[]): number | null {
  const count = columns[0]?.length ?? 0;
  if (columns.length < 2 || count < 2) return null;
  const totals = Array.from({ length: count }, (_, i) =>
    columns.reduce((total, column) => total + (column[i] ?? 0), 0),
  );
  const whole = variance(totals) ?? 0;
  if (whole <= 1e-18) return null;
  const parts = columns.reduce((total, column) => total + (variance(column) ?? 0), 0);
  return (columns.length / (columns.length - 1)) * (1 - parts / whole);
}
