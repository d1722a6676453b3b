'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';

type Props = { readonly courseId: string; readonly lessonId: string; readonly wanted: boolean };

/** Whether somebody wants to be told when a lesson opens. */
export function TellMe({ courseId, lessonId, ...given }: Props) {
  const [wanted, setWanted] = useState(given.wanted);
  const [problem, setProblem] = useState<string | null>(null);
  const ready = useReady();
  const ask = async () => {
    const done = await act('release.tell-me', { courseId, lessonId, wanted: !wanted });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) setWanted(!wanted);
  };
  return (
    <>
      <p>
        <button type="button" className={controls.button} aria-pressed={wanted} disabled={!ready} onClick={ask}>
          {wanted ? 'You will be told. Leave it' : 'Tell me when it opens'}
        </button>
      </p>
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </>
  );
}
