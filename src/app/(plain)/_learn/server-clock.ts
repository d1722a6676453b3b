'use client';
import { useEffect, useMemo } from 'react';

/** Two clocks of a browser that differ by more than this have been apart: it slept, or its time was set. */
const apartMs = 2000;

type Clock = { readonly now: () => number; readonly look: () => void };

/**
 * The server's time, going on from what it was when the page was made. A sleeping computer stops one of the browser's
 * clocks and whoever sets the time moves the other, so when they do not go together the server is asked again.
 */
export function serverClock(serverNow: number): Clock {
  let base = { server: serverNow, wall: Date.now(), ticks: performance.now() };
  let asking = false;
  const look = async () => {
    if (asking) return;
    asking = true;
    try {
      const answer = await fetch('/healthz', { method: 'HEAD', cache: 'no-store' });
      const date = Date.parse(answer.headers.get('date') ?? '');
      if (Number.isFinite(date)) base = { server: date, wall: Date.now(), ticks: performance.now() };
    } catch {
      // Out of reach: the next look asks again.
    } finally {
      asking = false;
    }
  };
  return {
    look,
    now() {
      const [byWall, byTicks] = [Date.now() - base.wall, performance.now() - base.ticks];
      if (Math.abs(byWall - byTicks) > apartMs) look();
      return base.server + byTicks;
    },
  };
}

/** What the server's clock shows, as long as a page is looked at. */
export function useServerClock(serverNow: number): () => number {
  const clock = useMemo(() => serverClock(serverNow), [serverNow]);
  useEffect(() => {
    const seen = () => document.visibilityState === 'visible' && clock.look();
    document.addEventListener('visibilitychange', seen);
    return () => document.removeEventListener('visibilitychange', seen);
  }, [clock]);
  return clock.now;
}
