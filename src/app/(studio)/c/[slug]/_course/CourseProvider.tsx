'use client';
import { usePathname } from 'next/navigation';
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import type { MediaFacts } from '@/core/media';
import { courseOf, type Finding, type PackedOutline, readiness, releasedSections, unpackOutline } from '@/core/outline';
import type { PresetSettings } from '@/core/quiz';
import { openingTexts } from '@/core/release';
import type { CourseHead, UndoState } from '@/server/outline';
import { type SectionTiles, tilesOf } from '@/ui/tile/tiles';
import { type CourseState, CourseStore, type DeskState } from './store';

export type Desk = {
  readonly store: CourseStore;
  readonly state: DeskState;
  readonly head: CourseHead;
  readonly findings: readonly Finding[];
  readonly rows: readonly SectionTiles[];
  readonly opens: ReadonlyMap<string, string>;
};
/** Null outside a course. */
export const DeskContext = createContext<Desk | null>(null);
const StoreContext = createContext<CourseStore | null>(null);

type Props = {
  readonly personId: string;
  readonly head: CourseHead;
  readonly outline: PackedOutline;
  readonly revision: number;
  readonly media: readonly MediaFacts[];
  readonly undo: UndoState;
  /** How quizzes of the school begin; null for as they are usually made. */
  readonly usualQuiz: PresetSettings | null;
  readonly children: ReactNode;
};

/** One working copy for all stages: what is changed in one is seen in the others. */
export function CourseProvider({ personId, head, outline, revision, media, undo, usualQuiz, children }: Props) {
  const [store] = useState(() => new CourseStore(personId, head.id, unpackOutline(outline), revision, media, undo));
  store.usualQuiz = usualQuiz;
  const state = useSyncExternalStore(store.subscribe, store.getDesk, store.getDesk);
  const findings = useMemo(() => readiness(state.outline, state.media), [state.outline, state.media]);
  const lastRows = useRef<readonly SectionTiles[]>([]);
  const rows = useMemo(() => {
    lastRows.current = tilesOf(state.outline, state.media, findings, lastRows.current);
    return lastRows.current;
  }, [state.outline, state.media, findings]);

  const opens = useMemo(() => openingTexts(courseOf(state.outline), releasedSections(state.outline)), [state.outline]);

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (store.hasUnsaved) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [store]);

  useEffect(() => store.join(), [store]);
  const stage = usePathname().split('/')[3] ?? '';
  useEffect(() => store.goTo(stage), [store, stage]);

  const waiting = [...state.media.values()].some((one) => one.state === 'waiting');
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(store.refreshMedia, 1500);
    return () => clearInterval(timer);
  }, [store, waiting]);

  const desk = useMemo(
    () => ({ store, state, head, findings, rows, opens }),
    [store, state, head, findings, rows, opens],
  );
  return (
    <StoreContext value={store}>
      <DeskContext value={desk}>{children}</DeskContext>
    </StoreContext>
  );
}

export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('useDesk is used within a CourseProvider.');
  return desk;
}

/** The store alone, for what changes by itself and should not wait for the whole desk. */
export function useCourseStore(): CourseStore {
  const store = useContext(StoreContext);
  if (!store) throw new Error('useCourseStore is used within a CourseProvider.');
  return store;
}

export const useCourse = () => courseOf(useDesk().state.outline);

/** One part of what changes apart from the outline: saving, undo, who is here. */
export function useCourseStatus<K extends keyof CourseState>(key: K): CourseState[K] {
  const store = useCourseStore();
  const read = () => store.get()[key];
  return useSyncExternalStore(store.subscribe, read, read);
}
