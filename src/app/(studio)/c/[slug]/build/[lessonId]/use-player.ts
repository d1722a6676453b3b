'use client';
import { useCallback, useMemo, useRef, useSyncExternalStore } from 'react';

/** The film of the desk, for all its parts: where it is, and to have it go elsewhere. Moments in milliseconds. */
export type DeskPlayer = ReturnType<typeof usePlayer>;

export function usePlayer() {
  const media = useRef<HTMLMediaElement | null>(null);
  const listeners = useRef(new Set<() => void>());
  const until = useRef<number | null>(null);
  const frame = useRef(0);

  const tell = useCallback(() => {
    for (const listener of listeners.current) listener();
  }, []);
  const attach = useCallback(
    (element: HTMLMediaElement | null) => {
      media.current = element;
      if (!element) return;
      const eachFrame = () => {
        if (until.current !== null && element.currentTime * 1000 >= until.current) {
          element.pause();
          until.current = null;
        }
        tell();
        frame.current = element.paused ? 0 : requestAnimationFrame(eachFrame);
      };
      const onPlay = () => {
        cancelAnimationFrame(frame.current);
        frame.current = requestAnimationFrame(eachFrame);
      };
      const events = ['pause', 'seeking', 'seeked', 'loadedmetadata'];
      for (const name of events) element.addEventListener(name, tell);
      element.addEventListener('play', onPlay);
      return () => {
        cancelAnimationFrame(frame.current);
        for (const name of events) element.removeEventListener(name, tell);
        element.removeEventListener('play', onPlay);
        media.current = null;
      };
    },
    [tell],
  );
  return useMemo(
    () => ({
      attach,
      subscribe: (listener: () => void) => {
        listeners.current.add(listener);
        return () => {
          listeners.current.delete(listener);
        };
      },
      at: () => Math.round((media.current?.currentTime ?? 0) * 1000),
      isPlaying: () => media.current?.paused === false,
      goTo(to: number) {
        until.current = null;
        if (media.current) media.current.currentTime = Math.max(0, to) / 1000;
      },
      toggle() {
        until.current = null;
        if (media.current?.paused) media.current.play().catch(() => {});
        else media.current?.pause();
      },
      playPassage(from: number, to: number) {
        if (!media.current) return;
        media.current.currentTime = from / 1000;
        until.current = to;
        media.current.play().catch(() => {});
      },
    }),
    [attach],
  );
}

/** Where the film is, for a part that shows it. */
export const usePlayerAt = (player: DeskPlayer): number => useSyncExternalStore(player.subscribe, player.at, () => 0);
export const useIsPlaying = (player: DeskPlayer): boolean =>
  useSyncExternalStore(player.subscribe, player.isPlaying, () => false);
