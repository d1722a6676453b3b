'use client';
import { useEffect } from 'react';
import controls from '@/ui/plain/controls.module.css';
import { useLeaving } from '../going';

const askEveryMs = 4000;
const mark = 'mosaik.begins';

/** A film or a recording that is still being made playable: the page looks for it, and begins it when it is there. */
export function Preparing({ mediaId, what }: { readonly mediaId: string; readonly what: string }) {
  const { anew } = useLeaving();
  useEffect(() => {
    const timer = setInterval(async () => {
      const answer = await fetch(`/files/${mediaId}/state`).catch(() => null);
      const known = answer?.ok ? ((await answer.json()) as { readonly state: string }) : null;
      if (!known || known.state === 'waiting') return;
      try {
        sessionStorage.setItem(mark, mediaId);
      } catch {
        // Then it waits to be begun by hand.
      }
      anew();
    }, askEveryMs);
    return () => clearInterval(timer);
  }, [mediaId, anew]);
  return (
    <p className={controls.look} role="status">
      The {what} is still being prepared. It begins here by itself as soon as it is ready.
    </p>
  );
}

/** Whether a film has been waited for on this page. Asked once: after that it has begun. */
export function wasWaitedFor(mediaId: string): boolean {
  try {
    if (sessionStorage.getItem(mark) !== mediaId) return false;
    sessionStorage.removeItem(mark);
    return true;
  } catch {
    return false;
  }
}
