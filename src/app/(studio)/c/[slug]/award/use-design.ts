import { useCallback, useEffect, useRef, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import type { Design } from '@/core/certificate';
import type { Problem } from '@/core/kernel/problem';
import type { OneDesign, SeenDesign } from '@/server/certificate';

const keepAfterMs = 600;
const againAfterMs = 4000;
/** Changes of one kind that follow one another so soon are one step of undo. */
const togetherMs = 1200;

export type Opened = SeenDesign<OneDesign> & {
  readonly versions: readonly { readonly number: number; readonly at: string }[];
  readonly mayUse: boolean;
};
type Working = { readonly design: Design; readonly name: string };
export type Designing = {
  /** Null while it is being opened. */
  readonly opened: Opened | null;
  readonly design: Design | null;
  readonly name: string;
  readonly kept: 'saved' | 'saving' | 'waiting';
  readonly problem: Problem | null;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** `kind`: changes of one kind that follow one another are taken back together. */
  change(next: (design: Design) => Design, kind?: string): void;
  rename(name: string): void;
  undo(): void;
  redo(): void;
  /** Puts it to use as it is, once all of it is kept. */
  use(): Promise<Problem | null>;
  restore(version: number): Promise<void>;
  reload(): void;
};

/**
 * A design while it is being made: changed at once, kept shortly after, and taken back step by step to how it was when
 * it was opened. What could not be kept is sent again until it is.
 */
export function useDesign(designId: string | null): Designing {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [working, setWorking] = useState<Working | null>(null);
  const [kept, setKept] = useState<Designing['kept']>('saved');
  const [problem, setProblem] = useState<Problem | null>(null);
  const [steps, setSteps] = useState<{ readonly past: readonly Working[]; readonly future: readonly Working[] }>({
    ...{ past: [], future: [] },
  });
  const now = useRef<Working | null>(null);
  const revision = useRef(0);
  const last = useRef({ kind: '', at: 0 });
  const dirty = useRef(false);
  const sending = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const here = useRef(designId);
  here.current = designId;

  const load = useCallback(async () => {
    if (designId === null) return;
    const found = await ask<Opened>(`/api/designs/${designId}`);
    if (here.current !== designId) return;
    if (!found.ok) return setProblem(found.problem);
    revision.current = found.value.revision;
    dirty.current = false;
    now.current = { design: found.value.content, name: found.value.name };
    setOpened(found.value);
    setWorking(now.current);
    setProblem(null);
    setKept('saved');
  }, [designId]);
  useEffect(() => {
    setOpened(null);
    setWorking(null);
    setSteps({ past: [], future: [] });
    load();
  }, [load]);

  const sendNow = useCallback(async (): Promise<boolean> => {
    while (dirty.current && now.current && designId !== null) {
      dirty.current = false;
      setKept('saving');
      const { design: content, name } = now.current;
      const done = await act<{ revision: number }>('certificate.save-design', {
        ...{ designId, revision: revision.current, name: name.trim() || 'Without a name', content },
      });
      if (!done.ok) {
        dirty.current = true;
        setKept('waiting');
        setProblem(done.problem);
        if (done.problem.code === 'unreachable') timer.current = setTimeout(() => flush.current(), againAfterMs);
        return false;
      }
      revision.current = done.value.revision;
      setOpened((before) => before && { ...before, revision: done.value.revision, isChanged: true });
      setProblem(null);
    }
    setKept('saved');
    return true;
  }, [designId]);
  const flush = useRef<() => Promise<boolean>>(async () => true);
  flush.current = () => {
    clearTimeout(timer.current);
    sending.current ??= sendNow().finally(() => {
      sending.current = null;
    });
    return sending.current;
  };
  useEffect(() => {
    const onLeave = () => {
      if (dirty.current) flush.current();
    };
    const warn = (event: BeforeUnloadEvent) => {
      if (dirty.current || sending.current) event.preventDefault();
    };
    window.addEventListener('pagehide', onLeave);
    window.addEventListener('beforeunload', warn);
    return () => {
      onLeave();
      window.removeEventListener('pagehide', onLeave);
      window.removeEventListener('beforeunload', warn);
    };
  }, []);

  const set = (next: Working) => {
    now.current = next;
    dirty.current = true;
    setWorking(next);
    setKept('waiting');
    clearTimeout(timer.current);
    timer.current = setTimeout(() => flush.current(), keepAfterMs);
  };
  const step = (next: Working, kind: string) => {
    const before = now.current;
    if (!before) return;
    const at = Date.now();
    const joins = kind !== '' && kind === last.current.kind && at - last.current.at < togetherMs;
    last.current = { kind, at };
    setSteps(({ past }) => ({ past: joins && past.length > 0 ? past : [...past, before], future: [] }));
    set(next);
  };
  const back = (from: 'past' | 'future') => {
    const to = from === 'past' ? 'future' : 'past';
    const next = steps[from].at(-1);
    const before = now.current;
    if (!next || !before) return;
    last.current = { kind: '', at: 0 };
    setSteps({ ...steps, [from]: steps[from].slice(0, -1), [to]: [...steps[to], before] });
    set(next);
  };
  return {
    opened,
    design: working?.design ?? null,
    name: working?.name ?? '',
    ...{ kept, problem },
    canUndo: steps.past.length > 0,
    canRedo: steps.future.length > 0,
    change(next, kind = '') {
      const before = now.current;
      const design = before && next(before.design);
      if (before && design && design !== before.design) step({ ...before, design }, kind);
    },
    rename: (name) => now.current && step({ ...now.current, name }, 'name'),
    undo: () => back('past'),
    redo: () => back('future'),
    async use() {
      if (designId === null || !(await flush.current())) return problem;
      const done = await act<{ version: number }>('certificate.use-design', { designId, revision: revision.current });
      if (!done.ok) return done.problem;
      const found = await ask<Opened>(`/api/designs/${designId}`);
      if (found.ok) setOpened(found.value);
      return null;
    },
    async restore(version) {
      if (designId === null || !(await flush.current())) return;
      const before = now.current;
      const done = await act('certificate.restore-design', { designId, revision: revision.current, version });
      if (!done.ok) return setProblem(done.problem);
      await load();
      if (before) setSteps(({ past }) => ({ past: [...past, before], future: [] }));
    },
    reload: load,
  };
}
