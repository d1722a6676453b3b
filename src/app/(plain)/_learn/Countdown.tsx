'use client';
import { useEffect, useState } from 'react';
import { clockCountdown, longCountdown } from '@/core/kernel/countdown';
import { useServerClock } from './server-clock';

type Props = {
  /** Both in milliseconds, as the server has them. */
  readonly at: number;
  readonly now: number;
  readonly form: 'full' | 'days';
  /** In a view of a moment time stands still. */
  readonly live: boolean;
};

const texts = { full: clockCountdown, days: longCountdown };
/** Until the page has been told that it is open, a second is left. */
const least = 1000;

/** How long it is until a moment. It never says that nothing is left: that is for the page to find out. */
export function Countdown({ at, now, form, live }: Props) {
  const serverNow = useServerClock(now);
  const [left, setLeft] = useState(at - now);
  useEffect(() => {
    if (!live) return;
    const timer = setInterval(() => setLeft(at - serverNow()), 500);
    return () => clearInterval(timer);
  }, [at, live, serverNow]);
  return <>in {texts[form](Math.max(least, left))}</>;
}
