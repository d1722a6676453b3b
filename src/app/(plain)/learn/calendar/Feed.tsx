'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from '../../_learn/learn.module.css';

/** The private address of a calendar, for a calendar program. */
export function Feed({ address }: { readonly address: string | null }) {
  const ready = useReady();
  const [shown, setShown] = useState(address);
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (on: boolean) => {
    const done = await act<{ address: string | null }>('calendar.set-feed', { on });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) setShown(done.value.address);
  };
  return (
    <section className={styles.feed} aria-label="In your calendar program">
      <h2>In your calendar program</h2>
      <p className={controls.quiet}>
        With an address of its own, your calendar program keeps itself up to date. Whoever has the address can read it.
      </p>
      {shown && (
        <p>
          <input className={controls.input} aria-label="Address of your calendar" readOnly value={shown} />
          <a href={shown} download="courses.ics">
            Save it as a file
          </a>
        </p>
      )}
      <p>
        <button type="button" className={controls.button} disabled={!ready} onClick={() => set(true)}>
          {shown ? 'Another address' : 'Make an address'}
        </button>{' '}
        {shown && (
          <button type="button" className={controls.button} disabled={!ready} onClick={() => set(false)}>
            No address
          </button>
        )}
      </p>
      {problem && <p role="alert">{problem}</p>}
    </section>
  );
}
