'use client';
import { Button, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Cohort } from '@/core/enrolment';
import { typedNumber } from '@/core/kernel/decimal';
import { pointsText } from '@/core/kernel/exact';
import type { Problem } from '@/core/kernel/problem';
import { ordinal } from '@/core/kernel/words';
import inspector from '../_inspector/inspector.module.css';
import { BeginAnew } from './BeginAnew';
import type { GradeCell, GradeColumn, RunRow } from './rows';
import styles from './run.module.css';
import { TakesPart } from './TakesPart';

/** One learner: each item, why it counts as it does, and the sum written out. */
export function LearnerSheet({
  courseId,
  row,
  columns,
  cohorts,
}: {
  readonly courseId: string;
  readonly row: RunRow;
  readonly columns: readonly GradeColumn[];
  readonly cohorts: readonly Cohort[];
}) {
  const [openId, setOpenId] = useState<string | null>(null);
  return (
    <div className={inspector.inspector}>
      <h2 className={inspector.title}>
        <bdi>{row.name}</bdi>
      </h2>
      <p className={inspector.hint}>
        {row.email}
        <br />
        {row.cohort ? `${row.cohort}, ` : ''}starts {row.started}
        {row.number > 1 && `, for the ${ordinal(row.number)} time`}
      </p>
      <ul className={styles.lines}>
        {columns.map((column) => {
          const cell = row.cells.find((one) => one.id === column.id);
          if (!cell) return null;
          return (
            <li key={column.id}>
              <button
                type="button"
                className={styles.line}
                aria-expanded={openId === column.id}
                onClick={() => setOpenId(openId === column.id ? null : column.id)}
              >
                <span>
                  {column.number} {column.title}
                  <span className={styles.quiet}>{cell.why}</span>
                </span>
                <b>
                  {cell.points ?? (cell.state === 'excused' ? 'excused' : '–')}
                  <span className={styles.quiet}> / {pointsText(cell.of)}</span>
                </b>
              </button>
              {openId === column.id && (
                <Decide
                  courseId={courseId}
                  learnerId={row.learnerId}
                  column={column}
                  cell={cell}
                  onDone={() => setOpenId(null)}
                />
              )}
            </li>
          );
        })}
      </ul>
      <section aria-label="The sum" className={styles.sum}>
        <p className={styles.quiet}>The grade, written out</p>
        <p>{row.sum}</p>
      </section>
      <p className={inspector.hint}>
        {row.complete
          ? 'The course is complete.'
          : `Not complete yet. ${row.missing.join('. ')}${row.missing.length > 0 ? '.' : ''}`}
      </p>
      {row.certificate && (
        <p className={inspector.hint}>
          Certificate {row.certificate}
          {row.withdrawn !== null && `, withdrawn: ${row.withdrawn}`}
        </p>
      )}
      {(!row.certificate || row.withdrawn !== null) && row.mayBeAwarded && (
        <AwardByHand courseId={courseId} learnerId={row.learnerId} />
      )}
      {row.earlier.length > 0 && (
        <section aria-label="Taken before" className={styles.sum}>
          <p className={styles.quiet}>Taken before</p>
          {row.earlier.map((one) => (
            <p key={one.number}>
              {ordinal(one.number)} time, {one.when}: {one.grade}
              {one.certificate && `, certificate ${one.certificate}`}
            </p>
          ))}
        </section>
      )}
      <TakesPart key={`${row.cohortId} ${row.accessUntil}`} courseId={courseId} row={row} cohorts={cohorts} />
      <BeginAnew key={row.number} courseId={courseId} row={row} cohorts={cohorts} />
    </div>
  );
}

/**
 * A certificate for somebody whom the rule does not reach, for example because they were excused from everything; with
 * a reason.
 */
function AwardByHand({ courseId, learnerId }: { readonly courseId: string; readonly learnerId: string }) {
  const router = useRouter();
  const [asks, setAsks] = useState(false);
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const award = async () => {
    const done = await act('certificate.award-by-hand', { courseId, learnerId, why });
    if (!done.ok) return setProblem(done.problem.sentence);
    router.refresh();
  };
  if (!asks)
    return (
      <Button size="compact-sm" variant="default" onClick={() => setAsks(true)}>
        Award the certificate by hand
      </Button>
    );
  return (
    <div className={styles.form}>
      <TextInput
        label="Reason"
        value={why}
        onChange={(event) => setWhy(event.currentTarget.value)}
        error={problem}
        autoFocus
      />
      <Button size="compact-sm" onClick={award}>
        Award the certificate
      </Button>
    </div>
  );
}

type DecideProps = {
  readonly courseId: string;
  readonly learnerId: string;
  readonly column: GradeColumn;
  readonly cell: GradeCell;
  readonly onDone: () => void;
};

/** A change by hand: points, or excused; always with a reason, and always open to being taken back. */
function Decide({ courseId, learnerId, column, cell, onDone }: DecideProps) {
  const router = useRouter();
  const [points, setPoints] = useState(
    cell.decision?.points == null ? (cell.points ?? '') : String(cell.decision.points / 1000),
  );
  const [reason, setReason] = useState(cell.decision?.reason ?? '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const decide = async (kind: 'points' | 'excused' | 'none') => {
    const typed = typedNumber(points);
    if (kind === 'points' && !typed.ok) return setProblem({ ...typed.problem, field: 'points' });
    const done = await act('gradebook.decide', {
      courseId,
      lessonId: column.id,
      learnerId,
      kind,
      points: kind === 'points' && typed.ok ? Math.round(typed.value * 1000) : null,
      reason,
    });
    setProblem(done.ok ? null : done.problem);
    if (!done.ok) return;
    router.refresh();
    onDone();
  };
  return (
    <div className={styles.form}>
      <div className={inspector.pair} style={{ gridTemplateColumns: '90px 1fr' }}>
        <TextInput
          label={`Points of ${pointsText(column.of)}`}
          value={points}
          onChange={(event) => setPoints(event.currentTarget.value)}
          error={problem?.field === 'points' ? problem.sentence : null}
        />
        <TextInput
          label="Reason"
          value={reason}
          onChange={(event) => setReason(event.currentTarget.value)}
          error={problem && problem.field !== 'points' ? problem.sentence : null}
        />
      </div>
      <div className={styles.acts}>
        <Button size="compact-sm" onClick={() => decide('points')}>
          Set points
        </Button>
        <Button size="compact-sm" variant="default" onClick={() => decide('excused')}>
          Excuse
        </Button>
        {cell.decision && (
          <Button size="compact-sm" variant="default" onClick={() => decide('none')}>
            Back to what was earned
          </Button>
        )}
      </div>
    </div>
  );
}
