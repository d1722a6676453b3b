'use client';
import { ActionIcon, Button } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconPlus, IconTrash } from '@tabler/icons-react';
import { useRef } from 'react';
import { flushSync } from 'react-dom';
import { outcomesOf } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';
import styles from './plan.module.css';

/** What a learner can do afterwards, one by one and numbered: lessons teach them, questions ask for them. */
export function Outcomes() {
  const { store, state } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const list = useRef<HTMLOListElement>(null);
  /** The new line is there at once, with its words selected to be written over. */
  const add = () => {
    // Drawn at once: who types on without a pause writes into the new line, and nowhere else.
    if (flushSync(() => store.edit({ do: 'add-outcome', id: newId(), text: 'A learner can …' })).ok)
      list.current?.querySelector<HTMLInputElement>('li:last-child input')?.select();
  };
  const remove = (id: string, number: number) => {
    store.edit({ do: 'remove', table: 'outcome', ids: [id] });
    tellUndoable(store, `Outcome ${number} was removed.`);
  };
  return (
    <section className={styles.sheet} aria-label="Outcomes">
      <h2>Outcomes</h2>
      {outcomes.length === 0 && (
        <p className={styles.quiet}>
          None yet. Write one for each thing a learner can do afterwards; Coverage then shows what is taught and asked
          for.
        </p>
      )}
      <ol ref={list} className={styles.outcomes}>
        {outcomes.map((outcome, i) => (
          <li key={outcome.id}>
            <b>{i + 1}</b>
            <TextField
              label={`Outcome ${i + 1}`}
              hideLabel
              value={outcome.text}
              onSave={(text) => store.edit({ do: 'set', table: 'outcome', id: outcome.id, fields: { text } })}
            />
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`Move outcome ${i + 1} up`}
              disabled={i === 0}
              onClick={() => store.edit({ do: 'move-outcome', id: outcome.id, before: outcomes[i - 1]?.id ?? null })}
            >
              <IconArrowUp size={16} />
            </ActionIcon>
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`Move outcome ${i + 1} down`}
              disabled={i === outcomes.length - 1}
              onClick={() => store.edit({ do: 'move-outcome', id: outcome.id, before: outcomes[i + 2]?.id ?? null })}
            >
              <IconArrowDown size={16} />
            </ActionIcon>
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`Remove outcome ${i + 1}`}
              onClick={() => remove(outcome.id, i + 1)}
            >
              <IconTrash size={16} />
            </ActionIcon>
          </li>
        ))}
      </ol>
      <div>
        <Button variant="default" leftSection={<IconPlus size={16} />} onClick={add}>
          Outcome
        </Button>
      </div>
    </section>
  );
}
