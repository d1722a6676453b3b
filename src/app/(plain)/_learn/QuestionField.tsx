import type { ReactNode } from 'react';
import type { Answer, DecimalSign } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { Worded } from '@/ui/text/Worded';
import { answeringOf } from './kinds';
import { type PaperQuestion, type Says, usualSays } from './paper';
import { QuestionShows } from './QuestionShows';
import styles from './work.module.css';

type Props = {
  readonly question: PaperQuestion;
  readonly number: number;
  /** How many questions the paper has; null where that is not told. */
  readonly of?: number | null;
  readonly says?: Says;
  readonly answer: Answer | undefined;
  readonly decimals: DecimalSign;
  /** False until the page can take an answer: one given earlier would be seen, and lost. */
  readonly ready: boolean;
  readonly onAnswer: (answer: Answer, delay: number) => void;
  readonly children?: ReactNode;
};

/** A question of a paper, as it is answered. */
export function QuestionField(props: Props) {
  const { question, number, of = null, says = usualSays, answer, decimals, ready, onAnswer, children } = props;
  const Part = answeringOf(question.kind);
  const facts = [
    says.includes('position') && of !== null ? `${number} of ${of}` : '',
    says.includes('category') ? question.category : '',
    says.includes('points') ? question.points : '',
  ].filter(Boolean);
  return (
    <fieldset className={styles.question} disabled={!ready} id={`question-${question.id}`} tabIndex={-1}>
      <legend>
        {says.includes('number') && <span className={styles.number}>{number}</span>}{' '}
        <Worded text={question.prompt} formulas={question.formulas} />{' '}
        <span className={styles.said}>{facts.join(' · ')}</span>
      </legend>
      <QuestionShows media={question.media} />
      <Part
        id={question.id}
        shown={question.shown}
        formulas={question.formulas}
        answer={answer}
        decimals={decimals}
        onAnswer={onAnswer}
      />
      <QuestionHelp question={question} />
      {children}
    </fieldset>
  );
}

/** What is said below a question while it is answered: how its parts count, and a hint for whoever asks for it. */
export const QuestionHelp = ({ question }: { readonly question: PaperQuestion }) => (
  <>
    {question.instruction && <p className={controls.quiet}>{question.instruction}</p>}
    {question.hint && (
      <details className={styles.hint}>
        <summary>A hint</summary>
        <p>{question.hint}</p>
      </details>
    )}
  </>
);
