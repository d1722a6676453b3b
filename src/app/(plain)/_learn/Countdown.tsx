'use client';
import { useEffect, useState } from 'react';
import { countdownText } from '@/core/kernel/countdown';

/** Counts down from what the server said, and loads the page anew when the moment has come. */
export function Countdown({ milliseconds, live }: { readonly milliseconds: number; readonly live: boolean }) {
  const [left, setLeft] = useState(milliseconds);
  useEffect(() => {
    if (!live) return;
    const end = performance.now() + milliseconds;
    const timer = setInterval(() => {
      const now = end - performance.now();
      setLeft(now);
      if (now < -1500) window.location.reload();
    }, 1000);
    return () => clearInterval(timer);
  }, [milliseconds, live]);
  const text = countdownText(live ? left : milliseconds);
  return <>{text ? `in ${text}` : 'now'}</>;
}
