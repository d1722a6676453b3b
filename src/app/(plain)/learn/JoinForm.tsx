'use client';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from '../_learn/learn.module.css';

/** Joining a cohort with the code somebody was told. */
export function JoinForm() {
  const ready = useReady();
  const [code, setCode] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const join = async (event: FormEvent) => {
    event.preventDefault();
    const done = await act<{ cohort: string; waits: boolean }>('cohort.join', { code });
    if (!done.ok) return setSaid(done.problem.sentence);
    if (done.value.waits)
      setSaid(`${done.value.cohort} has no seat left. You wait for one, and stand in the queue from now on.`);
    else window.location.reload();
  };
  return (
    <form className={styles.join} onSubmit={join}>
      <label>
        A code for a course{' '}
        <input
          className={controls.input}
          value={code}
          readOnly={!ready}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => setCode(event.currentTarget.value)}
        />
      </label>
      <button type="submit" className={controls.button} disabled={!ready || code.trim() === ''}>
        Join
      </button>
      {said && <p role="alert">{said}</p>}
    </form>
  );
}
