'use client';
import { type FormEvent, useState } from 'react';
import { initialsOf } from '@/core/kernel/initials';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { signIn } from './sign-in';
import styles from './sign-in.module.css';

type Props = {
  readonly school: string;
  readonly people: readonly { readonly name: string; readonly email: string; readonly role: string }[];
  readonly samplePassword: string | null;
  readonly next: string;
};

export function SignIn({ school, people, samplePassword, next }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();

  const enter = async (email: string, password: string) => {
    setBusy(true);
    setProblem(null);
    const sentence = await signIn(email, password);
    if (sentence === null) window.location.assign(next);
    else {
      setProblem(sentence);
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    enter(String(form.get('email')), String(form.get('password')));
  };
  return (
    <>
      <div>
        <h1>Sign in</h1>
        <p className={controls.quiet}>{school}</p>
      </div>
      {problem && (
        <p role="alert" className={controls.notice}>
          {problem}
        </p>
      )}
      <form className={styles.form} onSubmit={submit} method="post">
        <label className={controls.field}>
          <span className={controls.label}>E-mail address</span>
          <input className={controls.input} name="email" type="email" autoComplete="username" required />
        </label>
        <label className={controls.field}>
          <span className={controls.label}>Password</span>
          <input className={controls.input} name="password" type="password" autoComplete="current-password" required />
        </label>
        <button type="submit" className={controls.primary} disabled={busy || !ready}>
          {busy ? 'Signing in…' : 'Sign in'}
        </button>
      </form>
      {people.length > 0 && samplePassword && (
        <section aria-label="People of the sample school">
          <p className={controls.label} style={{ marginBottom: 6 }}>
            This is the sample school. Go in as
          </p>
          <ul className={styles.people}>
            {people.map((person) => (
              <li key={person.email}>
                <button
                  type="button"
                  className={styles.person}
                  disabled={busy || !ready}
                  onClick={() => enter(person.email, samplePassword)}
                >
                  <span className={styles.initials} aria-hidden="true">
                    {initialsOf(person.name)}
                  </span>
                  <bdi>{person.name}</bdi>
                  <span className={wordStyles.quiet}>{person.role}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
