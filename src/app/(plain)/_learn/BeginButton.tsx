'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';

export function BeginButton({
  courseId,
  lessonId,
  base,
  label,
}: {
  readonly courseId: string;
  readonly lessonId: string;
  readonly base: string;
  readonly label: string;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const begin = async () => {
    setBusy(true);
    const begun = await act<{ id: string }>('quiz.begin', { courseId, lessonId });
    if (begun.ok) return window.location.assign(`${base}/sitting/${begun.value.id}`);
    setProblem(begun.problem.sentence);
    setBusy(false);
  };
  return (
    <div>
      <button type="button" className={controls.primary} onClick={begin} disabled={busy || !ready}>
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
