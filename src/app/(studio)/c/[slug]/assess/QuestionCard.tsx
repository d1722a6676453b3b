'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, MultiSelect } from '@mantine/core';
import { IconGripVertical, IconTrash } from '@tabler/icons-react';
import { outcomesOf, type Question } from '@/core/outline';
import { kindOf } from '@/core/quiz';
import { NumberField, TextField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { makingOf } from './kinds';

export function QuestionCard({ question, number }: { readonly question: Question; readonly number: number }) {
  const { store, state } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: question.id,
  });
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
  const Part = makingOf(question.kind);
  return (
    <section
      ref={setNodeRef}
      className={styles.question}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      aria-label={`Question ${number}`}
    >
      <header className={styles.questionHead}>
        <button
          type="button"
          ref={setActivatorNodeRef}
          className={styles.grip}
          {...attributes}
          {...listeners}
          aria-label={`Move question ${number}`}
        >
          <IconGripVertical size={16} />
        </button>
        <b>Question {number}</b>
        <span className={styles.quiet}>{kindOf(question.kind).title}</span>
        <span className={styles.spring} />
        <div className={styles.points}>
          <NumberField
            label="Points"
            value={question.points}
            scale={1000}
            onSave={(points) => set({ points: points ?? 0 })}
          />
        </div>
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-label={`Remove question ${number}`}
          onClick={() => store.edit({ do: 'remove', table: 'question', ids: [question.id] })}
        >
          <IconTrash size={17} stroke={1.75} />
        </ActionIcon>
      </header>
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
    </section>
  );
}
