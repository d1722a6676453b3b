import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useAsksFirst } from '@/app/_client/use-asks-first';
import type { Problem, Result } from '@/core/kernel/problem';

const keepAfterMs = 900;

export type Keeping = {
  readonly kept: 'yes' | 'no' | 'keeping';
  readonly problem: Problem | null;
  readonly busy: boolean;
  finish(): void;
  leave(): void;
};

/**
 * Marks on a desk: kept as they are typed as long as their learner has not seen finished ones, finished with Ctrl
 * Enter, and then on to the next work.
 *
 * `save` sends what is there; it is another function as soon as something else is there.
 */
export function useKeeping(
  save: (finish: boolean) => Promise<Result<unknown>>,
  isMarked: boolean,
  next: string | null,
): Keeping {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem | null>(null);
  const [kept, setKept] = useState<Keeping['kept']>('yes');
  const [busy, setBusy] = useState(false);
  /** Whether what was sent last has been kept. One is on its way at a time: an older one that took longer came last. */
  const last = useRef(Promise.resolve(true));
  /** Keeps what waits for typing to pause, at once. */
  const waits = useRef<(() => void) | null>(null);
  const send = useCallback(
    (finish: boolean): Promise<boolean> => {
      setKept('keeping');
      const own: Promise<boolean> = last.current.then(async () => {
        const done = await save(finish);
        // What is there by now is not kept by what was sent before it.
        if (last.current === own && !waits.current) setKept(done.ok ? 'yes' : 'no');
        setProblem(done.ok ? null : done.problem);
        return done.ok;
      });
      last.current = own;
      return own;
    },
    [save],
  );
  const hasAsked = useRef(false);
  const first = useRef(true);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    setKept('no');
    hasAsked.current = false;
    if (isMarked) return;
    waits.current = () => {
      waits.current = null;
      clearTimeout(timer.current);
      void send(false);
    };
    timer.current = setTimeout(waits.current, keepAfterMs);
    return () => clearTimeout(timer.current);
  }, [send, isMarked]);
  // There are other ways off the desk than its buttons, such as to the next work.
  useEffect(() => () => waits.current?.(), []);
  // Nor is a page closed over what was not kept: what waits is sent, and what cannot be sent by itself is asked about.
  useAsksFirst(kept === 'no' && (isMarked || problem !== null));
  useEffect(() => {
    const close = () => waits.current?.();
    window.addEventListener('pagehide', close);
    return () => window.removeEventListener('pagehide', close);
  }, []);

  const go = (address: string) => {
    router.push(address);
    router.refresh();
  };
  const finish = async () => {
    setBusy(true);
    // What waits to be kept is finished with the rest, and not kept again behind it.
    clearTimeout(timer.current);
    waits.current = null;
    const done = await send(true);
    setBusy(false);
    if (done) go(next ?? '/marking');
  };
  const leave = async () => {
    clearTimeout(timer.current);
    waits.current = null;
    // A mark that was seen is changed by finishing it: whoever leaves instead is asked once.
    if (isMarked && kept === 'no' && !hasAsked.current) {
      hasAsked.current = true;
      const sentence = 'What you have changed is not kept yet: finish it, or leave once more to drop it.';
      return setProblem({ code: 'invalid', sentence });
    }
    const isKept = isMarked || (await (kept === 'no' ? send(false) : last.current));
    if (!isKept) return;
    go('/marking');
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') {
        event.preventDefault();
        finish();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return { kept, problem, busy, finish, leave };
}
