'use client';
import { Anchor, SegmentedControl } from '@mantine/core';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useState, useTransition } from 'react';
import { FindField } from '@/app/_client/FindField';
import type { Cohort } from '@/core/enrolment';
import { numberText } from '@/core/kernel/locale';
import type { StaffRow } from '@/server/people';
import { Link } from '@/ui/frame/Link';
import { Pages } from '@/ui/table/Pages';
import { Workbench } from '../_course/Workbench';
import { CertificateTable } from './CertificateTable';
import { Enrol } from './Enrol';
import { GradeTable } from './GradeTable';
import { IssueMany } from './IssueMany';
import { LearnerSheet } from './LearnerSheet';
import { ProgressTable } from './ProgressTable';
import type { Award, GradeColumn, RunRow, RunView } from './rows';
import styles from './run.module.css';

type Props = {
  readonly courseId: string;
  readonly isPublished: boolean;
  readonly show: RunView;
  readonly find: string;
  readonly page: number;
  readonly found: number;
  readonly counts: { readonly learners: number; readonly awards: number };
  /** A page of learners. */
  readonly rows: readonly RunRow[];
  /** Whose sheet the address opens, on this page or not. */
  readonly chosen: RunRow | null;
  readonly columns: readonly GradeColumn[];
  readonly cohorts: readonly Cohort[];
  /** A page of certificates. */
  readonly awards: readonly Award[];
  readonly staff: readonly StaffRow[];
};

/** The course while it is taken: who is where, the gradebook, and the certificates. */
export function RunDesk({
  courseId,
  isPublished,
  show,
  find,
  page,
  found,
  counts,
  rows,
  chosen,
  columns,
  cohorts,
  awards,
  staff,
}: Props) {
  const [selectedId, setSelectedId] = useState<string | null>(chosen?.learnerId ?? null);
  const [wanted, setWanted] = useState<RunView | null>(null);
  const [isGoing, startGoing] = useTransition();
  const [router, path, asked] = [useRouter(), usePathname(), useSearchParams()];
  const addressOf = (changed: Record<string, string>) =>
    `${path}?${new URLSearchParams({ ...Object.fromEntries(asked), ...changed })}`;
  const go = (view: RunView) => {
    setWanted(view);
    startGoing(() => router.replace(addressOf({ show: view, page: '1' }), { scroll: false }));
  };
  const selected =
    rows.find((row) => row.learnerId === selectedId) ?? (chosen?.learnerId === selectedId ? chosen : null);
  const what = show === 'certificates' ? 'certificates' : 'learners';
  const empty =
    (!isPublished &&
      'Nothing is published yet. Learners can be enrolled now; they see the course with its first edition.') ||
    (counts.learners === 0 && 'Nobody takes this course yet. Enrol the first learner.') ||
    (found === 0 && find !== '' && `None of the ${what} has these words.`);
  return (
    <Workbench
      inspector={
        selected ? (
          <LearnerSheet
            key={selected.learnerId}
            courseId={courseId}
            row={selected}
            columns={columns}
            cohorts={cohorts}
          />
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
          value={isGoing && wanted ? wanted : show}
          onChange={(view) => go(view as RunView)}
          data={[
            { value: 'grades', label: 'Gradebook' },
            { value: 'progress', label: 'Progress' },
            { value: 'certificates', label: `Certificates (${counts.awards})` },
          ]}
        />
        <FindField
          label="Find a learner"
          placeholder={what === 'learners' ? 'Find a learner or a cohort' : 'Find a holder or a number'}
          find={find}
        />
        <span className={styles.quiet} role="status">
          {numberText(found)} of {numberText(what === 'learners' ? counts.learners : counts.awards)} {what}
        </span>
        <div className={styles.ways}>
          <Link href={`${path}/grades`}>Whole gradebook, and what if</Link>
          <Link href={`${path}/messages`}>Messages</Link>
          {selected && (
            <Anchor component="button" type="button" onClick={() => setSelectedId(null)}>
              Enrol somebody
            </Anchor>
          )}
        </div>
      </div>
      {isPublished && show === 'certificates' && (
        <IssueMany courseId={courseId} cohorts={cohorts} count={counts.awards} />
      )}
      {empty && <p className={styles.empty}>{empty}</p>}
      {!empty && show === 'grades' && (
        <GradeTable rows={rows} columns={columns} selectedId={selectedId} onSelect={setSelectedId} />
      )}
      {!empty && show === 'progress' && <ProgressTable rows={rows} selectedId={selectedId} onSelect={setSelectedId} />}
      {!empty && show === 'certificates' && <CertificateTable courseId={courseId} awards={awards} />}
      <Pages page={page} found={found} what={what} hrefOf={(other) => addressOf({ page: String(other) })} />
    </Workbench>
  );
}
