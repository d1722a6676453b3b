'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Criterion } from '@/core/assignment';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { useLeaving } from './going';
import styles from './work.module.css';

type Props = {
  readonly input: { readonly courseId: string; readonly lessonId: string; readonly handInId: string };
  readonly criteria: readonly Criterion[];
};

/** A learner asks for another look at a mark, with a reason for each criterion it is about. */
export function AskForLook({ input, criteria }: Props) {
  const ready = useReady();
  const { anew } = useLeaving();
  const [words, setWords] = useState<{ readonly [id: string]: string }>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const fields = [...criteria.map(({ id, title }) => ({ id, title })), { id: '', title: 'The whole of it' }];
  const ask = async () => {
    setBusy(true);
    const reasons = fields
      .filter(({ id }) => (words[id] ?? '').trim() !== '')
      .map(({ id }) => ({ criterionId: id || null, words: words[id] }));
    const asked = await act('assignment.ask-look', { ...input, reasons });
    if (asked.ok) return anew();
    setBusy(false);
    setProblem(asked.problem.sentence);
  };
  return (
    <details>
      <summary>Ask for another look</summary>
      <p className={controls.quiet}>
        Say why, where you think a mark is not right. Whoever marks reads it and answers.
      </p>
      {fields.map(({ id, title }) => (
        <label key={id} className={controls.field}>
          <span className={controls.label}>
            <bdi>{title}</bdi>
          </span>
          <textarea
            className={`${controls.input} ${styles.reason}`}
            rows={2}
            maxLength={2000}
            readOnly={!ready}
            value={words[id] ?? ''}
            onChange={(event) => setWords({ ...words, [id]: event.currentTarget.value })}
          />
        </label>
      ))}
      {problem && (
        <p role="alert" className={controls.notice}>
          {problem}
        </p>
      )}
      <button type="button" className={controls.button} disabled={!ready || busy} onClick={ask}>
        Ask for another look
      </button>
    </details>
  );
}
