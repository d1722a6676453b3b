'use client';
import { type FormEvent, useState } from 'react';
import type { Problem } from '@/core/kernel/problem';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from '../_learn/learn.module.css';
import { type Answer, Said } from './Said';

const shortest = 10;

/** Changes the password, and signs out everywhere else. */
export function ChangePassword() {
  const [said, setSaid] = useState<Answer | null>(null);
  const ready = useReady();
  const change = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const values = new FormData(form);
    const newPassword = String(values.get('new'));
    if (newPassword.length < shortest)
      return setSaid({ good: false, sentence: `Use at least ${shortest} characters.` });
    try {
      const answer = await fetch('/api/auth/change-password', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ currentPassword: String(values.get('current')), newPassword }),
      });
      if (!answer.ok)
        return setSaid({ good: false, sentence: ((await answer.json()) as { problem: Problem }).problem.sentence });
      form.reset();
      setSaid({ good: true, sentence: 'Your password is changed, and you are signed out everywhere else.' });
    } catch {
      setSaid({
        good: false,
        sentence: 'The school cannot be reached. Check the connection; what you typed is still here.',
      });
    }
  };
  return (
    <form className={styles.card} onSubmit={change} method="post">
      <label className={controls.field}>
        <span className={controls.label}>Present password</span>
        <input className={controls.input} name="current" type="password" autoComplete="current-password" required />
      </label>
      <label className={controls.field}>
        <span className={controls.label}>New password, at least {shortest} characters</span>
        <input className={controls.input} name="new" type="password" autoComplete="new-password" required />
      </label>
      <button type="submit" className={controls.primary} disabled={!ready}>
        Change password
      </button>
      <Said said={said} />
    </form>
  );
}
