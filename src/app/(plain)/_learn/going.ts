'use client';
import { createContext, useContext, useEffect, useMemo, useRef } from 'react';

/** Goes to another page: within the page where that is offered, else by loading all of it. */
export const GoContext = createContext((href: string) => window.location.assign(href));

let heldBy = 0;

/**
 * While this part is shown, the page is left and another one loaded whole. For what keeps sending after it is left: it
 * ends with the page, and whoever comes back does not find two of it at work.
 */
export function useWholePages(): void {
  useEffect(() => {
    heldBy++;
    return () => {
      heldBy--;
    };
  }, []);
}

export const isHeld = (): boolean => heldBy > 0;

/** For parts that lead on, or load their page anew, once the school has answered: not where the learner has left by then. */
export function useLeaving() {
  const go = useContext(GoContext);
  const isHere = useRef(false);
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
    };
  }, []);
  return useMemo(
    () => ({
      go: (href: string): void => {
        if (isHere.current) go(href);
      },
      anew: (): void => {
        if (isHere.current) window.location.reload();
      },
    }),
    [go],
  );
}
