'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';

type Props = { readonly courseId: string; readonly lessonId: string; readonly nextHref: string; readonly label: string };

export function DoneButton({ courseId, lessonId, nextHref, label }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const done = async () => {
    setBusy(true);
    const marked = await act('learning.mark-done', { courseId, lessonId });
    if (marked.ok) return window.location.assign(nextHref);
    setProblem(marked.problem.sentence);
    setBusy(false);
  };
  return (
    <>
      <button type="button" className={controls.primary} onClick={done} disabled={busy || !ready}>
        {label}
      </button>
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </>
  );
}
