import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import { useOwnTexts } from '@/app/_client/own-texts';
import { same } from '@/core/kernel/change';
import { mayTryAgain, type Problem } from '@/core/kernel/problem';
import { type Drawn, fitsOn, reversed, type Step, stepped, undoable } from '@/core/marking';
import { newId } from '@/ui/ids';

const againAfterMs = 2000;
/** Of a step that the school fails at, so that it does not hold up those after it for good. */
const mostTries = 3;
/** How often it is asked what others have drawn meanwhile. */
const lookAfterMs = 4000;

export type Drawing = {
  readonly drawn: readonly Drawn[];
  /** What is there is known; before, nothing is drawn. */
  readonly loaded: boolean;
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

function stepsIn(text: string | null): Step[] {
  try {
    const kept: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(kept) ? (kept as Step[]) : [];
  } catch {
    return [];
  }
}
type SeenStep = Step & { readonly number: number; readonly isOwn: boolean };
const foreign = (steps: readonly SeenStep[]) => steps.filter(({ isOwn }) => !isOwn).map(({ id }) => id);

/**
 * What is drawn on a piece of work: seen at once, sent one step after another, and kept by the browser until the school
 * has it. Whatever somebody has drawn they can take back, to the beginning, also after the page was opened anew; what
 * others draw meanwhile appears by itself.
 *
 * `why`: why it is changed, where its learner has seen it.
 */
export function useDrawing(workId: string, why: string): Drawing {
  const own = useOwnTexts();
  const browser = useMemo(() => own(`drawn.${workId}`), [own, workId]);
  const [made, setMade] = useState<readonly Step[]>([]);
  // What others have made is shown, and left to them.
  const [others, setOthers] = useState<ReadonlySet<string>>(new Set());
  const [loaded, setLoaded] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const queue = useRef<Step[]>([]);
  const tries = useRef(0);
  const sending = useRef<Promise<boolean> | null>(null);
  const [waiting, setWaiting] = useState(0);
  const reason = useRef(why);
  reason.current = why;

  const sendAll = useCallback(async (): Promise<boolean> => {
    for (;;) {
      const step = queue.current[0];
      setWaiting(queue.current.length);
      browser.set(queue.current.length > 0 ? JSON.stringify(queue.current) : null);
      if (!step) return true;
      const kept = await act('marking.draw', { handInId: workId, step, why: reason.current });
      if (kept.ok) {
        queue.current = queue.current.slice(1);
        tries.current = 0;
        setProblem(null);
      } else {
        setProblem(kept.problem);
        const { code } = kept.problem;
        tries.current += 1;
        if (mayTryAgain(code) && (code !== 'unexpected' || tries.current < mostTries)) return false;
        tries.current = 0;
        // What cannot be kept is taken back, with what was built on it.
        const lost = new Set(queue.current.map(({ id }) => id));
        queue.current = [];
        setMade((before) => before.filter(({ id }) => !lost.has(id)));
      }
    }
  }, [workId, browser]);
  const send = useCallback((): Promise<boolean> => {
    sending.current ??= sendAll().finally(() => {
      sending.current = null;
    });
    return sending.current;
  }, [sendAll]);

  const known = useRef(0);
  const look = useCallback(async (): Promise<void> => {
    const since = await ask<readonly SeenStep[]>(`/handed-in/${workId}/steps?after=${known.current}`);
    if (!since.ok) {
      if (known.current === 0) setProblem(since.problem);
      return;
    }
    const isFirst = first.current;
    first.current = false;
    if (isFirst) {
      setProblem(null);
      setLoaded(true);
    }
    const left = isFirst ? stepsIn(browser.get()).filter(({ id }) => !since.value.some((one) => one.id === id)) : [];
    known.current = since.value.at(-1)?.number ?? known.current;
    if (since.value.length > 0) setOthers((before) => new Set([...before, ...foreign(since.value)]));
    if (since.value.length + left.length > 0)
      setMade((before) => {
        const there = new Set(before.map(({ id }) => id));
        return [...before, ...since.value.filter(({ id }) => !there.has(id)), ...left];
      });
    if (left.length === 0) return;
    queue.current = left;
    send();
  }, [workId, browser, send]);
  const first = useRef(true);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const goOn = async () => {
      if (first.current || document.visibilityState === 'visible') await look();
      timer = setTimeout(goOn, lookAfterMs);
    };
    goOn();
    return () => clearTimeout(timer);
  }, [look]);
  useEffect(() => {
    const timer = setInterval(() => queue.current.length > 0 && send(), againAfterMs);
    return () => clearInterval(timer);
  }, [send]);

  const add = (step: Step) => {
    queue.current = [...queue.current, step];
    setMade((before) => [...before, step]);
    send();
  };
  const drawn = made.reduce<readonly Drawn[]>(stepped, []);
  const { done, undone } = undoable(made.filter(({ id }) => !others.has(id)));
  // What somebody else has changed meanwhile is passed over.
  const back = done.findLast((step) => fitsOn(drawn, reversed(step, ''), same).ok);
  const again = undone.findLast((step) => fitsOn(drawn, step, same).ok);
  return {
    ...{ drawn, loaded, problem, waiting },
    canUndo: back !== undefined,
    canRedo: again !== undefined,
    change: (before, after) => add({ id: newId(), kind: 'do', before, after }),
    undo: () => back && add({ ...reversed(back, newId()), kind: 'undo' }),
    redo: () => again && add({ id: newId(), kind: 'redo', before: again.before, after: again.after }),
    settled: send,
  };
}
