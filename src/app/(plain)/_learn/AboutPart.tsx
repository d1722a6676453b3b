'use client';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import { asksOf, type PersonAsks, type ToldAbout } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { useLeaving } from './going';
import styles from './work.module.css';

type Props = {
  readonly courseId: string;
  readonly lessonId: string;
  readonly asks: PersonAsks;
  readonly when: 'before' | 'after';
  /** What they have said before; null where they have not agreed to say anything. */
  readonly told: ToldAbout | null;
  /** Whether nothing is kept: it is only looked at. */
  readonly isView: boolean;
};

/** Questions about the person: nobody has to answer them, and nothing is kept of who does not agree. */
export function AboutPart({ courseId, lessonId, asks, when, told, isView }: Props) {
  const questions = asksOf(asks).filter((one) => one.when === when);
  const isTold = questions.some(({ id }) => told?.[id] !== undefined);
  const [answers, setAnswers] = useState<{ readonly [id: string]: string }>(told ?? {});
  const [agrees, setAgrees] = useState(isTold);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const { anew } = useLeaving();
  if (questions.length === 0) return null;
  const send = async (takesBack: boolean) => {
    setBusy(true);
    const own = Object.fromEntries(questions.flatMap(({ id }) => (answers[id]?.trim() ? [[id, answers[id]]] : [])));
    const done = takesBack
      ? await act('quiz.take-back-about', { courseId, lessonId })
      : await act('quiz.tell-about', { courseId, lessonId, told: own });
    if (done.ok) return anew();
    setProblem(done.problem.sentence);
    setBusy(false);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send(false);
  };
  const answer = (id: string, words: string) => setAnswers((before) => ({ ...before, [id]: words }));
  return (
    <form className={styles.work} method="post" onSubmit={submit} aria-label="About you">
      <h2>About you</h2>
      <p className={controls.quiet}>
        {asks.why} You do not have to answer; it counts for nothing, and whoever gives the course sees all answers
        together, without names.
      </p>
      {questions.map(({ id, prompt, options }) =>
        options.length > 0 ? (
          <fieldset key={id} className={styles.question}>
            <legend>{prompt}</legend>
            {options.map((option) => (
              <label key={option} className={styles.option}>
                <input
                  type="radio"
                  name={id}
                  checked={answers[id] === option.trim()}
                  disabled={!ready}
                  onChange={() => answer(id, option.trim())}
                />
                {option}
              </label>
            ))}
          </fieldset>
        ) : (
          <label key={id} className={controls.field}>
            <span className={controls.label}>{prompt}</span>
            <input
              className={controls.input}
              maxLength={500}
              readOnly={!ready}
              value={answers[id] ?? ''}
              onChange={(event) => answer(id, event.currentTarget.value)}
            />
          </label>
        ),
      )}
      <label className={styles.option}>
        <input
          type="checkbox"
          checked={agrees}
          disabled={!ready}
          onChange={(event) => setAgrees(event.currentTarget.checked)}
        />
        I agree that my answers are kept for this
      </label>
      <p>
        <button type="submit" className={controls.button} disabled={busy || !ready || !agrees || isView}>
          {isTold ? 'Change my answers' : 'Send my answers'}
        </button>{' '}
        {told !== null && (
          <button type="button" className={controls.button} disabled={busy || !ready} onClick={() => send(true)}>
            Take my answers back
          </button>
        )}
        {isView && <span className={controls.quiet}>This is a view: nothing is kept.</span>}
      </p>
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </form>
  );
}
