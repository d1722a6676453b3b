/** Prints one row: what, the figure, and what it is held against. */
export const row = (what: string, figure: string, against: string) => console.log(`${what.padEnd(58)} ${figure.padStart(22)}   ${against}`);

/** The value below which a share of sorted figures lies. */
export const quantile = (sorted: readonly number[], share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
