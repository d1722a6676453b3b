'use client';
import { MultiSelect, TagsInput } from '@mantine/core';
import type { Result } from '@/core/kernel/problem';
import type { ForWhom } from '@/core/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './assess.module.css';
import { useGroups } from './use-groups';

type Props = { readonly whom: ForWhom | undefined; readonly onSave: (whom: ForWhom) => Result<unknown> };

/** Whom a quiz is for: anybody in one of the cohorts or with one of the tags; everybody where none is named. */
export function ForWhomFields({ whom = { cohorts: [], tags: [] }, onSave }: Props) {
  const { cohorts, tags } = useGroups();
  // A cohort that is gone stays named until somebody takes it out.
  const gone = whom.cohorts.filter((id) => !cohorts.some((one) => one.id === id));
  const all = [
    ...cohorts.map(({ id, name }) => ({ value: id, label: name })),
    ...gone.map((id) => ({ value: id, label: 'a cohort that is gone' })),
  ];
  return (
    <div>
      <div className={styles.two}>
        <MultiSelect
          label="For these cohorts"
          placeholder={whom.cohorts.length === 0 && whom.tags.length === 0 ? 'everybody' : ''}
          clearable
          data={all}
          value={[...whom.cohorts]}
          onChange={(chosen) => onSave({ ...whom, cohorts: chosen })}
        />
        <TagsInput
          label="For these tags"
          data={[...tags]}
          maxTags={50}
          value={[...whom.tags]}
          onChange={(chosen) => onSave({ ...whom, tags: chosen })}
        />
      </div>
      {whom.cohorts.length + whom.tags.length > 0 && (
        <p className={wordStyles.quiet}>
          Everybody else is excused from it: it counts neither in their grade nor against them.
        </p>
      )}
    </div>
  );
}
