'use client';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { MediaFacts } from '@/core/media';
import { courseOf, type Finding, type Outline, readiness } from '@/core/outline';
import { openingTexts } from '@/core/release';
import type { CourseHead, UndoState } from '@/server/outline';
import { type SectionTiles, tilesOf } from '@/ui/tile/tiles';
import { type CourseState, CourseStore } from './store';

type Desk = {
  readonly store: CourseStore;
  readonly state: CourseState;
  readonly head: CourseHead;
  readonly findings: readonly Finding[];
  readonly rows: readonly SectionTiles[];
  readonly opens: ReadonlyMap<string, string>;
};
const Context = createContext<Desk | null>(null);

type Props = {
  readonly head: CourseHead;
  readonly outline: Outline;
  readonly media: readonly MediaFacts[];
  readonly undo: UndoState;
  readonly children: ReactNode;
};

/** One working copy for all stages: what is changed in one is seen in the others. */
export function CourseProvider({ head, outline, media, undo, children }: Props) {
  const [store] = useState(() => new CourseStore(head.id, outline, media, undo));
  const state = useSyncExternalStore(store.subscribe, store.get, store.get);
  const findings = useMemo(() => readiness(state.outline, state.media), [state.outline, state.media]);
  const rows = useMemo(() => tilesOf(state.outline, state.media, findings), [state.outline, state.media, findings]);

  const opens = useMemo(
    () =>
      openingTexts(
        courseOf(state.outline),
        rows.map(({ section, tiles }) => ({ ...section, lessons: tiles.map((tile) => tile.lesson) })),
      ),
    [state.outline, rows],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (store.hasUnsaved) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [store]);

  const waiting = [...state.media.values()].some((one) => one.state === 'waiting');
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(store.refreshMedia, 1500);
    return () => clearInterval(timer);
  }, [store, waiting]);

  return <Context value={{ store, state, head, findings, rows, opens }}>{children}</Context>;
}

export function useDesk(): Desk {
  const desk = useContext(Context);
  if (!desk) throw new Error('useDesk is used within a CourseProvider.');
  return desk;
}

export const useCourse = () => courseOf(useDesk().state.outline);
