import { type ComboboxItem, type ComboboxParsedItem, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { type LearnerFound, learnerLabel, useLearnersFound } from '../_course/use-learners-found';
import styles from './award.module.css';
import type { Shown } from './use-drawn';

const anybody = [
  { value: 'longest', label: 'longest name on the roll' },
  { value: 'shortest', label: 'shortest name on the roll' },
  { value: 'typed', label: 'values that I type' },
];

type Props = { readonly shown: Shown; onChange(shown: Shown): void };

/** Whose certificate the page shows. */
export function ShownFor({ shown, onChange }: Props) {
  const [find, setFind] = useState('');
  const [chosen, setChosen] = useState<LearnerFound | null>(null);
  const isOfLearner = shown.by === 'learner';
  const current = isOfLearner ? chosen && learnerLabel(chosen) : anybody.find(({ value }) => value === shown.by)?.label;
  // What stands in the field because it was chosen is not looked for.
  const words = find === current ? '' : find;
  const found = useLearnersFound(words);
  const isMeant = ({ label }: ComboboxItem) => label.toLowerCase().includes(words.toLowerCase());
  // Learners have been looked for already; only who is chosen stands among them whatever is looked for.
  const offered = (one: ComboboxParsedItem): ComboboxParsedItem[] => {
    if (!('group' in one)) return isMeant(one) ? [one] : [];
    const items = one.items.filter((item) => found.some(({ learnerId }) => item.value === `learner/${learnerId}`));
    return items.length > 0 ? [{ ...one, items }] : [];
  };
  const learners =
    isOfLearner && chosen ? [chosen, ...found.filter((one) => one.learnerId !== chosen.learnerId)] : found;
  const items = learners.map((one) => ({ value: `learner/${one.learnerId}`, label: learnerLabel(one) }));
  const choose = (next: string | null) => {
    if (!next) return;
    const learner = learners.find(({ learnerId }) => next === `learner/${learnerId}`);
    if (learner) setChosen(learner);
    const by = learner ? 'learner' : (next as Shown['by']);
    onChange({ ...shown, by, learnerId: learner?.learnerId ?? null });
  };
  return (
    <div className={styles.shownFor}>
      <Select
        aria-label="Shown for"
        size="xs"
        w={176}
        searchable
        allowDeselect={false}
        value={isOfLearner ? `learner/${shown.learnerId}` : shown.by}
        data={[...anybody, ...(items.length > 0 ? [{ group: 'Learners', items }] : [])]}
        filter={({ options }) => options.flatMap(offered)}
        nothingFoundMessage="Nobody has these words."
        searchValue={find}
        onSearchChange={setFind}
        onChange={choose}
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
