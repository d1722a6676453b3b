'use client';
import { Button, Group, Text } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Cohort } from '@/core/enrolment';
import { newId } from '@/ui/ids';
import inspector from '../_inspector/inspector.module.css';
import type { RunRow } from './rows';
import styles from './run.module.css';
import { StartField } from './StartField';

type Props = { readonly courseId: string; readonly row: RunRow; readonly cohorts: readonly Cohort[] };

/** Lets a learner take the course once more, from its beginning. */
export function BeginAnew({ courseId, row, cohorts }: Props) {
  const router = useRouter();
  // One for as long as the form is open: what is sent twice begins one.
  const [id, setId] = useState<string | null>(null);
  const [cohortId, setCohortId] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const begin = async () => {
    const { learnerId, number } = row;
    const done = await act('enrolment.again', { id, courseId, learnerId, ends: number, cohortId });
    if (!done.ok) return setProblem(done.problem.sentence);
    router.refresh();
  };
  if (id === null)
    return (
      <Button size="compact-sm" variant="default" onClick={() => setId(newId())}>
        Let them begin anew
      </Button>
    );
  return (
    <div className={styles.form} role="group" aria-label="Begin anew">
      <p className={inspector.hint}>
        <bdi>{row.name}</bdi> starts with nothing done. What has been done so far, with its grade and certificate, is
        kept as it is, and a quiz under way is handed in. This cannot be undone.
      </p>
      <StartField cohorts={cohorts} value={cohortId} onChange={setCohortId} />
      {problem && (
        <Text role="alert" size="sm" c="red">
          {problem}
        </Text>
      )}
      <Group gap={8}>
        <Button size="compact-sm" onClick={begin}>
          Begin anew
        </Button>
        <Button size="compact-sm" variant="default" onClick={() => setId(null)}>
          Leave it
        </Button>
      </Group>
    </div>
  );
}
