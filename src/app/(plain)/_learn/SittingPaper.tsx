'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { countdownText } from '@/core/kernel/countdown';
import { mayTryAgain } from '@/core/kernel/problem';
import { type Answer, type Answers, type DecimalSign, kindOf, type QuestionKind } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import type { PaperQuestion } from './paper';
import { QuestionField } from './QuestionField';
import { useSpent } from './use-spent';
import styles from './work.module.css';

type Props = {
  readonly sittingId: string;
  readonly questions: readonly PaperQuestion[];
  readonly answers: Answers;
  /** Until the time is up; null without a limit. */
  readonly milliseconds: number | null;
  readonly decimals: DecimalSign;
  /** In a view nothing is kept: handing in goes here, with the answers in the address. */
  readonly trialHref?: string;
};

const retryMs = 2500;
const stateText = { saved: 'All answers kept', saving: 'Keeping…', waiting: 'Not sent yet, trying again' };

/**
 * A paper being written. Each answer is sent as it is given; one that cannot be sent waits here, also over a reload.
 */
export function SittingPaper({ sittingId, questions, answers: saved, milliseconds, decimals, trialHref }: Props) {
  const storageKey = `sitting-${sittingId}`;
  const [answers, setAnswers] = useState<Answers>(saved);
  // Until it is known that nothing unsent waits in this browser, nothing is said to be kept.
  const [state, setState] = useState<'saved' | 'saving' | 'waiting'>('saving');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const waiting = useRef(new Map<string, Answer>());
  // Handing in takes the newest answers, also from a timer that began before them.
  const written = useRef(answers);
  written.current = answers;
  const spent = useSpent();
  const sending = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const flush = useCallback(async (): Promise<boolean> => {
    if (sending.current) return false;
    sending.current = true;
    while (waiting.current.size > 0) {
      const [entry] = waiting.current;
      if (!entry) break;
      const [questionId, answer] = entry;
      const told = await act('quiz.answer', { sittingId, questionId, answer, spent: spent.on(questionId) });
      if (!told.ok && told.problem.code === 'too-late') window.location.reload();
      if (!told.ok && mayTryAgain(told.problem.code)) {
        sending.current = false;
        setState('waiting');
        setProblem(told.problem.sentence);
        timer.current = setTimeout(flush, retryMs);
        return false;
      }
      setProblem(told.ok ? null : told.problem.sentence);
      if (waiting.current.get(questionId) === answer) waiting.current.delete(questionId);
      localStorage.setItem(storageKey, JSON.stringify([...waiting.current]));
    }
    sending.current = false;
    localStorage.removeItem(storageKey);
    setState('saved');
    return true;
  }, [sittingId, storageKey, spent]);

  // What could not be sent before the page was left is sent now.
  useEffect(() => {
    const kept = localStorage.getItem(storageKey);
    if (!kept) return setState('saved');
    try {
      const unsent = JSON.parse(kept) as [string, Answer][];
      waiting.current = new Map(unsent);
      setAnswers((now) => ({ ...now, ...Object.fromEntries(unsent) }));
      setState('saving');
      flush();
    } catch {
      localStorage.removeItem(storageKey);
    }
  }, [flush, storageKey]);

  const give = (questionId: string, answer: Answer, delay: number) => {
    setAnswers((now) => ({ ...now, [questionId]: answer }));
    spent.count(questionId);
    if (trialHref) return;
    waiting.current.set(questionId, answer);
    localStorage.setItem(storageKey, JSON.stringify([...waiting.current]));
    setState('saving');
    clearTimeout(timer.current);
    timer.current = setTimeout(flush, delay);
  };

  const handIn = useCallback(async () => {
    setBusy(true);
    if (trialHref)
      return window.location.assign(`${trialHref}&answers=${encodeURIComponent(JSON.stringify(written.current))}`);
    clearTimeout(timer.current);
    while (sending.current) await new Promise((resolve) => setTimeout(resolve, 50));
    if (waiting.current.size > 0 && !(await flush())) return setBusy(false);
    const done = await act('quiz.hand-in', { sittingId });
    if (done.ok) return window.location.reload();
    setProblem(done.problem.sentence);
    setBusy(false);
  }, [flush, sittingId, trialHref]);

  const keeping = ready ? stateText[state] : 'Opening…';
  const open = questions.filter(({ id, kind }) => !isAnswered(kind, answers[id])).length;
  return (
    <div className={styles.paper}>
      <div className={styles.paperBar}>
        {milliseconds !== null && <TimeLeft milliseconds={milliseconds} onUp={handIn} />}
        <span>
          {questions.length - open} of {questions.length} answered
        </span>
        <span className={controls.quiet} role="status">
          {trialHref ? 'A view: nothing is kept' : keeping}
        </span>
      </div>
      {problem && (
        <p role="alert" className={controls.notice}>
          {problem}
        </p>
      )}
      {questions.map((question, i) => (
        <QuestionField
          key={question.id}
          question={question}
          number={i + 1}
          answer={answers[question.id]}
          decimals={decimals}
          ready={ready}
          onAnswer={(answer, delay) => give(question.id, answer, delay)}
        />
      ))}
      <div className={styles.paperFoot}>
        <button type="button" className={controls.primary} onClick={handIn} disabled={busy || !ready}>
          {busy ? 'Handing in…' : 'Hand in'}
        </button>
        {open > 0 && (
          <span className={controls.quiet}>
            {open} {open === 1 ? 'question is' : 'questions are'} still open
          </span>
        )}
      </div>
    </div>
  );
}

const isAnswered = (kind: QuestionKind, answer: Answer | undefined) =>
  answer !== undefined && kindOf(kind).isGiven(answer);

function TimeLeft({ milliseconds, onUp }: { readonly milliseconds: number; readonly onUp: () => void }) {
  const [left, setLeft] = useState(milliseconds);
  useEffect(() => {
    const end = performance.now() + milliseconds;
    const timer = setInterval(() => {
      const now = end - performance.now();
      setLeft(now);
      if (now <= 0) {
        clearInterval(timer);
        onUp();
      }
    }, 500);
    return () => clearInterval(timer);
  }, [milliseconds, onUp]);
  const seconds = Math.max(0, Math.ceil(left / 1000));
  return (
    <span className={styles.time} data-short={left < 60_000 || undefined} role="timer">
      {left < 120_000
        ? `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} left`
        : `${countdownText(left) ?? 'no time'} left`}
    </span>
  );
}
