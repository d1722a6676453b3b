import {
  type AssignmentSettings,
  afterLateness,
  type Criterion,
  dueText,
  fileKindsText,
  handInStateText,
  type Lateness,
  lateness,
  lateText,
  lookOutcomeText,
  rulesForNext,
  usualLate,
} from '@/core/assignment';
import { compare, pointsText, thousandths, toShort } from '@/core/kernel/exact';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { LearnerView, LessonView } from '@/core/learning';
import type { HandInView, Look } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { GivenFile } from '@/ui/drawn/GivenFile';
import controls from '@/ui/plain/controls.module.css';
import { AskForLook } from './AnotherLook';
import { CommandButton } from './CommandButton';
import { Countdown } from './Countdown';
import { CriteriaAsked, CriteriaGiven } from './CriteriaGiven';
import { HandInForm } from './HandInForm';
import { MarkedWork } from './MarkedWork';
import type { Place } from './place';
import styles from './work.module.css';

type Props = {
  readonly view: LearnerView;
  readonly one: LessonView;
  readonly place: Place;
  /** Newest first. */
  readonly handIns: readonly HandInView[];
};

/** What may be handed in and by when, the form to do it, and what came back. */
export function AssignmentPart({ view, one, place, handIns }: Props) {
  if (!one.lesson.assignment) return null;
  const draft = handIns.find((row) => row.state === 'draft');
  const given = handIns.filter((row) => row.state !== 'draft');
  const granted = given.flatMap(({ looks }) => looks).filter(({ outcome }) => outcome === 'again').length;
  const settings = rulesForNext(one.lesson.assignment, given.length, granted);
  const late = lateness(settings, view.clock, view.now, draft ? instantFrom(draft.startedAt) : null);
  const mayStill = given.length < settings.attempts && late.isTaken;
  // Where time is counted from the beginning, it is begun on purpose.
  const isBegun = draft !== undefined || !settings.minutes;
  const input = { courseId: place.courseId, lessonId: one.lesson.id };
  return (
    <section className={styles.work} aria-label="Assignment">
      <ul className={styles.facts}>
        {factsOf(settings, late, place, view.now).map((fact) => (
          <li key={fact}>{fact}</li>
        ))}
      </ul>
      <CriteriaAsked criteria={settings.criteria ?? []} />
      {given.map((row) => (
        <HandedIn
          key={row.id}
          {...{ row, place, input }}
          // It is marked by what was asked for when it was handed in.
          settings={row.assignment ?? settings}
          mayTakeBack={!place.isView && draft === undefined && row.state === 'handed-in' && late.isTaken}
        />
      ))}
      {given[0]?.state === 'marked' && settings.showsModel && (settings.model ?? '').trim() !== '' && (
        <details>
          <summary>A model answer</summary>
          <p className={styles.handedText} dir="auto">
            {settings.model}
          </p>
        </details>
      )}
      {place.isView && <p className={controls.quiet}>This is a view: nothing is handed in here.</p>}
      {!place.isView && mayStill && given.length > 0 && (
        <Again given={given} settings={settings} late={late} place={place} />
      )}
      {!place.isView && mayStill && draft && settings.minutes && late.due && !late.isLate && (
        <p className={controls.look} role="timer">
          The time is up{' '}
          <Countdown at={late.due.epochMilliseconds} now={Temporal.Now.instant().epochMilliseconds} form="full" live />.
        </p>
      )}
      {!place.isView && mayStill && !isBegun && (
        <CommandButton
          command="assignment.begin"
          input={input}
          label={`Begin; you have ${counted(settings.minutes ?? 0, 'minute')} from then`}
        />
      )}
      {!place.isView && mayStill && isBegun && (
        <HandInForm
          {...input}
          personId={place.personId ?? ''}
          takesText={settings.takesText}
          takesLink={settings.takesLink ?? false}
          mostFiles={settings.files}
          recording={settings.takesRecording ?? null}
          text={draft?.text ?? ''}
          link={draft?.link ?? ''}
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
      {!place.isView && !late.isTaken && given.length === 0 && (
        <p className={controls.look}>
          {settings.takesLate
            ? 'The time until which late work is taken has passed.'
            : 'The time to hand in has passed, and late work is not taken.'}
        </p>
      )}
    </section>
  );
}

function factsOf(settings: AssignmentSettings, late: Lateness, place: Place, now: Temporal.Instant): string[] {
  const {
    points,
    passPoints,
    takesText,
    takesLink,
    files,
    megabytes,
    kinds = [],
    minutes,
    attempts,
    takesRecording,
  } = settings;
  const kindsWords = kinds.length > 0 ? ` (${fileKindsText(kinds)})` : '';
  const lateWords = settings.takesLate ? `late work ${lateText(settings.late ?? usualLate)}` : 'late work is not taken';
  return [
    `${pointsText(points)} points${passPoints > 0 ? `, passed from ${pointsText(passPoints)}` : ''}`,
    [
      takesText ? 'a text' : '',
      takesLink ? 'an address of the web' : '',
      takesRecording ? `a recording of ${takesRecording}, made here` : '',
      files > 0 ? `up to ${counted(files, 'file')} of ${megabytes} MB each${kindsWords}` : '',
    ]
      .filter(Boolean)
      .join(' and '),
    ...(minutes ? [`${counted(minutes, 'minute')} from when you begin`] : []),
    late.due ? `${dateTimeText(late.due, place)} (${place.zone}), ${dueText(late.due, now)}` : 'no due day',
    ...(late.due || minutes ? [lateWords] : []),
    ...(attempts > 1 ? [`may be handed in ${attempts} times`] : []),
  ];
}

/** That it may be handed in once more, and until when. */
function Again({
  given,
  settings,
  late,
  place,
}: {
  readonly given: readonly HandInView[];
  readonly settings: AssignmentSettings;
  readonly late: Lateness;
  readonly place: Place;
}) {
  const until = late.isLate || settings.takesLate ? late.until : late.due;
  const left = settings.attempts - given.length;
  return (
    <p className={controls.quiet}>
      You may hand it in {left === 1 ? 'once more' : `${left} times more`}
      {until ? `, until ${dateTimeText(until, place)} (${place.zone})` : ''}.
    </p>
  );
}

function HandedIn({
  row,
  place,
  settings,
  input,
  mayTakeBack,
}: {
  readonly row: HandInView;
  readonly place: Place;
  readonly settings: AssignmentSettings;
  readonly input: { readonly courseId: string; readonly lessonId: string };
  readonly mayTakeBack: boolean;
}) {
  const isMarked = row.state === 'marked' && row.points !== null;
  const reached = afterLateness(row.points ?? 0, row.latePercent);
  const passed = compare(reached, thousandths(settings.passPoints)) >= 0;
  return (
    <article className={styles.receipt} aria-label={`Hand-in ${row.number}`}>
      <p>
        <b>
          {isMarked
            ? `${toShort(reached)} of ${pointsText(settings.points)} points`
            : `Your work is ${handInStateText[row.state]}`}
        </b>
        {isMarked && settings.passPoints > 0 && ` · ${passed ? 'passed' : 'not passed'}`}
      </p>
      {isMarked && row.latePercent > 0 && (
        <p className={controls.quiet}>
          {pointsText(row.points ?? 0)} points, less {row.latePercent} % for being late.
        </p>
      )}
      <p className={controls.quiet}>
        Handed in {dateTimeText(instantFrom(row.handedInAt ?? row.changedAt), place)}
        {row.isLate ? ', late' : ''} · receipt {row.id.slice(-8)}
      </p>
      {isMarked && <CriteriaGiven criteria={settings.criteria ?? []} marks={row.criteria ?? []} />}
      {isMarked && row.remark && <blockquote className={styles.remark}>{row.remark}</blockquote>}
      {isMarked &&
        row.returned.map((file) => (
          <GivenFile key={file.hash} file={file} address={`/handed-in/${row.id}/${file.hash}`} />
        ))}
      {isMarked && row.drawn.length > 0 && (
        <details open>
          <summary>Your marked work</summary>
          <MarkedWork
            text={row.text}
            drawn={row.drawn}
            files={row.files.map(({ hash, name, contentType }) => ({
              ...{ hash, name, contentType, address: `/handed-in/${row.id}/${hash}` },
            }))}
          />
        </details>
      )}
      {isMarked && (
        <p>
          <a href={`/handed-in/${row.id}/marked`}>Your marked work as a PDF</a>
        </p>
      )}
      {row.looks.map((look) => (
        <LookGiven key={look.id} look={look} criteria={settings.criteria ?? []} place={place} />
      ))}
      {isMarked && !place.isView && row.looks.every(({ outcome }) => outcome !== null) && row.looks.length < 3 && (
        <AskForLook input={{ ...input, handInId: row.id }} criteria={settings.criteria ?? []} />
      )}
      <details>
        <summary>What you handed in</summary>
        {row.text && <p className={styles.handedText}>{row.text}</p>}
        {row.link && (
          <p>
            <a href={row.link} rel="noreferrer">
              {row.link}
            </a>
          </p>
        )}
        {row.files.map((file) => (
          <p key={file.hash}>
            <a href={`/handed-in/${row.id}/${file.hash}`}>{file.name}</a>
          </p>
        ))}
        {row.checksum && (
          <p className={controls.quiet}>
            Checksum of all of it (SHA-256): <code className={styles.checksum}>{row.checksum}</code>
          </p>
        )}
      </details>
      {mayTakeBack && (
        <CommandButton
          command="assignment.take-back"
          input={{ ...input, handInId: row.id }}
          label="Take it back and change it"
        />
      )}
    </article>
  );
}

/** What a learner asked to be looked at again, and what came of it. */
function LookGiven({
  look: { reasons, askedAt, outcome, answer, answeredBy },
  criteria,
  place,
}: {
  readonly look: Look;
  readonly criteria: readonly Criterion[];
  readonly place: Place;
}) {
  return (
    <div className={styles.look}>
      <p>
        <b>You asked for another look</b> {dateTimeText(instantFrom(askedAt), place)}
        {outcome === null ? '; it is not answered yet.' : `: ${lookOutcomeText[outcome]}.`}
      </p>
      <ul>
        {reasons.map(({ criterionId, words }) => (
          <li key={criterionId ?? ''}>
            <bdi>{criteria.find(({ id }) => id === criterionId)?.title ?? 'The whole of it'}</bdi>: <bdi>{words}</bdi>
          </li>
        ))}
      </ul>
      {answer && (
        <blockquote className={styles.remark}>
          {answer} <span className={controls.quiet}>{answeredBy}</span>
        </blockquote>
      )}
    </div>
  );
}
