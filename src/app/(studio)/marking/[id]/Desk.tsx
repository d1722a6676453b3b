'use client';
import { Textarea, TextInput } from '@mantine/core';
import { IconFile } from '@tabler/icons-react';
import { type ReactNode, useCallback, useState } from 'react';
import { act } from '@/app/_client/act';
import { pointsText } from '@/core/kernel/exact';
import { useReady } from '@/ui/plain/useReady';
import { type Among, DeskFrame } from '../_desk/DeskFrame';
import { FileView } from '../_desk/FileView';
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
  readonly text: string;
  readonly files: readonly { readonly hash: string; readonly name: string; readonly contentType: string }[];
  readonly state: 'open' | 'marked';
  readonly points: number | null;
  readonly remark: string;
  readonly of: number;
  readonly pass: number;
};
type Props = { readonly work: Work; readonly among: Among; readonly task: ReactNode };

const fields = ['points', 'remark'];

/** Work that was handed in for an assignment, and its mark. */
export function Desk({ work, among, task }: Props) {
  const ready = useReady();
  const [points, setPoints] = useState(work.points === null ? '' : pointsText(work.points));
  const [remark, setRemark] = useState(work.remark);
  const save = useCallback(
    async (finish: boolean) => {
      const typed = pointsTyped(points, 'points');
      return typed.ok ? act('marking.mark', { handInId: work.id, points: typed.value, remark, finish }) : typed;
    },
    [points, remark, work.id],
  );
  const isMarked = work.state === 'marked';
  const keeping = useKeeping(save, isMarked, among.nextHref);
  const wrongIn = (field: string) => (keeping.problem?.field === field ? keeping.problem.sentence : null);
  return (
    <DeskFrame
      where={`${work.title} · ${work.course}`}
      among={among}
      isMarked={isMarked}
      keeping={keeping}
      fields={fields}
      work={
        <article className={styles.sheet}>
          <p className={styles.quiet}>
            <bdi>{work.learner}</bdi> · handed in {work.handedIn}
            {work.isLate && <span className={styles.late}>late</span>}
          </p>
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
          <b>{points.trim() || '–'}</b> of {pointsText(work.of)}
          {work.pass > 0 && ` · pass at ${pointsText(work.pass)}`}
        </span>
      </h1>
      <TextInput
        readOnly={!ready}
        label={`Points of ${pointsText(work.of)}`}
        inputMode="decimal"
        value={points}
        onChange={(event) => setPoints(event.currentTarget.value)}
        error={wrongIn('points')}
        data-autofocus
      />
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
      <details className={styles.task}>
        <summary>What was asked</summary>
        {task}
      </details>
    </DeskFrame>
  );
}
