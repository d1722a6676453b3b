import { pointsText } from '@/core/kernel/exact';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { fullPoints, type LessonView, shownOf } from '@/core/learning';
import { drawnIn } from '@/core/outline';
import { canGoBack, kindOf, mayBegin, passes, type QuizSettings, waitsForMarks } from '@/core/quiz';
import type { CertificateRow } from '@/server/certificate';
import { instantFrom } from '@/server/enrolment';
import { type SittingRow, shareOfSitting } from '@/server/quiz';
import controls from '@/ui/plain/controls.module.css';
import { TableHead } from '@/ui/table/TableHead';
import { CertificateLinks } from './AwardPart';
import { CommandButton } from './CommandButton';
import type { Place } from './place';
import styles from './work.module.css';

const countsText = {
  best: 'the best one counts',
  mean: 'their mean counts',
  first: 'the first one counts',
  last: 'the last one counts',
} as const;

/** What a quiz asks of its learner before it is begun, and what came of the sittings so far. */
export function QuizPart({
  one,
  place,
  sittings,
  extraMinutes,
  certificate,
  waits,
}: {
  readonly one: LessonView;
  readonly place: Place;
  readonly sittings: readonly SittingRow[];
  /** What this learner has beyond the time limit. */
  readonly extraMinutes: number;
  /** The certificate for having passed it, where it brings one. */
  readonly certificate: CertificateRow | null;
  /** Whether something stands before it that should be seen first, so that it does not begin by itself. */
  readonly waits: boolean;
}) {
  const { lesson } = one;
  const { quiz } = lesson;
  if (!quiz) return null;
  const now = Temporal.Now.instant();
  const shown = shownOf(lesson, now);
  const count = lesson.questions.length + drawnIn(lesson);
  const byHand = lesson.questions.filter(({ kind }) => kindOf(kind).judgedBy === 'person').length;
  const underWay = sittings.find((row) => row.handedInAt === null);
  const closed = sittings.filter((row) => row.handedInAt !== null);
  const may = mayBegin(
    quiz,
    sittings.map((row) => ({
      startedAt: instantFrom(row.startedAt),
      deadline: row.deadline ? instantFrom(row.deadline) : null,
      handedInAt: row.handedInAt ? instantFrom(row.handedInAt) : null,
    })),
    now,
  );
  const facts = [
    `${count} ${count === 1 ? 'question' : 'questions'}, ${pointsText(fullPoints(lesson))} points`,
    timeText(quiz, extraMinutes),
    quiz.attempts
      ? `${quiz.attempts} ${quiz.attempts === 1 ? 'attempt' : 'attempts'}${quiz.attempts > 1 ? `, ${countsText[quiz.counts]}` : ''}`
      : `as often as you like, ${countsText[quiz.counts]}`,
    quiz.passPercent > 0 ? `passed from ${quiz.passPercent} %` : 'no pass mark',
    ...(quiz.waitHours ? [`${counted(quiz.waitHours, 'hour')} between one attempt and the next`] : []),
    ...(canGoBack(quiz) ? [] : ['one cannot go back to a page that was left']),
    ...(byHand > 0 ? [`${counted(byHand, 'answer is', 'answers are')} marked by a person`] : []),
    ...(quiz.certifies ? ['whoever passes it gets a certificate for it'] : []),
    ...(quiz.mustAnswer ? ['every question has to be answered'] : []),
  ];
  if (one.isForOthers && sittings.length === 0)
    return (
      <section className={styles.work} aria-label="Quiz">
        <p className={controls.good}>This quiz is for other learners of the course. You have nothing to do here.</p>
      </section>
    );
  return (
    <section className={styles.work} aria-label="Quiz">
      <ul className={styles.facts}>
        {facts.map((fact) => (
          <li key={fact}>{fact}</li>
        ))}
      </ul>
      {place.isView && (
        <p>
          <a className={controls.primary} href={`${place.base}/paper/${lesson.id}${place.query}`}>
            Try the paper
          </a>{' '}
          <span className={controls.quiet}>Nothing is recorded.</span>
        </p>
      )}
      {!place.isView && underWay && (
        <p>
          <a className={controls.primary} href={`${place.base}/sitting/${underWay.id}`}>
            Go on with your sitting
          </a>
        </p>
      )}
      {!place.isView && !underWay && may.ok && !one.isForOthers && (
        <CommandButton
          command="quiz.begin"
          input={{ courseId: place.courseId, lessonId: lesson.id }}
          label={closed.length > 0 ? 'Take it again' : 'Begin'}
          goTo={`${place.base}/sitting/{id}`}
          atOnce={quiz.beginsAtOnce === true && sittings.length === 0 && !waits}
        />
      )}
      {!place.isView && !underWay && !may.ok && <p className={controls.quiet}>{may.problem.sentence}</p>}
      {certificate && certificate.withdrawnAt === null && (
        <>
          <p className={controls.good}>You have a certificate for this quiz, no. {certificate.number}.</p>
          <CertificateLinks certificate={certificate} />
        </>
      )}
      {certificate?.withdrawnWhy && (
        <p className={controls.look}>Your certificate for this quiz was withdrawn: {certificate.withdrawnWhy}</p>
      )}
      {closed.length > 0 && (
        <table className={styles.table}>
          <caption>Your sittings</caption>
          <TableHead names={['Sitting', 'Handed in', 'Points', 'Result']} />
          <tbody>
            {closed.map((row) => (
              <tr key={row.id}>
                <th scope="row">
                  <a href={`${place.base}/sitting/${row.id}`}>{row.number}</a>
                </th>
                <td>{dateTimeText(instantFrom(row.handedInAt ?? row.startedAt), place, false)}</td>
                <td>{pointsOf(row, shown.points)}</td>
                <td>{cameOf(row, shown.points ? quiz.passPercent : 0)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function timeText({ minutes, atEnd }: QuizSettings, extra: number): string {
  if (minutes === null) return 'no time limit';
  const end =
    atEnd === 'not-counted' ? 'what is not handed in by then does not count' : 'then it is handed in as it is';
  const own = extra > 0 ? ` (${extra} of them for you alone)` : '';
  return `${minutes + extra} minutes${own} from the moment you begin; ${end}`;
}

/** The points of a sitting, where they are shown; while answers wait to be marked they are not known. */
function pointsOf(row: SittingRow, isShown: boolean): string {
  if (!isShown) return 'not shown';
  return waitsForMarks(row) ? '–' : `${pointsText(row.points ?? 0)} of ${pointsText(row.of ?? 0)}`;
}

/** What came of a sitting; `passPercent`: 0 where nothing can be said of it. */
function cameOf(row: SittingRow, passPercent: number): string {
  if (row.isVoid) return 'does not count';
  if (waitsForMarks(row)) return 'being marked';
  if (passPercent === 0) return '–';
  return passes(shareOfSitting(row), passPercent) ? 'passed' : 'not passed';
}
