import type { Answer, DecimalSign } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { answeringOf } from './kinds';
import type { PaperQuestion } from './paper';
import styles from './work.module.css';

type Props = {
  readonly question: PaperQuestion;
  readonly number: number;
  readonly answer: Answer | undefined;
  readonly decimals: DecimalSign;
  /** False until the page can take an answer: one given earlier would be seen, and lost. */
  readonly ready: boolean;
  readonly onAnswer: (answer: Answer, delay: number) => void;
};

/** A question of a paper, as it is answered. */
export function QuestionField({ question, number, answer, decimals, ready, onAnswer }: Props) {
  const Part = answeringOf(question.kind);
  return (
    <fieldset className={styles.question} disabled={!ready}>
      <legend>
        <span className={styles.number}>{number}</span> {question.prompt}{' '}
        <span className={controls.quiet}>{question.points}</span>
      </legend>
      <Part id={question.id} shown={question.shown} answer={answer} decimals={decimals} onAnswer={onAnswer} />
      <QuestionHelp question={question} />
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
