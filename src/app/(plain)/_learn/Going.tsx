'use client';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useRef, useTransition } from 'react';
import { GoContext, isHeld } from './going';
import styles from './going.module.css';

type Props = {
  /** Where the pages stand that are gone to without loading all of one: `/learn`. */
  readonly within: string;
  readonly children: ReactNode;
};

/**
 * Takes learners from page to page without loading all of the next one. Links stay what they are: they work before
 * this is there, and a course of a thousand lessons has a thousand addresses, and one who listens.
 */
export function Going({ within, children }: Props) {
  const router = useRouter();
  const shown = usePathname();
  const [isGoing, startGoing] = useTransition();

  const goWithin = useCallback(
    (href: string): boolean => {
      const to = new URL(href, window.location.href);
      const isWithin = to.pathname === within || to.pathname.startsWith(`${within}/`);
      if (!isWithin || to.origin !== window.location.origin || isHeld()) return false;
      startGoing(() => router.push(to.pathname + to.search + to.hash));
      return true;
    },
    [router, within],
  );
  const go = useCallback(
    (href: string) => {
      if (!goWithin(href)) window.location.assign(href);
    },
    [goWithin],
  );

  useEffect(() => {
    const onClick = (event: MouseEvent) => {
      if (event.defaultPrevented || event.button !== 0) return;
      if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
      const link = event.target instanceof Element ? event.target.closest('a') : null;
      if (!link?.href || link.target || link.hasAttribute('download')) return;
      if (goWithin(link.href)) event.preventDefault();
    };
    document.addEventListener('click', onClick);
    return () => document.removeEventListener('click', onClick);
  }, [goWithin]);

  const shownNow = useRef(shown);
  useEffect(() => {
    shownNow.current = shown;
  }, [shown]);
  useEffect(() => {
    // A page gone back to would be shown as it was when it was left, with what was answered since not in it: all of it
    // is loaded. Listening from the first page on, this hears of it before the framework does.
    const onPop = (event: PopStateEvent) => {
      if (window.location.pathname === shownNow.current) return;
      event.stopImmediatePropagation();
      window.location.reload();
    };
    window.addEventListener('popstate', onPop, { capture: true });
    return () => window.removeEventListener('popstate', onPop, { capture: true });
  }, []);

  return (
    <GoContext value={go}>
      {isGoing && <span className={styles.going} aria-hidden="true" />}
      {children}
    </GoContext>
  );
}
