'use client';
import { MultiSelect } from '@mantine/core';
import { outcomesOf, type Question } from '@/core/outline';
import { kindOf } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { makingOf } from './kinds';
import { TaughtField } from './TaughtField';

type Props = {
  readonly question: Question;
  /** Whether hint and feedback are folded away while they say nothing. */
  readonly folds?: boolean;
};

/** What a question asks, what is right, and what is said about an answer: the same wherever a question is made. */
export function QuestionFields({ question, folds = false }: Props) {
  const { store, state } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
  const Part = makingOf(question.kind);
  const { hint, feedbackRight, feedbackPart, feedbackWrong, taught } = question;
  const says = [hint, feedbackRight, feedbackPart, feedbackWrong].some((words) => words !== '') || taught !== null;
  return (
    <>
      <TextField label="What is asked" lines={2} value={question.prompt} onSave={(prompt) => set({ prompt })} />
      <Part id={question.id} body={question.body} onSave={(body) => set({ body })} />
      <p className={styles.quiet}>{kindOf(question.kind).instruction ?? 'It earns all its points, or none.'}</p>
      {outcomes.length > 0 && (
        <MultiSelect
          label="Asks for the outcomes"
          data={outcomes.map((outcome, i) => ({ value: outcome.id, label: `${i + 1} ${outcome.text}` }))}
          value={question.outcomes.filter((id) => state.outline.outcome[id])}
          onChange={(chosen) => set({ outcomes: chosen })}
          placeholder={question.outcomes.length === 0 ? 'none' : undefined}
        />
      )}
      <details className={styles.says} open={!folds || says}>
        <summary>Hint, feedback, where it is taught</summary>
        <div className={styles.two}>
          <TextField label="A hint" lines={2} value={hint} onSave={(words) => set({ hint: words })} />
          <TaughtField question={question} onSave={(place) => set({ taught: place })} />
          <TextField
            label="Said when it is right"
            lines={2}
            value={feedbackRight}
            onSave={(words) => set({ feedbackRight: words })}
          />
          <TextField
            label="Said when it is not"
            lines={2}
            value={feedbackWrong}
            onSave={(words) => set({ feedbackWrong: words })}
          />
          {kindOf(question.kind).instruction && (
            <TextField
              label="Said when a part is right"
              lines={2}
              value={feedbackPart}
              placeholder={feedbackWrong}
              onSave={(words) => set({ feedbackPart: words })}
            />
          )}
        </div>
      </details>
    </>
  );
}
