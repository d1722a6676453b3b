'use client';
import { Select } from '@mantine/core';
import type { Result } from '@/core/kernel/problem';
import type { PersonAsks, PersonQuestion } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { AddPart, moved, PartRow, Parts } from './kinds/rows';

type Props = { readonly asks: PersonAsks | undefined; readonly onSave: (asks: PersonAsks) => Result<unknown> };

const when = [
  { value: 'before', label: 'before' },
  { value: 'after', label: 'after' },
];

/** Questions about the person, before or after a quiz, and what they are for. */
export function AsksFields({ asks = { why: '', questions: [] }, onSave }: Props) {
  const { questions } = asks;
  const save = (next: readonly PersonQuestion[]) => onSave({ ...asks, questions: next });
  const set = (at: number, part: Partial<PersonQuestion>) =>
    save(questions.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <>
      <Parts
        legend="Asked about the person, who need not answer; it earns nothing"
        ids={questions.map(({ id }) => id)}
        onMove={(from, to) => save(moved(questions, from, to))}
        add={
          <AddPart onAdd={() => save([...questions, { id: newId(), when: 'before', prompt: '', options: [] }])}>
            Ask about the person
          </AddPart>
        }
      >
        {questions.map((question, i) => (
          <PartRow
            key={question.id}
            id={question.id}
            name={`question about the person ${i + 1}`}
            columns="1fr 104px"
            onRemove={() => save(questions.toSpliced(i, 1))}
            below={
              <TextField
                label={`Answers to choose from, question about the person ${i + 1}`}
                hideLabel
                lines={1}
                placeholder="answers to choose from, a line each; without any it is typed"
                value={question.options.join('\n')}
                onSave={(text) => set(i, { options: text === '' ? [] : text.split('\n') })}
              />
            }
          >
            <TextField
              label={`Question about the person ${i + 1}`}
              hideLabel
              placeholder="How long have you walked rivers?"
              value={question.prompt}
              onSave={(prompt) => set(i, { prompt })}
            />
            <Select
              aria-label={`When question about the person ${i + 1} is asked`}
              data={when}
              allowDeselect={false}
              value={question.when}
              onChange={(value) => value && set(i, { when: value as PersonQuestion['when'] })}
            />
          </PartRow>
        ))}
      </Parts>
      {questions.length > 0 && (
        <TextField
          label="What it is for, told with the questions"
          lines={1}
          value={asks.why}
          onSave={(why) => onSave({ ...asks, why })}
        />
      )}
    </>
  );
}
