'use client';
import { useState } from 'react';
import { signOut } from '@/app/_client/sign-out';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from './learn.module.css';

/** Signs out in this browser, or in every one. */
export function LeaveButton({ everywhere = false }: { readonly everywhere?: boolean }) {
  const ready = useReady();
  const [problem, setProblem] = useState<string | null>(null);
  const leave = async () => setProblem(await signOut(everywhere));
  return (
    <>
      {problem && (
        <p role="alert" className={`${controls.notice} ${styles.notOut}`}>
          {problem}
        </p>
      )}
      <button type="button" className={controls.button} onClick={leave} disabled={!ready}>
        {everywhere ? 'Sign out everywhere' : 'Sign out'}
      </button>
    </>
  );
}
