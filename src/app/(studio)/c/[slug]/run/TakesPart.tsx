'use client';
import { Select, TagsInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Cohort } from '@/core/enrolment';
import { DayField } from '@/ui/fields/DayField';
import inspector from '../_inspector/inspector.module.css';
import type { RunRow } from './rows';

type Props = { readonly courseId: string; readonly row: RunRow; readonly cohorts: readonly Cohort[] };

/** How somebody takes the course: the cohort they are in, and until when they alone may use it. */
export function TakesPart({ courseId, row, cohorts }: Props) {
  const router = useRouter();
  const [problem, setProblem] = useState<{
    readonly at: 'cohort' | 'access' | 'tags';
    readonly sentence: string;
  } | null>(null);
  const { learnerId } = row;
  const faultAt = (at: 'cohort' | 'access' | 'tags') => (problem?.at === at ? problem.sentence : null);
  const move = async (chosen: string | null) => {
    const input = { courseId, learnerId, cohortId: chosen || null };
    const done = await act<{ seated: string[] }>('cohort.move', input);
    setProblem(done.ok ? null : { at: 'cohort', sentence: done.problem.sentence });
    if (!done.ok) return;
    const [next] = done.value.seated;
    const more = next ? ` The seat goes to ${next}, who waited for it.` : '';
    notifications.show({ color: 'malachite', message: `${row.name} was moved and keeps what is done.${more}` });
    router.refresh();
  };
  const extend = async (until: string) => {
    const done = await act('enrolment.extend', { courseId, learnerId, until: until || null });
    setProblem(done.ok ? null : { at: 'access', sentence: done.problem.sentence });
    router.refresh();
  };
  const [tags, setTags] = useState([...row.tags]);
  const tag = async (next: string[]) => {
    setTags(next);
    const done = await act('enrolment.set-tags', { courseId, learnerId, tags: next });
    setProblem(done.ok ? null : { at: 'tags', sentence: done.problem.sentence });
    router.refresh();
  };
  return (
    <div className={inspector.group}>
      <Select
        label="Cohort"
        value={row.cohortId ?? ''}
        data={[
          { value: '', label: 'none, on their own' },
          ...cohorts.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        allowDeselect={false}
        onChange={move}
        error={faultAt('cohort')}
      />
      <DayField
        label="May use the course until"
        value={row.accessUntil ?? ''}
        onChange={extend}
        error={faultAt('access')}
      />
      <p className={inspector.hint}>Empty: as long as everybody.</p>
      <TagsInput
        label="Tags"
        description="To find learners again; only the people who give the course see them."
        value={tags}
        maxTags={20}
        onChange={tag}
        error={faultAt('tags')}
      />
    </div>
  );
}
