'use client';
import { ActionIcon, Select } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { Result } from '@/core/kernel/problem';
import type { FollowDeed } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import styles from '../assess.module.css';
import type { Known } from './known';

type Of<D extends FollowDeed['do']> = Extract<FollowDeed, { do: D }>;
type Fields<D extends FollowDeed['do']> = (
  deed: Of<D>,
  onSave: (deed: Of<D>) => Result<unknown>,
  known: Known,
  name: string,
) => ReactNode;

const lessonsIn = ({ sections }: Known, onlyLive: boolean) =>
  sections.flatMap(({ title, lessons }) => {
    const items = lessons.filter((one) => !onlyLive || one.isLive).map((one) => ({ value: one.id, label: one.title }));
    return items.length > 0 ? [{ group: title || 'Without a title', items }] : [];
  });

const fields: { readonly [D in FollowDeed['do']]: Fields<D> } = {
  message: (deed, onSave, _known, name) => (
    <TextField
      label={`Words to the learner, ${name}`}
      lines={2}
      value={deed.text}
      onSave={(text) => onSave({ ...deed, text })}
    />
  ),
  staff: (deed, onSave, _known, name) => (
    <TextField
      label={`Words to the people who give the course, ${name}`}
      lines={2}
      value={deed.text}
      onSave={(text) => onSave({ ...deed, text })}
    />
  ),
  tag: (deed, onSave, _known, name) => (
    <TextField label={`The tag, ${name}`} value={deed.tag} onSave={(tag) => onSave({ ...deed, tag })} />
  ),
  session: (deed, onSave, known, name) => (
    <>
      <Select
        label={`The session, ${name}`}
        allowDeselect={false}
        value={deed.lessonId}
        data={lessonsIn(known, true)}
        onChange={(lessonId) => lessonId && onSave({ ...deed, lessonId })}
      />
      <TextField
        label={`Words to the learner, ${name}`}
        lines={2}
        value={deed.text}
        onSave={(text) => onSave({ ...deed, text })}
      />
    </>
  ),
  open: (deed, onSave, known, name) => (
    <Select
      label={`What opens, ${name}`}
      searchable
      allowDeselect={false}
      value={deed.of}
      data={[
        {
          group: 'Sections',
          items: known.sections.map(({ id, title }) => ({ value: id, label: title || 'Without a title' })),
        },
        ...lessonsIn(known, false),
      ]}
      onChange={(of) => of && onSave({ ...deed, of })}
    />
  ),
  enrol: (deed, onSave, known, name) => (
    <div className={styles.two}>
      <Select
        label={`The course, ${name}`}
        searchable
        allowDeselect={false}
        value={deed.courseId}
        data={known.courses.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={(courseId) => courseId && onSave({ ...deed, courseId, cohortId: null })}
      />
      <Select
        label={`The cohort, ${name}`}
        placeholder="none, on their own"
        clearable
        value={deed.cohortId}
        data={(known.courses.find(({ id }) => id === deed.courseId)?.cohorts ?? []).map((one) => ({
          value: one.id,
          label: one.name,
        }))}
        onChange={(cohortId) => onSave({ ...deed, cohortId })}
      />
    </div>
  ),
};

type Props = {
  readonly name: string;
  readonly title: string;
  readonly deed: FollowDeed;
  readonly known: Known;
  readonly onSave: (deed: FollowDeed) => Result<unknown>;
  readonly onRemove: () => void;
};

/** One thing that is done, with what it asks. */
export function DeedFields({ name, title, deed, known, onSave, onRemove }: Props) {
  const own = fields[deed.do] as Fields<FollowDeed['do']>;
  return (
    <div className={styles.deed}>
      <div>{own(deed as never, onSave as never, known, name)}</div>
      <ActionIcon variant="subtle" color="gray" aria-label={`Remove ${name}: ${title}`} onClick={onRemove}>
        <IconX size={15} />
      </ActionIcon>
    </div>
  );
}
