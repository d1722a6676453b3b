'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon } from '@mantine/core';
import { IconGripVertical, IconTrash } from '@tabler/icons-react';
import type { Question } from '@/core/outline';
import { kindOf } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { QuestionFields } from './QuestionFields';

export function QuestionCard({ question, number }: { readonly question: Question; readonly number: number }) {
  const { store } = useDesk();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: question.id,
  });
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
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
      <QuestionFields question={question} />
    </section>
  );
}
