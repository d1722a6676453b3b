'use client';
import { useCallback, useEffect, useRef } from 'react';
import { mayTryAgain, type Result } from '@/core/kernel/problem';

const pauseMs = 600;
/** When the school could not be reached, or could not keep it just now. */
const againMs = 4000;

/**
 * Does what was asked for last once nothing has been asked for a while; what differs is joined. When the part is left,
 * or the page, it is done at once. One thing is on its way at a time, so that an older one never comes last. What the
 * school could not keep, for now, is tried again while the part is shown, and the page is not left without a word.
 */
export function useLater(run: (fields: object) => Promise<Result<unknown>>): (fields: object) => void {
  const waiting = useRef<object | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const way = useRef({ isSending: false, isDue: false, isCut: false, isShown: false });
  const newest = useRef(run);
  newest.current = run;

  const now = useCallback(async () => {
    clearTimeout(timer.current);
    const { current } = way;
    current.isDue = current.isSending;
    if (current.isSending) return;
    while (waiting.current) {
      const fields = waiting.current;
      waiting.current = null;
      current.isSending = true;
      const done = await newest.current(fields);
      current.isSending = false;
      current.isCut = !done.ok && mayTryAgain(done.problem.code);
      if (current.isCut) {
        waiting.current = { ...fields, ...(waiting.current as object | null) };
        if (current.isShown) timer.current = setTimeout(now, againMs);
        return;
      }
      // What came meanwhile has a pause of its own, unless it was wanted at once.
      if (!current.isDue) return;
      current.isDue = false;
    }
  }, []);

  useEffect(() => {
    const { current } = way;
    current.isShown = true;
    const leave = () => {
      // There is no later: it does not wait for what is on its way.
      if (waiting.current) void newest.current(waiting.current);
      waiting.current = null;
    };
    const warn = (event: BeforeUnloadEvent) => {
      if (current.isCut) event.preventDefault();
    };
    window.addEventListener('pagehide', leave);
    window.addEventListener('beforeunload', warn);
    window.addEventListener('focusout', now);
    return () => {
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('beforeunload', warn);
      window.removeEventListener('focusout', now);
      current.isShown = false;
      void now();
    };
  }, [now]);

  return useCallback(
    (fields) => {
      waiting.current = { ...waiting.current, ...fields };
      clearTimeout(timer.current);
      timer.current = setTimeout(now, pauseMs);
    },
    [now],
  );
}
