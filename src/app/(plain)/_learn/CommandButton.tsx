'use client';
import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { useLeaving } from './going';

type Props = {
  readonly command:
    | 'quiz.begin'
    | 'learning.mark-done'
    | 'enrolment.finish'
    | 'certificate.claim'
    | 'assignment.begin'
    | 'assignment.take-back';
  readonly input: { readonly courseId: string; readonly lessonId?: string; readonly handInId?: string };
  readonly label: string;
  /** Where to go once it is done, `{id}` standing for the id that came back; the same page, anew, when left out. */
  readonly goTo?: string;
  /** Whether it is done as soon as the page is there. */
  readonly atOnce?: boolean;
};

/** A button that does one command, and says so where it stands when that is refused. */
export function CommandButton({ command, input, label, goTo, atOnce = false }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // One deed for as long as this page is open: what is begun is not begun twice because an answer was lost.
  const [deed] = useState(() => v7());
  const ready = useReady();
  const { go, anew } = useLeaving();
  const run = async () => {
    setBusy(true);
    const done = await act<{ id?: string } | null>(command, command === 'quiz.begin' ? { ...input, deed } : input);
    if (done.ok) return goTo ? go(goTo.replace('{id}', done.value?.id ?? '')) : anew();
    setProblem(done.problem.sentence);
    setBusy(false);
  };
  const first = useRef(atOnce);
  useEffect(() => {
    if (!first.current) return;
    first.current = false;
    run();
  });
  return (
    <div>
      <button type="button" className={controls.primary} onClick={run} disabled={busy || !ready}>
        {label}
      </button>
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </div>
  );
}
