'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';

export function ClaimButton({
  command,
  courseId,
  label,
}: {
  readonly command: 'certificate.claim' | 'enrolment.finish';
  readonly courseId: string;
  readonly label: string;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const ready = useReady();
  const claim = async () => {
    const done = await act(command, { courseId });
    if (done.ok) window.location.reload();
    else setProblem(done.problem.sentence);
  };
  return (
    <p>
      <button type="button" className={controls.primary} onClick={claim} disabled={!ready}>
        {label}
      </button>
      {problem && (
        <span role="alert" className={controls.problem}>
          {problem}
        </span>
      )}
    </p>
  );
}
