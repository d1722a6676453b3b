'use client';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Button, Checkbox, MultiSelect, Radio } from '@mantine/core';
import { IconGripVertical, IconPlus, IconTrash, IconX } from '@tabler/icons-react';
import { outcomesOf, type Question } from '@/core/outline';
import type { Option } from '@/core/quiz';
import { NumberField, TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';

const kindNames = { one: 'One choice', several: 'Several choices, part marks', number: 'Number' } as const;

export function QuestionCard({ question, number }: { readonly question: Question; readonly number: number }) {
  const { store, state } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id: question.id });
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
  return (
    <section
      ref={setNodeRef}
      className={styles.question}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      aria-label={`Question ${number}`}
    >
      <header className={styles.questionHead}>
        <button type="button" ref={setActivatorNodeRef} className={styles.grip} {...attributes} {...listeners} aria-label={`Move question ${number}`}>
          <IconGripVertical size={16} />
        </button>
        <b>Question {number}</b>
        <span className={styles.quiet}>{kindNames[question.kind]}</span>
        <span className={styles.spring} />
        <div className={styles.points}>
          <NumberField label="Points" value={question.points} scale={1000} onSave={(points) => set({ points: points ?? 0 })} />
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
      {question.kind === 'number' ? (
        <div className={styles.three}>
          <TextField label="Right answer" value={question.value} onSave={(value) => set({ value })} placeholder="0.348" />
          <TextField label="Tolerance, ±" value={question.tolerance} onSave={(tolerance) => set({ tolerance })} placeholder="0.01 or 3 %" />
          <TextField label="Unit" value={question.unit} onSave={(unit) => set({ unit })} placeholder="m³/s" />
        </div>
      ) : (
        <Options question={question} onSave={(options) => set({ options })} />
      )}
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
        <TextField label="Said when it is right" lines={2} value={question.feedbackRight} onSave={(feedbackRight) => set({ feedbackRight })} />
        <TextField label="Said when it is not" lines={2} value={question.feedbackWrong} onSave={(feedbackWrong) => set({ feedbackWrong })} />
      </div>
    </section>
  );
}

function Options({
  question,
  onSave,
}: {
  readonly question: Question;
  readonly onSave: (options: Option[]) => ReturnType<ReturnType<typeof useDesk>['store']['edit']>;
}) {
  const { options } = question;
  const change = (id: string, part: Partial<Option>) => onSave(options.map((option) => (option.id === id ? { ...option, ...part } : option)));
  // One choice has one right option: choosing another one changes both.
  const setRight = (id: string, right: boolean) =>
    onSave(options.map((option) => (option.id === id ? { ...option, right } : question.kind === 'one' ? { ...option, right: false } : option)));
  const Mark = question.kind === 'one' ? Radio : Checkbox;
  return (
    <fieldset className={styles.options}>
      <legend>Options; mark what is right</legend>
      {options.map((option, i) => (
        <div key={option.id} className={styles.option}>
          <Mark
            name={`right-${question.id}`}
            aria-label={`Option ${i + 1} is right`}
            checked={option.right}
            onChange={(event) => setRight(option.id, event.currentTarget.checked)}
          />
          <TextField label={`Option ${i + 1}`} value={option.text} onSave={(text) => change(option.id, { text })} />
          <TextField label="Feedback" value={option.feedback} onSave={(feedback) => change(option.id, { feedback })} />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove option ${i + 1}`}
            onClick={() => onSave(options.filter((other) => other.id !== option.id))}
          >
            <IconX size={15} />
          </ActionIcon>
        </div>
      ))}
      <Button
        variant="subtle"
        size="compact-sm"
        leftSection={<IconPlus size={14} />}
        onClick={() => onSave([...options, { id: newId().slice(-12), text: '', right: false, feedback: '' }])}
      >
        Add an option
      </Button>
    </fieldset>
  );
}
