'use client';
import { useState } from 'react';
import { signOut } from '@/app/_client/sign-out';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from './learn.module.css';

export function LeaveButtons() {
  const ready = useReady();
  const [problem, setProblem] = useState<string | null>(null);
  const leave = async (everywhere: boolean) => setProblem(await signOut(everywhere));
  return (
    <>
      {problem && (
        <p role="alert" className={`${controls.notice} ${styles.notOut}`}>
          {problem}
        </p>
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
