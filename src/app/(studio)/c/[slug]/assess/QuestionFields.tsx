'use client';
import { MultiSelect } from '@mantine/core';
import { outcomesOf, type Question } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { makingOf } from './kinds';

/** What a question asks, what is right, and what is said about an answer: the same wherever a question is made. */
export function QuestionFields({ question }: { readonly question: Question }) {
  const { store, state } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
  const Part = makingOf(question.kind);
  return (
    <>
      <TextField label="What is asked" lines={2} value={question.prompt} onSave={(prompt) => set({ prompt })} />
      <Part id={question.id} body={question.body} onSave={(body) => set({ body })} />
      {outcomes.length > 0 && (
        <MultiSelect
          label="Asks for the outcomes"
          data={outcomes.map((outcome, i) => ({ value: outcome.id, label: `${i + 1} ${outcome.text}` }))}
          value={question.outcomes.filter((id) => state.outline.outcome[id])}
          onChange={(chosen) => set({ outcomes: chosen })}
          placeholder={question.outcomes.length === 0 ? 'none' : undefined}
        />
      )}
      <div className={styles.two}>
        <TextField
          label="Said when it is right"
          lines={2}
          value={question.feedbackRight}
          onSave={(feedbackRight) => set({ feedbackRight })}
        />
        <TextField
          label="Said when it is not"
          lines={2}
          value={question.feedbackWrong}
          onSave={(feedbackWrong) => set({ feedbackWrong })}
        />
      </div>
    </>
  );
}
