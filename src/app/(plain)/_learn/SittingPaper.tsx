'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { keptText } from '@/app/_client/kept-text';
import { useAsksFirst } from '@/app/_client/use-asks-first';
import { mayTryAgain } from '@/core/kernel/problem';
import { type Answer, type Answers, type DecimalSign, graceSeconds, isAnswered } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { useWholePages } from './going';
import { type Judged, JudgePart } from './JudgePart';
import { ComingProvider, SittingIdProvider } from './kinds/sitting-id';
import type { PaperQuestion, Says } from './paper';
import { QuestionField } from './QuestionField';
import { useServerClock } from './server-clock';
import { TimeLeft } from './TimeLeft';
import { useSpent } from './use-spent';
import styles from './work.module.css';

type Props = {
  readonly sittingId: string;
  /** The pages of the paper: all of them where one can go back, and else the one that was reached. */
  readonly pages: readonly (readonly PaperQuestion[])[];
  /** Where it stands: which page the first of these is, of how many, and how many questions come before it. */
  readonly place: { readonly page: number; readonly of: number; readonly before: number; readonly questions: number };
  readonly goesBack: boolean;
  readonly mustAnswer: boolean;
  readonly overview: boolean;
  readonly says: Says;
  readonly marks: readonly string[];
  /** Whether each answer can be judged at once, and what was said of those that were. */
  readonly judges: boolean;
  readonly judged: { readonly [questionId: string]: Judged };
  readonly answers: Answers;
  /** The questions of other pages that are answered, where only one page is here. */
  readonly answeredElsewhere: number;
  /** Until the time is up; null without a limit. */
  readonly milliseconds: number | null;
  /** What becomes of it then, in words. */
  readonly atEnd: string;
  /** The server's clock when the page was made, in milliseconds since 1970. */
  readonly serverNow: number;
  readonly decimals: DecimalSign;
  /** In a view nothing is kept: handing in goes here, with the answers in the address. */
  readonly trialHref?: string;
};

/** An answer that has not been sent yet, and when it was given by the server's clock. */
type Given = { readonly answer: Answer; readonly at: number };

const fileLost =
  'The time is up, and your paper is handed in. A file had not arrived by then and is not part of it: tell the people who give the course.';
const retryMs = 2500;
/** What an address may be long, so that every server between takes it. */
const longestAddress = 8000;
const stateText = {
  saved: 'All answers kept',
  saving: 'Keeping…',
  waiting: 'Not sent yet, trying again',
  refused: 'Not all answers are kept',
};

/**
 * A paper being written. Each answer is sent as it is given; one that cannot be sent waits here, also over a reload.
 */
