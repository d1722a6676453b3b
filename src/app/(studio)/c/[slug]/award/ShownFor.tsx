import { Select, TextInput } from '@mantine/core';
import styles from './award.module.css';
import type { Names, Shown } from './use-drawn';

type Props = { readonly shown: Shown; readonly learners: Names['learners']; onChange(shown: Shown): void };

/** Whose certificate the page shows. */
export function ShownFor({ shown, learners, onChange }: Props) {
  const value = shown.by === 'learner' ? `learner/${shown.learnerId}` : shown.by;
  return (
    <div className={styles.shownFor}>
      <Select
        aria-label="Shown for"
        size="xs"
        w={176}
        searchable
        allowDeselect={false}
        value={value}
        data={[
          { value: 'longest', label: 'longest name on the roll' },
          { value: 'shortest', label: 'shortest name on the roll' },
          { value: 'typed', label: 'values that I type' },
          ...(learners.length > 0
            ? [{ group: 'Learners', items: learners.map(({ id, name }) => ({ value: `learner/${id}`, label: name })) }]
            : []),
        ]}
        onChange={(next) => {
          if (!next) return;
          const learnerId = next.startsWith('learner/') ? next.slice('learner/'.length) : null;
          onChange({ ...shown, learnerId, by: learnerId ? 'learner' : (next as Shown['by']) });
        }}
      />
      {shown.by === 'typed' && (
        <>
          <TextInput
            aria-label="Name to show"
            size="xs"
            placeholder="Name"
            maxLength={200}
            value={shown.name}
            onChange={(event) => onChange({ ...shown, name: event.currentTarget.value })}
          />
          <TextInput
            aria-label="Grade to show"
            size="xs"
            w={90}
            placeholder="Grade"
            maxLength={40}
            value={shown.grade}
            onChange={(event) => onChange({ ...shown, grade: event.currentTarget.value })}
          />
        </>
      )}
    </div>
  );
}
