'use client';
import { type FormEvent, useState } from 'react';
import { send } from '@/app/_client/act';
import { localeNear } from '@/core/kernel/locale';
import type { Problem } from '@/core/kernel/problem';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { signIn } from './sign-in';
import styles from './sign-in.module.css';

const fields = [
  { name: 'school', label: 'Name of the school', type: 'text', autoComplete: 'organization' },
  { name: 'name', label: 'Your name', type: 'text', autoComplete: 'name' },
  { name: 'email', label: 'E-mail address', type: 'email', autoComplete: 'username' },
  { name: 'password', label: 'Password, at least 10 characters', type: 'password', autoComplete: 'new-password' },
] as const;

export function FirstOwner() {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const values = Object.fromEntries(
      [...new FormData(event.currentTarget)].map(([key, value]) => [key, String(value)]),
    );
    setBusy(true);
    const made = await send('/api/first-owner', {
      ...values,
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      locale: localeNear(navigator.languages),
    });
    const sentence = made.ok ? await signIn(values.email ?? '', values.password ?? '') : null;
    if (made.ok && sentence === null) return window.location.assign('/courses');
    setProblem(made.ok ? { code: 'unexpected', sentence: sentence ?? '' } : made.problem);
    setBusy(false);
  };
  return (
    <>
      <div>
        <h1>Begin your school</h1>
        <p className={controls.quiet}>You are the first here. This makes the school, and you its owner.</p>
      </div>
      <form className={styles.form} onSubmit={submit} noValidate method="post">
        {problem && !problem.field && (
          <p role="alert" className={controls.notice}>
            {problem.sentence}
          </p>
        )}
        {fields.map(({ name, label, type, autoComplete }) => {
          const wrong = problem?.field === name;
          return (
            <label key={name} className={controls.field}>
              <span className={controls.label}>{label}</span>
              <input
                className={controls.input}
                name={name}
                type={type}
                autoComplete={autoComplete}
                aria-invalid={wrong}
                aria-describedby={wrong ? `${name}-problem` : undefined}
              />
              {wrong && (
                <span role="alert" id={`${name}-problem`} className={controls.problem}>
                  {problem.sentence}
                </span>
              )}
            </label>
          );
        })}
        <button type="submit" className={controls.primary} disabled={busy || !ready}>
          {busy ? 'Beginning…' : 'Begin'}
        </button>
      </form>
    </>
  );
}
