/** How many rows of a long list are read and sent at once. */
export const rowsPerPage = 100;
/** How many courses stand on one page of the shelf: each is drawn with its tiles. */
export const coursesPerPage = 24;

/** One page of a list; `page` counts from 1, `found` is how many rows there are on all of them. */
export type RowsPage<T> = { readonly rows: readonly T[]; readonly found: number; readonly page: number };

/** A page as an address names it; what is no number of a page is the first. */
export function pageIn(words: unknown): number {
  const page = typeof words === 'string' && /^\d{1,6}$/.test(words) ? Number(words) : 1;
  return Math.max(1, page);
}

/** How many rows lie before a page. */
export const rowsBefore = (page: number, perPage = rowsPerPage): number => (page - 1) * perPage;

/**
 * Words somebody looks for, as an address gives them: what is no text is none, and control characters (category Cc)
 * stand in no name.
 */
export const findIn = (words: unknown): string =>
  typeof words === 'string'
    ? words
        .replace(/\p{Cc}/gu, '')
        .trim()
        .slice(0, 100)
    : '';
