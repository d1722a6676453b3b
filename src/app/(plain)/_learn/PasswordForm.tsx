'use client';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { useLeaving } from './going';

/** Asks for the password of a lesson, and opens it when it is right. */
export function PasswordForm({ courseId, lessonId }: { readonly courseId: string; readonly lessonId: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const { anew } = useLeaving();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setBusy(true);
    const password = String(new FormData(event.currentTarget).get('password'));
    const done = await act<{ opened: boolean; sentence: string }>('learning.unlock', { courseId, lessonId, password });
    if (done.ok && done.value.opened) return anew();
    setProblem(done.ok ? done.value.sentence : done.problem.sentence);
    setBusy(false);
  };
  return (
    <form onSubmit={submit} method="post">
      <label className={controls.field}>
        <span className={controls.label}>Password of this lesson</span>
        <input className={controls.input} name="password" type="password" autoComplete="off" required />
      </label>
      <button type="submit" className={controls.primary} disabled={busy || !ready}>
        Open
      </button>
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </form>
  );
}
