'use client';
import { SegmentedControl, TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { Cohort } from '@/core/enrolment';
import type { StaffRow } from '@/server/people';
import { Workbench } from '../_course/Workbench';
import { CertificateTable } from './CertificateTable';
import { Enrol } from './Enrol';
import { GradeTable } from './GradeTable';
import { LearnerSheet } from './LearnerSheet';
import { ProgressTable } from './ProgressTable';
import type { Award, GradeColumn, RunRow } from './rows';
import styles from './run.module.css';

type Props = {
  readonly courseId: string;
  readonly isPublished: boolean;
  readonly rows: readonly RunRow[];
  readonly columns: readonly GradeColumn[];
  readonly cohorts: readonly Cohort[];
  readonly awards: readonly Award[];
  readonly staff: readonly StaffRow[];
};

/** The course while it is taken: who is where, the gradebook, and the certificates. */
export function RunDesk({ courseId, isPublished, rows, columns, cohorts, awards, staff }: Props) {
  const [show, setShow] = useState('grades');
  const [words, setWords] = useState('');
  const [selectedId, setSelectedId] = useState<string | null>(useSearchParams().get('learner'));
  const wanted = words.trim().toLocaleLowerCase();
  const found = wanted ? rows.filter((row) => `${row.name} ${row.email} ${row.cohort ?? ''}`.toLocaleLowerCase().includes(wanted)) : rows;
  const selected = rows.find((row) => row.learnerId === selectedId) ?? null;
  return (
    <Workbench
      inspector={
        selected ? (
          <LearnerSheet key={selected.learnerId} courseId={courseId} row={selected} columns={columns} />
        ) : (
          <Enrol courseId={courseId} cohorts={cohorts} staff={staff} />
        )
      }
      label={selected ? 'Learner' : 'Enrolment'}
    >
      <div className={styles.bar}>
        <SegmentedControl
          size="sm"
          aria-label="What to show"
          value={show}
          onChange={setShow}
          data={[
            { value: 'grades', label: 'Gradebook' },
            { value: 'progress', label: 'Progress' },
            { value: 'certificates', label: `Certificates (${awards.length})` },
          ]}
        />
        <TextInput
          aria-label="Find a learner"
          placeholder="Find a learner or a cohort"
          leftSection={<IconSearch size={15} />}
          value={words}
          onChange={(event) => setWords(event.currentTarget.value)}
          w={240}
        />
        <span className={styles.quiet}>
          {found.length} of {rows.length} {rows.length === 1 ? 'learner' : 'learners'}
        </span>
        {selected && (
          <button type="button" className={styles.link} onClick={() => setSelectedId(null)}>
            Enrol somebody
          </button>
        )}
      </div>
      {!isPublished ? (
        <p className={styles.empty}>Nothing is published yet. Learners can be enrolled now; they see the course with its first edition.</p>
      ) : rows.length === 0 ? (
        <p className={styles.empty}>Nobody takes this course yet. Enrol the first learner on the right.</p>
      ) : show === 'grades' ? (
        <GradeTable rows={found} columns={columns} selectedId={selectedId} onSelect={setSelectedId} />
      ) : show === 'progress' ? (
        <ProgressTable rows={found} selectedId={selectedId} onSelect={setSelectedId} />
      ) : (
        <CertificateTable courseId={courseId} awards={awards.filter((award) => !wanted || award.holder.toLocaleLowerCase().includes(wanted))} />
      )}
    </Workbench>
  );
}
