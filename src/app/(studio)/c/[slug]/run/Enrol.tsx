'use client';
import { Button, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import type { Cohort } from '@/core/enrolment';
import type { Problem } from '@/core/kernel/problem';
import type { StaffRow } from '@/server/people';
import { Link } from '@/ui/frame/Link';
import { useReady } from '@/ui/plain/useReady';
import { useDesk } from '../_course/CourseProvider';
import inspector from '../_inspector/inspector.module.css';
import { Staff } from './Staff';
import { StartField } from './StartField';

export function Enrol({
  courseId,
  cohorts,
  staff,
}: {
  readonly courseId: string;
  readonly cohorts: readonly Cohort[];
  readonly staff: readonly StaffRow[];
}) {
  const ready = useReady();
  const router = useRouter();
  const { head } = useDesk();
  const [email, setEmail] = useState('');
  const [cohortId, setCohortId] = useState<string | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const enrol = async (event: FormEvent) => {
    event.preventDefault();
    const done = await act<{ name: string; waits: boolean }>('enrolment.add', {
      courseId,
      email,
      cohortId,
    });
    setProblem(done.ok ? null : done.problem);
    if (!done.ok) return;
    notifications.show({
      color: 'malachite',
      message: done.value.waits
        ? `${done.value.name} waits for a seat: the cohort is full.`
        : `${done.value.name} takes the course now.`,
    });
    setEmail('');
    router.refresh();
  };
  return (
    <div className={inspector.inspector}>
      <form onSubmit={enrol} className={inspector.group} noValidate>
        <h2 className={inspector.title}>Enrol somebody</h2>
        <TextInput
          readOnly={!ready}
          label="E-mail address"
          value={email}
          onChange={(event) => setEmail(event.currentTarget.value)}
          error={problem?.sentence}
        />
        <StartField cohorts={cohorts} value={cohortId} onChange={setCohortId} />
        <Button type="submit">Enrol</Button>
      </form>
      <Link href={`/c/${head.slug}/release/cohorts`} className={inspector.hint}>
        Cohorts, their dates and whole lists of members: under Release
      </Link>
      <Staff courseId={courseId} staff={staff} />
      <p className={inspector.hint}>Select a learner in the table to see the sheet with the sum written out.</p>
    </div>
  );
}
