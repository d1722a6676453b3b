'use client';
import { useEffect, useState } from 'react';
import { paperQuestion } from '@/app/(plain)/_learn/paper';
import { QuestionField } from '@/app/(plain)/_learn/QuestionField';
import { pointsInWords, toShort } from '@/core/kernel/exact';
import {
  type Answer,
  type DecimalSign,
  feedbackOn,
  formulasIn,
  kindOf,
  type QuestionContent,
  readAnswers,
  scoreAnswer,
  verdictWords,
} from '@/core/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import type { Formulas } from '@/ui/text/formulas';
import styles from './assess.module.css';

type Props = {
  readonly question: QuestionContent & { readonly id: string };
  readonly number: number;
  readonly decimals: DecimalSign;
};

/** A question as a learner meets it, to be tried: what an answer earns and what is said to it stands below. */
export function AsLearner({ question, number, decimals }: Props) {
  const formulas = useFormulas(question);
  const [given, setGiven] = useState<Answer | undefined>();
  // What was answered before the question was changed may be none of its answers any more.
  const answer = readAnswers([question], { [question.id]: given })[question.id];
  const { points, verdict } = scoreAnswer(question, answer, decimals);
  const choices = kindOf(question.kind).choices?.(question.body, answer) ?? [];
  const said = [
    ...choices.filter((choice) => choice.chosen).map((choice) => choice.feedback),
    ...(verdict === 'open' ? [] : [feedbackOn(question, verdict)]),
  ].filter(Boolean);
  return (
    <section className={styles.tried} aria-label="As a learner sees it">
      <h3>As a learner sees it</h3>
      <QuestionField
        question={{ ...paperQuestion(question), formulas }}
        number={number}
        answer={answer}
        decimals={decimals}
        ready
        onAnswer={setGiven}
      />
      <div role="status" className={styles.verdict} data-verdict={verdict}>
        {verdict === 'open' ? (
          <span className={wordStyles.quiet}>Try an answer: what it earns is shown here.</span>
        ) : (
          <b>
            {verdictWords[verdict]}
            {(verdict === 'right' || verdict === 'part' || verdict === 'wrong') &&
              `: ${toShort(points)} of ${pointsInWords(question.points)}`}
          </b>
        )}
        {said.map((words) => (
          <p key={words} dir="auto">
            {words}
          </p>
        ))}
      </div>
    </section>
  );
}

/** The formulas of a question, set where there are any: what sets them is loaded then. */
function useFormulas({ prompt, body }: QuestionContent): Formulas {
  const [formulas, setFormulas] = useState<Formulas>({});
  const wanted = formulasIn([prompt, body]).join('\n');
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what stands between the signs matters
  useEffect(() => {
    if (wanted === '') return setFormulas({});
    let isOver = false;
    import('@/ui/text/formulas').then(({ formulasOf }) => {
      if (!isOver) setFormulas(formulasOf(prompt, body));
    });
    return () => {
      isOver = true;
    };
  }, [wanted]);
  return formulas;
}
