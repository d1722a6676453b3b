'use client';
import { Button, CloseButton, Select, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import type { StaffRow } from '@/server/people';
import { useReady } from '@/ui/plain/useReady';
import inspector from '../_inspector/inspector.module.css';
import styles from './run.module.css';

/** Who makes and who marks this course. */
export function Staff({ courseId, staff }: { readonly courseId: string; readonly staff: readonly StaffRow[] }) {
  const ready = useReady();
  const router = useRouter();
  const [email, setEmail] = useState('');
  const [role, setRole] = useState('marker');
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (whose: string, wanted: string) => {
    const done = await act('people.set-staff', { courseId, email: whose, role: wanted });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) router.refresh();
    return done.ok;
  };
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (await set(email, role)) setEmail('');
  };
  return (
    <form onSubmit={add} className={inspector.group} noValidate>
      <h2 className={inspector.title}>Creators and markers</h2>
      {staff.length === 0 && <p className={inspector.hint}>Only the owner of the school works on this course.</p>}
      <ul className={styles.lines}>
        {staff.map((one) => (
          <li key={one.email} className={styles.staff}>
            <span>
              <bdi>{one.name}</bdi>
              <span className={styles.quiet}>{one.role}</span>
            </span>
            <CloseButton
              size="sm"
              aria-label={`Take ${one.name} off the course`}
              onClick={() => set(one.email, 'none')}
            />
          </li>
        ))}
      </ul>
      <div className={inspector.pair}>
        <TextInput
          readOnly={!ready}
          label="Their e-mail address"
          value={email}
          onChange={(event) => setEmail(event.currentTarget.value)}
        />
        <Select
          label="Role"
          data={['marker', 'creator']}
          value={role}
          onChange={(value) => setRole(value ?? 'marker')}
        />
      </div>
      {problem && (
        <p role="alert" className={inspector.bad}>
          {problem}
        </p>
      )}
      <Button type="submit" variant="default">
        Add to the course
      </Button>
    </form>
  );
}
