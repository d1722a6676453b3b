'use client';
import { useCallback, useEffect, useRef } from 'react';

const pauseMs = 600;

/**
 * Does what was asked for last once nothing has been asked for a while; what differs is joined. When the part
 * is left, or the page, it is done at once.
 */
export function useLater(run: (fields: object) => void): (fields: object) => void {
  const waiting = useRef<object | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const newest = useRef(run);
  newest.current = run;
  const now = useCallback(() => {
    clearTimeout(timer.current);
    if (waiting.current) newest.current(waiting.current);
    waiting.current = null;
  }, []);
  useEffect(() => {
    window.addEventListener('pagehide', now);
    window.addEventListener('focusout', now);
    return () => {
      window.removeEventListener('pagehide', now);
      window.removeEventListener('focusout', now);
      now();
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
