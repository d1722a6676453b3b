'use client';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from '../_learn/learn.module.css';
import { type Answer, Said } from './Said';

type Props = {
  readonly name: string /** The name they have asked for and that somebody has still to agree to. */;
  readonly asked: string | null;
};

/** The name somebody goes by. Whoever holds a certificate asks for another one, and the school agrees. */
export function ChangeName({ name, asked }: Props) {
  const [said, setSaid] = useState<Answer | null>(null);
  const ready = useReady();
  const change = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const wanted = String(new FormData(event.currentTarget).get('name'));
    const done = await act<{ waits: boolean }>('people.rename', { name: wanted });
    if (!done.ok) return setSaid({ good: false, sentence: done.problem.sentence });
    if (!done.value.waits) return window.location.reload();
    setSaid({
      good: true,
      sentence: 'You hold a certificate in your present name, so the owner of the school has to agree first.',
    });
  };
  return (
    <form className={styles.card} onSubmit={change} method="post">
      <label className={controls.field}>
        <span className={controls.label}>Your name, as others see it and as it stands on certificates</span>
        <input
          className={controls.input}
          name="name"
          defaultValue={asked ?? name}
          maxLength={120}
          autoComplete="name"
          dir="auto"
          required
        />
        {asked && !said && (
          <span className={controls.quiet}>
            You have asked for “<bdi>{asked}</bdi>”; the owner of the school has not decided yet.
          </span>
        )}
      </label>
      <button type="submit" className={controls.primary} disabled={!ready}>
        Change name
      </button>
      <Said said={said} />
    </form>
  );
}
