'use client';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { counted } from '@/core/kernel/words';
import type { Question } from '@/core/outline';
import { linesFromQuestions } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
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
      <span className={styles.spring} />
      <Button size="xs" variant="subtle" onClick={onLetGo}>
        Let go
      </Button>
    </div>
  );
}
