'use client';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import { Worded } from '@/ui/text/Worded';
import { answeringOf } from '../kinds';
import type { PaperQuestion } from '../paper';
import { QuestionHelp } from '../QuestionField';
import { QuestionShows } from '../QuestionShows';
import styles from './asked.module.css';
import type { Judging } from './use-judging';

const verdicts = { right: 'Right.', part: 'Partly right.', wrong: 'Not right yet.' } as const;

/** A question with what is answered to it, and what the server has said of that. */
export function AskedQuestion({ question, judging }: { readonly question: PaperQuestion; readonly judging: Judging }) {
  const { judged, problem } = judging;
  const Part = answeringOf(question.kind);
  const ready = useReady();
  return (
    <>
      <fieldset className={styles.asked} disabled={judging.isRight || !ready}>
        <legend>
          <Worded text={question.prompt} formulas={question.formulas} />
        </legend>
        <QuestionShows media={question.media} />
        <Part
          id={question.id}
          shown={question.shown}
          formulas={question.formulas}
          answer={judging.answer}
          decimals="point"
          onAnswer={judging.change}
        />
        <QuestionHelp question={question} />
      </fieldset>
      <div role="status" className={styles.verdict} data-verdict={judged?.verdict}>
        {judged && <b>{verdicts[judged.verdict]}</b>}
        {judged?.said.map((words) => (
          <p key={words}>{words}</p>
        ))}
      </div>
      {problem && (
        <p role="alert" className={controls.notice}>
          {problem}
        </p>
      )}
    </>
  );
}

/** Gives the answer; it is the first thing to do until something has been said of it. */
export function GiveAnswer({ judging }: { readonly judging: Judging }) {
  const { judged, isGiven, isRight, busy } = judging;
  if (isRight) return null;
  return (
    <button type="submit" className={judged ? controls.button : controls.primary} disabled={!isGiven || busy}>
      {busy ? 'Asking…' : 'Answer'}
    </button>
  );
}
