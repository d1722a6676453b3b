'use client';
import { useState } from 'react';
import { signOut } from '@/app/_client/sign-out';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';

export function LeaveButtons() {
  const ready = useReady();
  const [problem, setProblem] = useState<string | null>(null);
  const leave = async (everywhere: boolean) => setProblem(await signOut(everywhere));
  return (
    <>
      {problem && (
        <span role="alert" className={controls.problem}>
          {problem}
        </span>
      )}
      <button type="button" className={controls.button} onClick={() => leave(false)} disabled={!ready}>
        Sign out
      </button>
      <button type="button" className={controls.button} onClick={() => leave(true)} disabled={!ready}>
        Everywhere
      </button>
    </>
  );
}
