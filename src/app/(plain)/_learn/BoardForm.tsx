'use client';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { useLeaving } from './going';

type Props = { readonly courseId: string; readonly lessonId: string; readonly ownName: string | null };

/** Chooses whether one stands on a board, and by which name. */
export function BoardForm({ courseId, lessonId, ownName }: Props) {
  const [name, setName] = useState(ownName ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const { anew } = useLeaving();
  const send = async (chosen: string | null) => {
    setBusy(true);
    const done = await act('quiz.show-on-board', { courseId, lessonId, name: chosen });
    if (done.ok) return anew();
    setProblem(done.problem.sentence);
    setBusy(false);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send(name);
  };
  return (
    <form onSubmit={submit} method="post">
      <label className={controls.field}>
        <span className={controls.label}>Your name on the board; nobody sees your result there without one</span>
        <input
          className={controls.input}
          maxLength={40}
          value={name}
          readOnly={!ready}
          required
          onChange={(event) => setName(event.currentTarget.value)}
        />
      </label>
      <button type="submit" className={controls.button} disabled={busy || !ready}>
        {ownName === null ? 'Show my result' : 'Change the name'}
      </button>{' '}
      {ownName !== null && (
        <button type="button" className={controls.button} disabled={busy || !ready} onClick={() => send(null)}>
          Do not show it any more
        </button>
      )}
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </form>
  );
}
