import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
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
  const send = useCallback(
    async (finish: boolean): Promise<boolean> => {
      setKept('keeping');
      const done = await save(finish);
      setKept(done.ok ? 'yes' : 'no');
      setProblem(done.ok ? null : done.problem);
      return done.ok;
    },
    [save],
  );
  const first = useRef(true);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    setKept('no');
    if (isMarked) return;
    timer.current = setTimeout(() => send(false), keepAfterMs);
    return () => clearTimeout(timer.current);
  }, [send, isMarked]);

  const go = (address: string) => {
    router.push(address);
    router.refresh();
  };
  const finish = async () => {
    setBusy(true);
    // What waits to be kept is finished with the rest, and not kept again behind it.
    clearTimeout(timer.current);
    const done = await send(true);
    setBusy(false);
    if (done) go(next ?? '/marking');
  };
  const leave = async () => {
    if (kept === 'no' && !isMarked && !(await send(false))) return;
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
