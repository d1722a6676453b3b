'use client';
import { useContext, useEffect, useState } from 'react';
import controls from '@/ui/plain/controls.module.css';
import { GoContext } from '../going';
import styles from './play.module.css';

const secondsLeft = 8;

/** Counts down to the next lesson, which can be gone to at once, or not at all. */
export function GoesOn({ href, onStay }: { readonly href: string; readonly onStay: () => void }) {
  const [left, setLeft] = useState(secondsLeft);
  const go = useContext(GoContext);
  useEffect(() => {
    if (left <= 0) return go(href);
    const timer = setTimeout(() => setLeft(left - 1), 1000);
    return () => clearTimeout(timer);
  }, [left, href, go]);
  return (
    <section className={styles.goesOn} aria-label="The next lesson">
      <p role="status">The next lesson begins by itself.</p>
      <b aria-hidden="true">in {Math.max(0, left)} s</b>
      <a className={controls.primary} href={href}>
        Go on now
      </a>
      <button type="button" className={controls.button} onClick={onStay}>
        Stay here
      </button>
    </section>
  );
}
