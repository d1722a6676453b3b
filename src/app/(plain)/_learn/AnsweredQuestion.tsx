import type { ReactNode } from 'react';
import { pointsText, toShort } from '@/core/kernel/exact';
import {
  type Answer,
  type CorrectionDoes,
  feedbackOn,
  kindOf,
  type QuestionContent,
  type Scored,
  verdictWords,
} from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import wordStyles from '@/ui/plain/words.module.css';
import { type Formulas, formulasOf } from '@/ui/text/formulas';
import { Worded } from '@/ui/text/Worded';
import { Picture, QuestionShows } from './QuestionShows';
import styles from './work.module.css';

/** Said of a question that was found wrong after it had been sat. */
const putRightText: Record<CorrectionDoes, string> = {
  'points-for-all': 'put right since: everybody has its points',
  accept: 'put right since: this answer is accepted as well',
  'leave-out': 'put right since: it is left out of every paper',
  worth: 'put right since: it is worth other points',
};

type Props = {
  readonly question: QuestionContent;
  readonly number: number;
  readonly scored: Scored;
  readonly answer: Answer | undefined;
  /** Whose files are linked; null where the paper is only tried. */
  readonly sittingId: string | null;
  /** Whether it is told to whoever answered it; otherwise to somebody else. */
  readonly isOwn?: boolean;
  readonly children?: ReactNode;
};

/** A question with what was answered to it, what that earned and what is said of it. */
export function AnsweredQuestion({ question, number, scored, answer, sittingId, isOwn = true, children }: Props) {
  const own = kindOf(question.kind);
  const choices = own.choices?.(question.body, answer);
  const formulas = formulasOf(question.prompt, question.body);
  const feedback = feedbackOn(question, scored.verdict);
  const given = isOwn ? ' your answer' : ' the answer';
  return (
    <section className={styles.question} data-verdict={scored.verdict} aria-label={`Question ${number}`}>
      <p className={styles.prompt}>
        <span className={styles.number}>{number}</span> <Worded text={question.prompt} formulas={formulas} />
      </p>
      <QuestionShows media={question.media} />
      <p className={wordStyles.quiet}>
        {scored.mark ? 'marked' : verdictWords[scored.verdict]}
        {own.judgedBy !== 'nobody' &&
          ` · ${scored.verdict === 'waits' ? pointsText(question.points) : `${toShort(scored.points)} of ${toShort(scored.of)}`}`}
        {scored.verdict === 'waits' && ' to be earned'}
        {scored.by && ` · ${putRightText[scored.by]}`}
      </p>
      {choices ? (
        <ul className={styles.choices}>
          {choices.map((choice) => (
            <li key={choice.id} data-chosen={choice.chosen || undefined} data-right={choice.right || undefined}>
              <span>
                {choice.picture && <Picture picture={choice.picture} width={480} />}
                {choice.plays && <QuestionShows media={choice.plays} />}
                <Worded text={choice.text || (choice.plays?.alt ?? '')} formulas={formulas} />
                <span className={controls.quiet}>
                  {choice.chosen ? given : ''}
                  {choice.right ? ' right' : ''}
                </span>
              </span>
              {choice.chosen && choice.feedback && <span className={controls.quiet}>{choice.feedback}</span>}
            </li>
          ))}
        </ul>
      ) : (
        <Given {...{ question, scored, answer, sittingId, isOwn, formulas }} />
      )}
      {feedback && <p className={styles.feedback}>{feedback}</p>}
      {scored.mark?.remark.trim() && (
        <p className={styles.remark} dir="auto">
          {scored.mark.remark}
        </p>
      )}
      {children}
    </section>
  );
}

/** An answer that was not chosen among others, with the right one where it is another. */
function Given(props: Omit<Props, 'number' | 'children'> & { readonly formulas: Formulas }) {
  const { question, scored, answer, sittingId, isOwn, formulas } = props;
  const own = kindOf(question.kind);
  if (own.files && answer)
    return (
      <ul className={styles.choices}>
        {own.files.of(answer).map(({ hash, name }) => (
          <li key={hash}>{sittingId === null ? name : <a href={`/answered/${sittingId}/${hash}`}>{name}</a>}</li>
        ))}
      </ul>
    );
  const text = answer ? own.answerText(question.body, answer) : '';
  if (own.judgedBy === 'person')
    return (
      <p className={styles.given} dir="auto">
        {text || 'Nothing was answered.'}
      </p>
    );
  return (
    <p>
      {isOwn ? 'Your answer' : 'The answer'}: {text ? <Worded text={text} formulas={formulas} /> : 'none'}
      {scored.verdict !== 'right' && (
        <>
          <br />
          Right: <Worded text={own.rightText(question.body)} formulas={formulas} />
        </>
      )}
    </p>
  );
}
