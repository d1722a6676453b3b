'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { useServerClock } from './server-clock';

type Props = {
  /** When something opens by itself next, and now, both in milliseconds as the server has them; null for never. */
  readonly at: number | null;
  readonly now: number;
  /** Whether something may open at any time because somebody opens it. */
  readonly often: boolean;
};

const oftenMs = 15_000;

/** Asks for the page anew when something opens while it is looked at. Nothing on it is lost by that. */
export function Renewed({ at, now, often }: Props) {
  const router = useRouter();
  const serverNow = useServerClock(now);
  useEffect(() => {
    let last = serverNow();
    const timer = setInterval(() => {
      const moment = serverNow();
      const isDue = at !== null && moment >= at;
      if (document.visibilityState === 'hidden' || !(isDue || (often && moment - last > oftenMs))) return;
      last = moment;
      router.refresh();
    }, 1000);
    return () => clearInterval(timer);
  }, [at, often, router, serverNow]);
  return null;
}
