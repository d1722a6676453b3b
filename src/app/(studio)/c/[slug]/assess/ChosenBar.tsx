'use client';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { counted } from '@/core/kernel/words';
import type { Question } from '@/core/outline';
import { contentOf, linesFromQuestions } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';

type Props = {
  readonly questions: readonly Question[];
  readonly onCopy: (ids: readonly string[]) => void;
  readonly onLetGo: () => void;
};

/** What can be done with several questions at once; each is one step that can be taken back. */
export function ChosenBar({ questions, onCopy, onLetGo }: Props) {
  const { store } = useDesk();
  const [said, setSaid] = useState('');
  const ids = questions.map(({ id }) => id);
  const [first] = questions;
  const shared = questions.every(({ points }) => points === first?.points) ? (first?.points ?? null) : null;
  const own = questions.filter(({ bankId }) => bankId === null);
  const toBank = async () => {
    const made = own.map((question) => ({ question, id: newId() }));
    const told = await act('bank.put-questions', {
      categoryId: null,
      questions: made.map(({ question, id }) => ({
        id,
        ...contentOf(question),
        difficulty: 1,
        tags: [],
        outcomes: question.outcomes,
      })),
    });
    if (!told.ok) return setSaid(told.problem.sentence);
    const edits = made.map(({ question, id }) => ({
      ...({ do: 'set', table: 'question', id: question.id } as const),
      fields: { bankId: id, bankVersion: 1 },
    }));
    const done = store.edit({ do: 'all', edits });
    setSaid(done.ok ? `${counted(own.length, 'question')} put into the bank.` : done.problem.sentence);
  };
  const toClipboard = () =>
    navigator.clipboard.writeText(linesFromQuestions(questions)).then(
      () => setSaid('Copied as lines.'),
      () => setSaid('The clipboard could not be written.'),
    );
  return (
    <div className={styles.chosen} role="toolbar" aria-label="Chosen questions">
      <b>{counted(questions.length, 'question')} chosen</b>
      <Button size="xs" variant="default" onClick={() => onCopy(ids)}>
        Copy below
      </Button>
      <Button size="xs" variant="default" onClick={toClipboard}>
        Copy as lines
      </Button>
      {own.length > 0 && (
        <Button size="xs" variant="default" onClick={toBank}>
          Put into the bank
        </Button>
      )}
      <div className={styles.points}>
        <NumberField
          label="Points of each"
          hideLabel
          unit="points"
          empty="mixed"
          value={shared}
          scale={1000}
          onSave={(points) =>
            store.edit({
              do: 'all',
              edits: ids.map((id) => ({ do: 'set', table: 'question', id, fields: { points: points ?? 1000 } })),
            })
          }
        />
      </div>
      <Button
        size="xs"
        variant="default"
        color="red"
        onClick={() => store.edit({ do: 'remove', table: 'question', ids })}
      >
        Remove
      </Button>
      <span role="status">{said}</span>
      <span className={wordStyles.spring} />
      <Button size="xs" variant="subtle" onClick={onLetGo}>
        Let go
      </Button>
    </div>
  );
}
