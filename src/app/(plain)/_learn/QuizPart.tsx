import { pointsText } from '@/core/kernel/exact';
import { dateTimeText } from '@/core/kernel/time';
import { fullPoints, type LessonView, shownOf } from '@/core/learning';
import { drawnIn } from '@/core/outline';
import { mayBegin, passes } from '@/core/quiz';
import { instantFrom } from '@/server/enrolment';
import { type SittingRow, shareOfSitting } from '@/server/quiz';
import controls from '@/ui/plain/controls.module.css';
import { TableHead } from '@/ui/table/TableHead';
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
}: {
  readonly one: LessonView;
  readonly place: Place;
  readonly sittings: readonly SittingRow[];
}) {
  const { lesson } = one;
  const { quiz } = lesson;
  if (!quiz) return null;
  const shown = shownOf(lesson);
  const count = lesson.questions.length + drawnIn(lesson);
  const underWay = sittings.find((row) => row.handedInAt === null);
  const closed = sittings.filter((row) => row.handedInAt !== null);
  const may = mayBegin(
    quiz,
    sittings.map((row) => ({ startedAt: instantFrom(row.startedAt), deadline: null, handedInAt: null })),
  );
  const facts = [
    `${count} ${count === 1 ? 'question' : 'questions'}, ${pointsText(fullPoints(lesson))} points`,
    quiz.minutes ? `${quiz.minutes} minutes from the moment you begin; then it is handed in as it is` : 'no time limit',
    quiz.attempts
      ? `${quiz.attempts} ${quiz.attempts === 1 ? 'attempt' : 'attempts'}${quiz.attempts > 1 ? `, ${countsText[quiz.counts]}` : ''}`
      : `as often as you like, ${countsText[quiz.counts]}`,
    quiz.passPercent > 0 ? `passed from ${quiz.passPercent} %` : 'no pass mark',
  ];
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
      {!place.isView && !underWay && may.ok && (
        <CommandButton
          command="quiz.begin"
          input={{ courseId: place.courseId, lessonId: lesson.id }}
          label={closed.length > 0 ? 'Take it again' : 'Begin'}
          goTo={`${place.base}/sitting/{id}`}
        />
      )}
      {!place.isView && !underWay && !may.ok && <p className={controls.quiet}>{may.problem.sentence}</p>}
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
                <td>{!shown.points ? 'not shown' : `${pointsText(row.points ?? 0)} of ${pointsText(row.of ?? 0)}`}</td>
                <td>{shown.points && quiz.passPercent > 0 ? resultText(row, quiz.passPercent) : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

const resultText = (row: SittingRow, passPercent: number) =>
  passes(shareOfSitting(row), passPercent) ? 'passed' : 'not passed';
