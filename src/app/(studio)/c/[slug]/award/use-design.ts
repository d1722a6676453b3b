import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { act, ask } from '@/app/_client/act';
import type { KeptText } from '@/app/_client/kept-text';
import { useOwnTexts } from '@/app/_client/own-texts';
import type { Design } from '@/core/certificate';
import type { Problem } from '@/core/kernel/problem';
import type { OneDesign, SeenDesign } from '@/server/certificate';
import { DesignDesk } from './design-desk';

export type Opened = SeenDesign<OneDesign> & {
  readonly versions: readonly { readonly number: number; readonly at: string }[];
  readonly mayUse: boolean;
};
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

const read = (designId: string) => ask<Opened>(`/api/designs/${designId}`);
const asSent = ({ content: design, name, revision }: Opened) => ({ design, name, revision });

const deskFor = (designId: string, opened: Opened, kept: KeptText): DesignDesk =>
  new DesignDesk(
    asSent(opened),
    ({ design: content, name, revision }) => act('certificate.save-design', { designId, revision, content, name }),
    kept,
  );

type Open = { readonly id: string; readonly opened: Opened; readonly desk: DesignDesk };
const noWord = () => () => {};

/** A design on the desk: opened, made, kept and put to use. */
export function useDesign(designId: string | null): Designing {
  const [open, setOpen] = useState<Open | null>(null);
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const own = useOwnTexts();
  useEffect(() => {
    setTrouble(null);
    if (designId === null) return setOpen(null);
    let gone = false;
    read(designId).then((found) => {
      if (gone) return;
      if (found.ok)
        setOpen({ id: designId, opened: found.value, desk: deskFor(designId, found.value, own(`design.${designId}`)) });
      else setTrouble(found.problem);
    });
    return () => {
      gone = true;
    };
  }, [designId, own]);

  const here = open?.id === designId ? open : null;
  const desk = here?.desk ?? null;
  const state = useSyncExternalStore(
    desk?.subscribe ?? noWord,
    () => desk?.get() ?? null,
    () => null,
  );
  useEffect(() => {
    if (!desk) return;
    const leave = () => {
      if (desk.hasUnsaved) desk.flush();
    };
    const warn = (event: BeforeUnloadEvent) => {
      if (desk.hasUnsaved) event.preventDefault();
    };
    window.addEventListener('pagehide', leave);
    window.addEventListener('beforeunload', warn);
    return () => {
      leave();
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('beforeunload', warn);
    };
  }, [desk]);

  /** What there is in the school, looked at again; `isTaken`: also in the place of what is here. */
  const again = useCallback(
    async (isTaken: boolean) => {
      if (designId === null || !desk) return;
      const found = await read(designId);
      if (!found.ok) return setTrouble(found.problem);
      setTrouble(null);
      if (isTaken) desk.adopt(asSent(found.value));
      setOpen((before) => before && { ...before, opened: found.value });
    },
    [designId, desk],
  );

  const isChanged = here !== null && (here.opened.isChanged || (desk?.revision ?? 0) !== here.opened.revision);
  return {
    opened: here && desk && { ...here.opened, revision: desk.revision, isChanged },
    design: state?.design ?? null,
    name: state?.name ?? '',
    kept: state?.kept ?? 'saved',
    problem: state?.problem ?? trouble,
    canUndo: state?.canUndo ?? false,
    canRedo: state?.canRedo ?? false,
    change: (next, kind) => desk?.change(next, kind),
    rename: (name) => desk?.rename(name),
    undo: () => desk?.undo(),
    redo: () => desk?.redo(),
    async use() {
      if (designId === null || !desk) return null;
      if (!(await desk.flush())) return desk.get().problem;
      const done = await act('certificate.use-design', { designId, revision: desk.revision });
      if (!done.ok) return done.problem;
      await again(false);
      return null;
    },
    async restore(version) {
      if (designId === null || !desk || !(await desk.flush())) return;
      const done = await act('certificate.restore-design', { designId, revision: desk.revision, version });
      if (!done.ok) return setTrouble(done.problem);
      await again(true);
    },
    reload: () => void again(true),
  };
}
