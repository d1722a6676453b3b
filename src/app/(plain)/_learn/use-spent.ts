import { useEffect, useMemo } from 'react';

/** Whoever does nothing for longer than this is doing something else. */
const mostAtOnceMs = 10 * 60_000;

/**
 * The milliseconds spent on each question: from whatever was done before to an answer counts as spent on what is
 * answered. Time while the page is not looked at counts for none.
 */
export function useSpent() {
  const spent = useMemo(() => {
    const totals = new Map<string, number>();
    let since: number | null = null;
    return {
      begin: () => {
        since = performance.now();
      },
      count: (questionId: string) => {
        const now = performance.now();
        const took = since === null ? 0 : Math.min(now - since, mostAtOnceMs);
        totals.set(questionId, (totals.get(questionId) ?? 0) + took);
        since = now;
      },
      on: (questionId: string): number | undefined => {
        const total = totals.get(questionId);
        return total === undefined ? undefined : Math.round(total);
      },
    };
  }, []);
  useEffect(() => {
    spent.begin();
    const onSeen = () => {
      if (document.visibilityState === 'visible') spent.begin();
    };
    document.addEventListener('visibilitychange', onSeen);
    return () => document.removeEventListener('visibilitychange', onSeen);
  }, [spent]);
  return spent;
}
