import { useCallback, useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import type { Problem } from '@/core/kernel/problem';
import { type Drawn, reversed, type Step, stepped, undoable } from '@/core/marking';
import { newId } from '@/ui/ids';

const againAfterMs = 2000;

export type Drawing = {
  readonly drawn: readonly Drawn[];
  readonly problem: Problem | null;
  /** How many steps the school has not confirmed yet. */
  readonly waiting: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** What is there instead of some things: added, changed, or gone where there is nothing. */
  change(before: readonly Drawn[], after: readonly Drawn[]): void;
  undo(): void;
  redo(): void;
  /** Whether all of it has been kept, once nothing is on its way any more. */
  settled(): Promise<boolean>;
};

const keptAt = (workId: string) => `mosaik.drawn.${workId}`;
function keptSteps(workId: string): Step[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keptAt(workId)) ?? '[]');
    return Array.isArray(kept) ? (kept as Step[]) : [];
  } catch {
    return [];
  }
}
function keepSteps(workId: string, steps: readonly Step[]): void {
  try {
    if (steps.length > 0) localStorage.setItem(keptAt(workId), JSON.stringify(steps));
    else localStorage.removeItem(keptAt(workId));
  } catch {
    // A browser that keeps nothing still sends what is drawn.
  }
}

/**
 * What is drawn on a piece of work: seen at once, sent one step after another, and kept by the browser until the school
 * has it. Whatever was drawn can be taken back, to the beginning, also after the page was opened anew.
 *
 * `why`: why it is changed, where its learner has seen it.
 */
export function useDrawing(workId: string, steps: readonly Step[], why: string): Drawing {
  const [made, setMade] = useState<readonly Step[]>(steps);
  const [problem, setProblem] = useState<Problem | null>(null);
  const queue = useRef<Step[]>([]);
  const sending = useRef<Promise<boolean> | null>(null);
  const [waiting, setWaiting] = useState(0);
  const reason = useRef(why);
  reason.current = why;

  const sendAll = useCallback(async (): Promise<boolean> => {
    for (;;) {
      const step = queue.current[0];
      setWaiting(queue.current.length);
      keepSteps(workId, queue.current);
      if (!step) return true;
      const kept = await act('marking.draw', { handInId: workId, step, why: reason.current });
      if (kept.ok) {
        queue.current = queue.current.slice(1);
        setProblem(null);
      } else {
        setProblem(kept.problem);
        if (kept.problem.code === 'unreachable') return false;
        // What cannot be kept is taken back, with what was built on it.
        const lost = new Set(queue.current.map(({ id }) => id));
        queue.current = [];
        setMade((before) => before.filter(({ id }) => !lost.has(id)));
      }
    }
  }, [workId]);
  const send = useCallback((): Promise<boolean> => {
    sending.current ??= sendAll().finally(() => {
      sending.current = null;
    });
    return sending.current;
  }, [sendAll]);

  const first = useRef(steps);
  useEffect(() => {
    const known = new Set(first.current.map(({ id }) => id));
    const left = keptSteps(workId).filter(({ id }) => !known.has(id));
    if (left.length === 0) return;
    queue.current = left;
    setMade((before) => [...before, ...left]);
    send();
  }, [workId, send]);
  useEffect(() => {
    const timer = setInterval(() => queue.current.length > 0 && send(), againAfterMs);
    return () => clearInterval(timer);
  }, [send]);

  const add = (step: Step) => {
    queue.current = [...queue.current, step];
    setMade((before) => [...before, step]);
    send();
  };
  const { done, undone } = undoable(made);
  const [back, again] = [done.at(-1), undone.at(-1)];
  return {
    drawn: made.reduce<readonly Drawn[]>(stepped, []),
    ...{ problem, waiting },
    canUndo: back !== undefined,
    canRedo: again !== undefined,
    change: (before, after) => add({ id: newId(), kind: 'do', before, after }),
    undo: () => back && add({ ...reversed(back, newId()), kind: 'undo' }),
    redo: () => again && add({ id: newId(), kind: 'redo', before: again.before, after: again.after }),
    settled: send,
  };
}
