import { clockTime } from '@/core/kernel/clock-time';
import { pointsText } from '@/core/kernel/exact';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { LearnerView, Shown } from '@/core/learning';
import type { LessonDocument, Taught } from '@/core/outline';
import { type Answers, bandOf, byCategory, kindOf, type PaperScore, passes } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { TableHead } from '@/ui/table/TableHead';
import { AnsweredQuestion } from './AnsweredQuestion';
import { lessonHref, type Place } from './place';
import styles from './work.module.css';

type Props = {
  readonly lesson: LessonDocument;
  /** Null where the paper is only tried. */
  readonly sittingId: string | null;
  readonly answers: Answers;
  readonly score: PaperScore | null;
  readonly shown: Shown;
  /** The average share of others, 0 to 1; null where it is not told. */
  readonly average: number | null;
  /** The course as its learner sees it: a question links to where it is taught, as far as that is open. */
  readonly view: LearnerView;
  readonly place: Place;
};

/** What came of a sitting, as far as its creator lets it be seen. */
export function SittingResult({ lesson, sittingId, answers, score, shown, average, view, place }: Props) {
  const { quiz } = lesson;
  if (!score || !quiz) return null;
  if (!shown.points) {
    const from = quiz.showsFrom ? Temporal.Instant.from(quiz.showsFrom) : null;
    return (
      <p className={controls.good}>
        Handed in.{' '}
        {from && Temporal.Instant.compare(view.now, from) < 0
          ? `The result is shown from ${dateTimeText(from, place)} on.`
          : 'The result is not shown here.'}
      </p>
    );
  }
  const waits = score.waiting > 0;
  const passed = passes(score.share, quiz.passPercent);
  const judged = lesson.questions.filter(({ kind }) => kindOf(kind).judgedBy !== 'nobody').length;
  const band = waits ? null : bandOf(quiz.bands ?? [], score.share);
  const categories = byCategory(lesson.questions, score);
  return (
    <div className={styles.paper}>
      {waits ? (
        <p className={controls.good}>
          <b>Handed in.</b>{' '}
          {score.waiting === 1
            ? 'One answer is read and marked by a person'
            : `${score.waiting} answers are read and marked by a person`}
          ; until then it is not known what this sitting is worth. So far: {pointsText(score.points)} of{' '}
          {pointsText(score.of)} points.
        </p>
      ) : (
        <p className={quiz.passPercent === 0 || passed ? controls.good : controls.look}>
          <b>
            {pointsText(score.points)} of {pointsText(score.of)} points
          </b>
          {quiz.passPercent > 0 && ` · ${passed ? 'passed' : `not passed; the pass mark is ${quiz.passPercent} %`}`} ·{' '}
          {score.right} of {judged} right
        </p>
      )}
      {band && band.text !== '' && <p className={styles.feedback}>{band.text}</p>}
      {average !== null && <p className={controls.quiet}>Others have {Math.round(average * 100)} % on average.</p>}
      {categories.length > 0 && (
        <table className={styles.table}>
          <caption>By category</caption>
          <TableHead names={['Category', 'Points']} />
          <tbody>
            {categories.map(({ category, points, of }) => (
              <tr key={category}>
                <th scope="row">{category || 'Without a category'}</th>
                <td>
                  {pointsText(points)} of {pointsText(of)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {shown.answers &&
        lesson.questions.map((question, i) => {
          const scored = score.perQuestion.find((one) => one.questionId === question.id);
          return (
            scored && (
              <AnsweredQuestion
                key={question.id}
                question={question}
                number={i + 1}
                scored={scored}
                answer={answers[question.id]}
                sittingId={sittingId}
              >
                {(scored.verdict === 'wrong' || scored.verdict === 'part' || scored.verdict === 'open') && (
                  <TaughtIn taught={question.taught} view={view} place={place} />
                )}
              </AnsweredQuestion>
            )
          );
        })}
    </div>
  );
}

type TaughtProps = { readonly taught: Taught | null; readonly view: LearnerView; readonly place: Place };

/** Leads to where a question is taught, at its moment where it is a film; nowhere while that is closed. */
function TaughtIn({ taught, view, place }: TaughtProps) {
  const there = view.lessons.find(({ lesson }) => lesson.id === taught?.lessonId);
  if (!taught || !there?.open) return null;
  const at = taught.at === null ? '' : `#t=${taught.at / 1000}`;
  return (
    <p>
      <a href={`${lessonHref(place, there.lesson.id)}${at}`}>
        Taught in {there.number} {there.lesson.title}
        {taught.at !== null && `, at ${clockTime(taught.at)}`}
      </a>
    </p>
  );
}
