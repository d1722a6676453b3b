import { dueText, handInStateText, lateness } from '@/core/assignment';
import { pointsText } from '@/core/kernel/exact';
import { dateTimeText } from '@/core/kernel/time';
import type { LearnerView, LessonView } from '@/core/learning';
import type { HandInRow } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import controls from '@/ui/plain/controls.module.css';
import { HandInForm } from './HandInForm';
import type { Place } from './place';
import styles from './work.module.css';

type Props = {
  readonly view: LearnerView;
  readonly one: LessonView;
  readonly place: Place /** Newest first. */;
  readonly handIns: readonly HandInRow[];
};

/** What may be handed in and by when, the form to do it, and what came back. */
export function AssignmentPart({ view, one, place, handIns }: Props) {
  const settings = one.lesson.assignment;
  if (!settings) return null;
  const { due, isLate } = lateness(settings, view.clock, view.now);
  const draft = handIns.find((row) => row.state === 'draft');
  const given = handIns.filter((row) => row.state !== 'draft');
  const mayStill = given.length < settings.attempts && (!isLate || settings.takesLate);
  const facts = [
    `${pointsText(settings.points)} points${settings.passPoints > 0 ? `, passed from ${pointsText(settings.passPoints)}` : ''}`,
    [
      settings.takesText ? 'a text' : '',
      settings.files > 0
        ? `up to ${settings.files} ${settings.files === 1 ? 'file' : 'files'} of ${settings.megabytes} MB each`
        : '',
    ]
      .filter(Boolean)
      .join(' and '),
    due
      ? `${dateTimeText(due, place)} (${place.zone}), ${dueText(due, view.now)}${settings.takesLate ? '; later work is taken and marked as late' : ''}`
      : 'no due day',
  ];
  return (
    <section className={styles.work} aria-label="Assignment">
      <ul className={styles.facts}>
        {facts.map((fact) => (
          <li key={fact}>{fact}</li>
        ))}
      </ul>
      {given.map((row) => (
        <HandedIn key={row.id} row={row} place={place} of={settings.points} pass={settings.passPoints} />
      ))}
      {place.isView && <p className={controls.quiet}>This is a view: nothing is handed in here.</p>}
      {!place.isView && mayStill && (
        <HandInForm
          courseId={place.courseId}
          lessonId={one.lesson.id}
          takesText={settings.takesText}
          mostFiles={settings.files}
          text={draft?.text ?? ''}
          files={
            draft?.files.map(({ hash, name, size }) => ({
              hash,
              name,
              size,
              address: `/handed-in/${draft.id}/${hash}`,
            })) ?? []
          }
          again={given.length > 0}
        />
      )}
      {!place.isView && !mayStill && isLate && given.length === 0 && (
        <p className={controls.look}>The time to hand in has passed, and late work is not taken.</p>
      )}
    </section>
  );
}

function HandedIn({
  row,
  place,
  of,
  pass,
}: {
  readonly row: HandInRow;
  readonly place: Place;
  readonly of: number;
  readonly pass: number;
}) {
  const isMarked = row.state === 'marked' && row.points !== null;
  return (
    <article className={styles.receipt} aria-label={`Hand-in ${row.number}`}>
      <p>
        <b>
          {isMarked
            ? `${pointsText(row.points ?? 0)} of ${pointsText(of)} points`
            : `Your work is ${handInStateText[row.state]}`}
        </b>
        {isMarked && pass > 0 && ` · ${(row.points ?? 0) >= pass ? 'passed' : 'not passed'}`}
      </p>
      <p className={controls.quiet}>
        Handed in {dateTimeText(instantFrom(row.handedInAt ?? row.changedAt), place)}
        {row.isLate ? ', late' : ''} · receipt {row.id.slice(-8)}
      </p>
      {isMarked && row.remark && <blockquote className={styles.remark}>{row.remark}</blockquote>}
      <details>
        <summary>What you handed in</summary>
        {row.text && <p className={styles.handedText}>{row.text}</p>}
        {row.files.map((file) => (
          <p key={file.hash}>
            <a href={`/handed-in/${row.id}/${file.hash}`}>{file.name}</a>
          </p>
        ))}
      </details>
    </article>
  );
}
