'use client';
import { useDebouncedCallback } from '@mantine/hooks';
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { send } from '@/app/_client/act';
import { type CatalogueRow, wholeFilter } from '@/core/exchange';
import type { Problem } from '@/core/kernel/problem';
import type { Look, RowsPage } from '@/server/exchange';

const pauseMs = 200;

/** A row of the table, or the place of one that is on its way. */
export type ShownRow = CatalogueRow & { readonly waits?: true };
type Shown = {
  readonly about: Look['about'];
  readonly look: string;
  readonly rows: readonly ShownRow[];
  readonly found: number;
  readonly total: number;
};

const placesFor = (count: number): ShownRow[] =>
  Array.from({ length: count }, (_, i) => ({ id: `place/${i}`, courseId: '', cells: {}, waits: true }));
const withPage = (rows: readonly ShownRow[], page: RowsPage): ShownRow[] =>
  rows.toSpliced(page.from, page.rows.length, ...page.rows);

/**
 * The rows that are meant, of which the server gives those that are looked at, page by page. What is shown
 * stays until what was asked for is there; an answer to a question that was meanwhile put anew is let go.
 */
export function useRows(
  about: Look['about'],
  filter: Look['filter'],
  sort: Look['sort'],
  first: RowsPage,
  perPage: number,
) {
  const look = useMemo(() => JSON.stringify({ about, filter: wholeFilter(filter), sort }), [about, filter, sort]);
  const [shown, setShown] = useState<Shown>(() => ({
    about,
    look,
    rows: withPage(placesFor(first.found), first),
    found: first.found,
    total: first.total,
  }));
  const [problem, setProblem] = useState<Problem | null>(null);
  /** Counts questions: of one thing that is meant there can be several, after a change. */
  const round = useRef(0);
  const asked = useRef(new Set<number>([0]));
  const inView = useRef<readonly [number, number]>([0, 0]);

  const page = useCallback(
    async (wanted: string, number: number): Promise<RowsPage | null> => {
      const own = round.current;
      const answer = await send<RowsPage>('/api/catalogue/rows', { ...JSON.parse(wanted), from: number * perPage });
      if (own !== round.current) return null;
      setProblem(answer.ok ? null : answer.problem);
      if (!answer.ok) asked.current.delete(number);
      return answer.ok ? answer.value : null;
    },
    [perPage],
  );
  const pagesInView = useCallback(() => {
    const [from, to] = inView.current;
    const last = Math.floor(Math.max(from, to) / perPage);
    return Array.from({ length: last - Math.floor(from / perPage) + 1 }, (_, i) => Math.floor(from / perPage) + i);
  }, [perPage]);

  /** Asks anew for what is in view: others have changed it, or something else is meant. */
  const reload = useCallback(
    async (wanted: string) => {
      round.current += 1;
      const numbers = pagesInView();
      asked.current = new Set(numbers);
      const pages = (await Promise.all(numbers.map((number) => page(wanted, number)))).filter((one) => one !== null);
      const [one] = pages;
      if (!one) return;
      setShown({
        about: JSON.parse(wanted).about,
        look: wanted,
        rows: pages.reduce(withPage, placesFor(one.found)).slice(0, one.found),
        found: one.found,
        total: one.total,
      });
    },
    [page, pagesInView],
  );
  const reloadSoon = useDebouncedCallback(reload, pauseMs);
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current) isFirst.current = false;
    else {
      inView.current = [0, 0];
      reloadSoon(look);
    }
  }, [look, reloadSoon]);

  /** Has the rows from one to another brought here, which are in view now. */
  const need = useCallback(
    (from: number, to: number) => {
      inView.current = [from, to];
      // What is meant now comes anew from its first row.
      if (shown.look !== look) return;
      for (const number of pagesInView()) {
        if (asked.current.has(number)) continue;
        asked.current.add(number);
        // Whoever is scrolling goes first.
        page(look, number).then(
          (one) => one && startTransition(() => setShown((now) => ({ ...now, rows: withPage(now.rows, one) }))),
        );
      }
    },
    [look, shown.look, page, pagesInView],
  );
  /** Shows a cell as it will be, until what the server says of it is here. */
  const put = useCallback((id: string, column: string, cell: CatalogueRow['cells'][string]) => {
    setShown((now) => ({
      ...now,
      rows: now.rows.map((row) => (row.id === id ? { ...row, cells: { ...row.cells, [column]: cell } } : row)),
    }));
  }, []);
  return {
    ...shown,
    isOther: shown.about !== about,
    isLooking: shown.look !== look,
    problem,
    need,
    put,
    reload: () => reload(look),
  };
}
