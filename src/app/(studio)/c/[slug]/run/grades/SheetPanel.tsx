import { useEffect, useState } from 'react';
import { ask } from '@/app/_client/act';
import { gradeSheet, gradeWritten, partWritten, unpacked, wholeItem } from '@/core/gradebook';
import { pointsText } from '@/core/kernel/exact';
import { namesNow } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { GradeChange, GradeRow } from '@/server/gradebook';
import styles from './grades.module.css';
import { type GradeItemShown, itemsBy, type Rules } from './items';

type Props = {
  readonly courseId: string;
  readonly row: GradeRow;
  readonly known: readonly GradeItemShown[];
  readonly lessons: readonly GradeItemShown[];
  readonly rules: Rules;
  /** The cell somebody is at; null for none. */
  readonly itemId: string | null;
};

/** One learner's grade, written out at every level, and what was decided about the cell somebody is at. */
export function SheetPanel({ courseId, row, known, lessons, rules, itemId }: Props) {
  const items = itemsBy(lessons, rules);
  // By title, since columns on trial stand elsewhere than in the row.
  const sheet = gradeSheet(items, unpacked(known, row), rules.missing, rules.scheme);
  const titleOf = (id: string) => (id === wholeItem ? 'Grade' : (items.find((item) => item.id === id)?.title ?? ''));
  return (
    <section aria-label="The grade, written out">
      <h3>
        <bdi>{row.name}</bdi>, written out
      </h3>
      <div className={styles.sum}>
        {sheet.parts.map((part) => (
          <div key={part.category?.id ?? ''}>
            {part.category && (
              <p>
                <b>{part.category.title}</b>, weight {part.weight}
              </p>
            )}
            {part.lines.map(({ item, entry, isLeftOut, share, why }) => (
              <p key={item.id} data-out={share === null || isLeftOut || undefined} title={why}>
                {entry.state === 'points' ? (
                  <>
                    {isLeftOut ? <s>{fractionOf(entry)}</s> : fractionOf(entry)} × {item.weight}
                  </>
                ) : (
                  '–'
                )}{' '}
                {item.title} <span className={styles.quiet}>{why}</span>
              </p>
            ))}
            {part.category && <p className={styles.quiet}>{partWritten(part)}</p>}
          </div>
        ))}
        <p className={styles.total}>{gradeWritten(sheet, rules.scheme)}</p>
        {sheet.byHand !== null && (
          <p>
            <b>{sheet.gradeText}</b>, set by hand: <bdi>{sheet.byHand}</bdi>
          </p>
        )}
      </div>
      {itemId && <History courseId={courseId} row={row} itemId={itemId} title={titleOf(itemId)} />}
    </section>
  );
}
const fractionOf = ({
  points,
  of,
}: {
  readonly points: { readonly n: bigint; readonly d: bigint };
  readonly of: number;
}) => `${pointsText(Number(points.n) / Number(points.d))} of ${pointsText(of)}`;

const kindText = { excused: 'excused', none: 'back to what was earned' } as const;

/** Who decided what about a cell, when and why. */
function History({
  courseId,
  row,
  itemId,
  title,
}: {
  readonly courseId: string;
  readonly row: GradeRow;
  readonly itemId: string;
  readonly title: string;
}) {
  const [changes, setChanges] = useState<readonly GradeChange[] | null>(null);
  const { learnerId } = row;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a row that was read anew may have been changed
  useEffect(() => {
    let gone = false;
    setChanges(null);
    ask<GradeChange[]>(`/api/course/${courseId}/grades/history?learner=${learnerId}&item=${itemId}`).then(
      (read) => !gone && setChanges(read.ok ? read.value : []),
    );
    return () => {
      gone = true;
    };
  }, [courseId, row, itemId]);
  if (!changes || changes.length === 0) return null;
  const names = namesNow();
  return (
    <>
      <h3>By hand: {title}</h3>
      <ul className={styles.history}>
        {changes.map(({ id, at, by, kind, points, reason }) => (
          <li key={id}>
            {kind === 'points' ? pointsText(points ?? 0) : kindText[kind]},{' '}
            {dateTimeText(Temporal.Instant.from(at.replace(' ', 'T')), names, false)}, <bdi>{by}</bdi>
            {reason && (
              <>
                : <bdi>{reason}</bdi>
              </>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
