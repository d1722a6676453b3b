'use client';
import { useEffect, useState } from 'react';
import { countdownText } from '@/core/kernel/countdown';
import styles from './work.module.css';

/** How much time is left, by the second towards its end. */
export function TimeLeft({ milliseconds, onUp }: { readonly milliseconds: number; readonly onUp: () => void }) {
  const [left, setLeft] = useState(milliseconds);
  useEffect(() => {
    const end = performance.now() + milliseconds;
    const timer = setInterval(() => {
      const now = end - performance.now();
      setLeft(now);
      if (now <= 0) {
        clearInterval(timer);
        onUp();
      }
    }, 500);
    return () => clearInterval(timer);
  }, [milliseconds, onUp]);
  const seconds = Math.max(0, Math.ceil(left / 1000));
  return (
    <span className={styles.time} data-short={left < 60_000 || undefined} role="timer">
      {left < 120_000
        ? `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} left`
        : `${countdownText(left) ?? 'no time'} left`}
    </span>
  );
}
