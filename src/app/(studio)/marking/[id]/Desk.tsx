'use client';
import { Textarea, TextInput } from '@mantine/core';
import { IconFile } from '@tabler/icons-react';
import { type ReactNode, useCallback, useState } from 'react';
import { act } from '@/app/_client/act';
import { afterLateness, type Criterion, type CriterionMark, criteriaTotal } from '@/core/assignment';
import { pointsText, toShort } from '@/core/kernel/exact';
import { ok } from '@/core/kernel/problem';
import type { MarkBefore } from '@/server/assignment';
import { useReady } from '@/ui/plain/useReady';
import { CriteriaMarks, nothingTyped, type TypedMark } from '../_desk/CriteriaMarks';
import { type Among, DeskFrame } from '../_desk/DeskFrame';
import { FileView } from '../_desk/FileView';
import { Folded } from '../_desk/Folded';
import { pointsTyped } from '../_desk/points';
import { useKeeping } from '../_desk/use-keeping';
import styles from '../marking.module.css';

export type Work = {
  readonly id: string;
  readonly title: string;
  readonly course: string;
  readonly learner: string;
  readonly handedIn: string;
  readonly isLate: boolean;
  /** Percent of the points that lateness takes off. */
  readonly latePercent: number;
  readonly link: string;
  readonly text: string;
  readonly files: readonly { readonly hash: string; readonly name: string; readonly contentType: string }[];
  readonly state: 'open' | 'marked';
  readonly points: number | null;
  readonly remark: string;
  readonly of: number;
  readonly pass: number;
  /** What it is marked by; by a number of points where there are none. */
  readonly criteria: readonly Criterion[];
  readonly given: readonly CriterionMark[];
  readonly model: string;
  /** Marks there have been, newest first. */
  readonly history: readonly MarkBefore[];
};
type Props = { readonly work: Work; readonly among: Among; readonly task: ReactNode };

/** Work that was handed in for an assignment, and its mark. */
export function Desk({ work, among, task }: Props) {
  const ready = useReady();
  const [points, setPoints] = useState(work.points === null ? '' : pointsText(work.points));
  const [remark, setRemark] = useState(work.remark);
  const [why, setWhy] = useState('');
  const [typed, setTyped] = useState<{ readonly [id: string]: TypedMark }>(() =>
    Object.fromEntries(
      work.given.map(({ criterionId, points: own, chosen, remark: said }) => [
        criterionId,
        { points: own === null ? '' : pointsText(own), chosen, remark: said },
      ]),
    ),
  );
  const { criteria } = work;
  const marksTyped = useCallback(() => {
    const marks: CriterionMark[] = [];
    for (const { id } of criteria) {
      const { points: own, chosen, remark: said } = typed[id] ?? nothingTyped;
      const read = pointsTyped(own, id);
      if (!read.ok) return read;
      marks.push({ criterionId: id, points: read.value, chosen, remark: said });
    }
    return ok(marks);
  }, [criteria, typed]);
  const save = useCallback(
    async (finish: boolean) => {
      const marks = marksTyped();
      if (!marks.ok) return marks;
      const whole = pointsTyped(points, 'points');
      if (!whole.ok) return whole;
      const by = criteria.length > 0 ? { points: null, criteria: marks.value } : { points: whole.value };
      return act('marking.mark', { handInId: work.id, ...by, remark, finish, why });
    },
    [marksTyped, criteria, points, remark, why, work.id],
  );
  const marks = marksTyped();
  const total = criteriaTotal(criteria, marks.ok ? marks.value : []);
  const isMarked = work.state === 'marked';
  const keeping = useKeeping(save, isMarked, among.nextHref);
  const wrongIn = (field: string) => (keeping.problem?.field === field ? keeping.problem.sentence : null);
  return (
    <DeskFrame
      where={`${work.title} · ${work.course}`}
      among={among}
      isMarked={isMarked}
      keeping={keeping}
      fields={['points', 'remark', 'why', ...criteria.map(({ id }) => id)]}
      work={
        <article className={styles.sheet}>
          <p className={styles.quiet}>
            <bdi>{work.learner}</bdi> · handed in {work.handedIn}
            {work.isLate && (
              <span className={styles.late}>late{work.latePercent > 0 && `, less ${work.latePercent} %`}</span>
            )}
          </p>
          {work.link && (
            <p>
              <a href={work.link} target="_blank" rel="noreferrer">
                {work.link}
              </a>
            </p>
          )}
          {work.text.trim() ? (
            <div className={styles.text}>{work.text}</div>
          ) : (
            <p className={styles.quiet}>No text was handed in.</p>
          )}
          {work.files.map((file) => (
            <FileView
              key={file.hash}
              address={`/handed-in/${work.id}/${file.hash}`}
              name={file.name}
              contentType={file.contentType}
              icon={<IconFile size={16} aria-hidden="true" />}
            />
          ))}
        </article>
      }
    >
      <h1 className={styles.total}>
        Marks
        <span>
          <b>{criteria.length > 0 ? pointsText(total.points) : points.trim() || '–'}</b> of {pointsText(work.of)}
          {work.pass > 0 && ` · pass at ${pointsText(work.pass)}`}
        </span>
      </h1>
      {criteria.length > 0 ? (
        <>
          <p className={styles.quiet}>
            {total.missing.length === 0
              ? 'Every criterion has its points.'
              : `Nothing is decided yet for: ${total.missing.map(({ title }) => title).join('; ')}.`}
            {work.latePercent > 0 &&
              ` Late: ${toShort(afterLateness(total.points, work.latePercent))} of them are left.`}
          </p>
          <CriteriaMarks
            criteria={criteria}
            typed={typed}
            marks={marks.ok ? marks.value : []}
            problem={keeping.problem ?? (marks.ok ? null : marks.problem)}
            onChange={(id, part) =>
              setTyped((before) => ({ ...before, [id]: { ...nothingTyped, ...before[id], ...part } }))
            }
          />
        </>
      ) : (
        <TextInput
          readOnly={!ready}
          label={`Points of ${pointsText(work.of)}`}
          inputMode="decimal"
          value={points}
          onChange={(event) => setPoints(event.currentTarget.value)}
          error={wrongIn('points')}
          data-autofocus
        />
      )}
      <Textarea
        readOnly={!ready}
        label="Remark to the learner"
        autosize
        minRows={6}
        maxRows={18}
        value={remark}
        onChange={(event) => setRemark(event.currentTarget.value)}
        error={wrongIn('remark')}
      />
      {isMarked && (
        <TextInput
          readOnly={!ready}
          label="Why it is changed, where you change it"
          description="Kept with the mark; its learner does not see it."
          value={why}
          onChange={(event) => setWhy(event.currentTarget.value)}
          error={wrongIn('why')}
        />
      )}
      {work.history.length > 0 && (
        <details className={styles.task}>
          <summary>Marks so far: {work.history.length}</summary>
          <ul className={styles.before}>
            {work.history.map(({ id, at, marker, points: given, finished, why: reason }) => (
              <li key={id}>
                {given === null ? '–' : pointsText(given)} points, {finished ? 'finished' : 'kept'} {at} by{' '}
                <bdi>{marker}</bdi>
                {reason && (
                  <>
                    : <bdi>{reason}</bdi>
                  </>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
      <Folded summary="Model answer" text={work.model} />
      <details className={styles.task}>
        <summary>What was asked</summary>
        {task}
      </details>
    </DeskFrame>
  );
}
