import { useEffect, useMemo, useRef, useState } from 'react';
import type { PackedRow } from '@/core/gradebook';
import { type GradeItemShown, itemsBy, type Rules } from './items';
import type { Summed, SumsAsked } from './sums.worker';

/** The grades of all rows by some rules, worked out in a worker; null until they are there. */
export function useSums(
  rows: readonly PackedRow[],
  lessons: readonly GradeItemShown[],
  /** The items as the rows have them. */
  known: readonly GradeItemShown[],
  rules: Rules | null,
  passPercent: number | null,
): Summed | null {
  const [summed, setSummed] = useState<Summed | null>(null);
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [isReady, setReady] = useState(false);
  useEffect(() => {
    const own = new Worker(new URL('./sums.worker.ts', import.meta.url), { type: 'module' });
    // What was asked for later has changed meanwhile what an earlier answer says.
    own.onmessage = ({ data }: MessageEvent<Summed>) => data.id === asked.current && setSummed(data);
    worker.current = own;
    setReady(true);
    return () => own.terminate();
  }, []);
  useEffect(() => {
    if (isReady) worker.current?.postMessage({ rows } satisfies SumsAsked);
  }, [rows, isReady]);
  const items = useMemo(() => (rules ? itemsBy(lessons, rules) : null), [lessons, rules]);
  useEffect(() => {
    if (!isReady || !items || !rules || rows.length === 0) {
      setSummed(null);
      return;
    }
    asked.current += 1;
    worker.current?.postMessage({
      ...{ id: asked.current, items, missing: rules.missing, scheme: rules.scheme, passPercent },
      places: items.map(({ id }) => known.findIndex((one) => one.id === id)),
    } satisfies SumsAsked);
  }, [rows, items, rules, known, passPercent, isReady]);
  return summed;
}