export function SittingPaper(props: Props) {
  const { sittingId, pages, place, goesBack, mustAnswer, overview, says, answers: saved, trialHref } = props;
  const questions = pages.flat();
  const now = useServerClock(props.serverNow);
  const [at, setAt] = useState(0);
  const [marks, setMarks] = useState<ReadonlySet<string>>(new Set(props.marks));
  // A browser that keeps nothing still sends what is answered.
  const browser = useMemo(() => keptText(`sitting-${sittingId}`), [sittingId]);
  const [answers, setAnswers] = useState<Answers>(saved);
  // Until it is known that nothing unsent waits in this browser, nothing is said to be kept.
  const [state, setState] = useState<keyof typeof stateText>('saving');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  useWholePages();
  const waiting = useRef(new Map<string, Given>());
  /** Answers as they are here that the school would not keep, and its reasons. */
  const refused = useRef(new Map<string, string>());
  /** Whether it was said that the paper stays as it is because of something that is missing: it is said once. */
  const isTold = useRef(false);
  /** How many files are on their way to answers. */
  const onTheirWay = useRef(0);
  const [coming, setComing] = useState(0);
  const comes = useCallback((by: 1 | -1) => {
    onTheirWay.current += by;
    isTold.current = false;
    setComing(onTheirWay.current);
  }, []);
  useAsksFirst(coming > 0 && !busy);
  /** What the end of the sitting has left behind; nothing is given any more then. */
  const [lost, setLost] = useState<string | null>(null);
  const isOver = useRef(false);
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
      const [questionId, given] = entry;
      const told = await act<{ newer: Answer | null }>('quiz.answer', {
        ...{ sittingId, questionId, answer: given.answer, given: given.at, spent: spent.on(questionId) },
      });
      if (!told.ok && told.problem.code === 'too-late') window.location.reload();
      if (!told.ok && mayTryAgain(told.problem.code)) {
        sending.current = false;
        setState('waiting');
        setProblem(told.problem.sentence);
        timer.current = setTimeout(flush, retryMs);
        return false;
      }
      if (told.ok) refused.current.delete(questionId);
      else {
        refused.current.set(questionId, told.problem.sentence);
        isTold.current = false;
      }
      // Answered later on another device: that one holds, and is shown.
      const newer = told.ok ? told.value.newer : null;
      if (newer) setAnswers((before) => ({ ...before, [questionId]: newer }));
      if (waiting.current.get(questionId) === given) waiting.current.delete(questionId);
      browser.set(JSON.stringify([...waiting.current]));
    }
    sending.current = false;
    browser.set(null);
    const [why] = refused.current.values();
    setProblem(why ?? null);
    setState(why === undefined ? 'saved' : 'refused');
    return true;
  }, [sittingId, browser, spent]);

  // What could not be sent before the page was left is sent now.
  useEffect(() => {
    const kept = browser.get();
    if (!kept) return setState('saved');
    try {
      const unsent = JSON.parse(kept) as [string, Given][];
      waiting.current = new Map(unsent);
      setAnswers((before) => ({
        ...before,
        ...Object.fromEntries(unsent.map(([id, given]) => [id, given.answer])),
      }));
      setState('saving');
      flush();
    } catch {
      browser.set(null);
    }
  }, [flush, browser]);

  const give = (questionId: string, answer: Answer, delay: number) => {
    setAnswers((before) => ({ ...before, [questionId]: answer }));
    spent.count(questionId);
    if (trialHref || isOver.current) return;
    waiting.current.set(questionId, { answer, at: Math.round(now()) });
    browser.set(JSON.stringify([...waiting.current]));
    setState('saving');
    clearTimeout(timer.current);
    timer.current = setTimeout(flush, delay);
  };

  /** Whether the school has every answer, once what is on its way has arrived. */
  const allSent = useCallback(async (): Promise<boolean> => {
    clearTimeout(timer.current);
    while (sending.current) await new Promise((resolve) => setTimeout(resolve, 50));
    return waiting.current.size === 0 || flush();
  }, [flush]);

  /** Waits for files that are all but here, as long as the school still takes them. */
  const arrived = useCallback(async () => {
    const until = performance.now() + (graceSeconds - 1) * 1000;
    while (onTheirWay.current > 0 && performance.now() < until) await new Promise((resolve) => setTimeout(resolve, 50));
  }, []);

  /** Says, once, what would be missing; who does the same again does it without. */
  const tellsOfMissing = useCallback((stays: string, does: string): boolean => {
    const [why] = refused.current.values();
    if ((why === undefined && onTheirWay.current === 0) || isTold.current) return false;
    isTold.current = true;
    setProblem(
      why === undefined
        ? `A file is still on its way. ${stays}: wait for it, or ${does} without it.`
        : `${why} ${stays}: change it, or ${does} without it.`,
    );
    return true;
  }, []);

  const handIn = useCallback(
    async (isUp: boolean) => {
      setBusy(true);
      if (trialHref) {
        const address = `${trialHref}&answers=${encodeURIComponent(JSON.stringify(written.current))}`;
        if (address.length <= longestAddress) return window.location.assign(address);
        setProblem('This is too much to be tried in a view. Shorten what you wrote.');
        return setBusy(false);
      }
      if (isUp) await arrived();
      if (!(await allSent())) return setBusy(false);
      if (!isUp && tellsOfMissing('Nothing is handed in yet', 'hand in')) return setBusy(false);
      const isLate = isUp && onTheirWay.current > 0;
      const done = await act('quiz.hand-in', { sittingId });
      if (done.ok && !isLate) return window.location.reload();
      if (done.ok) {
        isOver.current = true;
        return setLost(fileLost);
      }
      setProblem(done.problem.sentence);
      setBusy(false);
    },
    [allSent, arrived, tellsOfMissing, sittingId, trialHref],
  );

  const onUp = useCallback(() => handIn(true), [handIn]);

  const [judged, setJudged] = useState(props.judged);
  const judge = async (questionId: string) => {
    setBusy(true);
    const told = (await allSent()) ? await act<Judged>('quiz.judge', { sittingId, questionId }) : null;
    if (told) setProblem(told.ok ? null : told.problem.sentence);
    if (told?.ok) setJudged((before) => ({ ...before, [questionId]: told.value }));
    setBusy(false);
  };
  const mark = (questionId: string, on: boolean) => {
    setMarks((before) => {
      const next = new Set(before);
      if (on) next.add(questionId);
      else next.delete(questionId);
      return next;
    });
    if (!trialHref) act('quiz.mark', { sittingId, questionId, on });
  };
  const turn = async (to: number) => {
    if (goesBack) {
      setAt(to);
      return window.scrollTo({ top: 0 });
    }
    setBusy(true);
    if (!(await allSent()) || tellsOfMissing('The page stays as it is', 'go on')) return setBusy(false);
    const done = await act('quiz.go-on', { sittingId, page: place.page + to });
    if (done.ok) return window.location.reload();
    setProblem(done.problem.sentence);
    setBusy(false);
  };
  const goTo = (questionId: string) => {
    setAt(pages.findIndex((page) => page.some(({ id }) => id === questionId)));
    requestAnimationFrame(() => document.getElementById(`question-${questionId}`)?.focus());
  };

  const kept = ready ? stateText[state] : 'Opening…';
  const keeping = coming > 0 ? 'A file is on its way' : kept;
  const open =
    place.questions -
    props.answeredElsewhere -
    questions.filter(({ id, kind }) => isAnswered(kind, answers[id])).length;
  const shown = pages[at] ?? [];
  const before = place.before + pages.slice(0, at).flat().length;
  const isLast = place.page + at + 1 >= place.of;
  const mayGive = !mustAnswer || open === 0;
  if (lost !== null)
    return (
      <div className={styles.paper}>
        <p role="alert" className={controls.notice}>
          {lost}
        </p>
        <button type="button" className={controls.primary} onClick={() => window.location.reload()}>
          See what was handed in
        </button>
      </div>
    );
  return (
    <SittingIdProvider value={trialHref ? null : sittingId}>
      <ComingProvider value={comes}>
        <div className={styles.paper}>
          <div className={styles.paperBar}>
            {props.milliseconds !== null && <TimeLeft milliseconds={props.milliseconds} onUp={onUp} />}
            <span>
              {place.questions - open} of {place.questions} answered
            </span>
            <span className={controls.quiet} role="status">
              {trialHref ? 'A view: nothing is kept' : keeping}
            </span>
            {props.milliseconds !== null && <span className={controls.quiet}>{props.atEnd}</span>}
          </div>
          {problem && (
            <p role="alert" className={controls.notice}>
              {problem}
            </p>
          )}
          {overview && goesBack && (
            <nav className={styles.overview} aria-label="The paper">
              {questions.map(({ id, kind }, i) => (
                <button
                  key={id}
                  type="button"
                  disabled={!ready}
                  data-answered={isAnswered(kind, answers[id]) || undefined}
                  data-marked={marks.has(id) || undefined}
                  aria-current={shown.some((one) => one.id === id) && pages.length > 1 ? 'step' : undefined}
                  aria-label={`Question ${i + 1}, ${isAnswered(kind, answers[id]) ? 'answered' : 'open'}${marks.has(id) ? ', to look at again' : ''}`}
                  onClick={() => goTo(id)}
                >
                  {i + 1}
                </button>
              ))}
            </nav>
          )}
          {shown.map((question, i) => (
            <QuestionField
              key={question.id}
              question={question}
              number={before + i + 1}
              of={place.questions}
              says={says}
              answer={answers[question.id]}
              decimals={props.decimals}
              ready={ready && judged[question.id] === undefined}
              onAnswer={(answer, delay) => give(question.id, answer, delay)}
            >
              {props.judges && question.isJudged && !trialHref && (
                <JudgePart
                  judged={judged[question.id]}
                  mayAsk={ready && !busy && isAnswered(question.kind, answers[question.id])}
                  onAsk={() => judge(question.id)}
                />
              )}
              {overview && goesBack && (
                <label className={styles.again}>
                  <input
                    type="checkbox"
                    checked={marks.has(question.id)}
                    onChange={(event) => mark(question.id, event.currentTarget.checked)}
                  />
                  Look at it again
                </label>
              )}
            </QuestionField>
          ))}
          {place.of > 1 && (
            <div className={styles.paperFoot}>
              {goesBack && (
                <button
                  type="button"
                  className={controls.button}
                  disabled={!ready || place.page + at === 0}
                  onClick={() => turn(at - 1)}
                >
                  Back
                </button>
              )}
              <span>
                Page {place.page + at + 1} of {place.of}
              </span>
              {!isLast && (
                <button
                  type="button"
                  className={goesBack ? controls.button : controls.primary}
                  disabled={!ready || busy}
                  onClick={() => turn(at + 1)}
                >
                  {goesBack ? 'On' : 'Go on; one cannot come back'}
                </button>
              )}
            </div>
          )}
          {(goesBack || isLast) && (
            <div className={styles.paperFoot}>
              <button
                type="button"
                className={controls.primary}
                onClick={() => handIn(false)}
                disabled={busy || !ready || !mayGive}
              >
                {busy ? 'Handing in…' : 'Hand in'}
              </button>
              {open > 0 && (
                <span className={controls.quiet}>
                  {open} {open === 1 ? 'question is' : 'questions are'} still open
                  {mustAnswer ? '; all have to be answered before it is handed in' : ''}
                </span>
              )}
            </div>
          )}
        </div>
      </ComingProvider>
    </SittingIdProvider>
  );
}
