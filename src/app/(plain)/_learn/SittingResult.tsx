import { clockTime } from '@/core/kernel/clock-time';
import { pointsText, toShort } from '@/core/kernel/exact';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { LearnerView, Shown } from '@/core/learning';
import type { LessonDocument, Taught } from '@/core/outline';
import {
  type Answers,
  bandOf,
  byCategory,
  type CorrectionDoes,
  feedbackOn,
  kindOf,
  type PaperScore,
  passes,
  verdictWords,
} from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { TableHead } from '@/ui/table/TableHead';
import { lessonHref, type Place } from './place';
import styles from './work.module.css';

/** Said of a question that was found wrong after it had been sat. */
const putRightText: Record<CorrectionDoes, string> = {
  'points-for-all': 'put right since: everybody has its points',
  accept: 'put right since: this answer is accepted as well',
  'leave-out': 'put right since: it is left out of every paper',
};

type Props = {
  readonly lesson: LessonDocument;
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
export function SittingResult({ lesson, answers, score, shown, average, view, place }: Props) {
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
  const passed = passes(score.share, quiz.passPercent);
  const band = bandOf(quiz.bands ?? [], score.share);
  const categories = byCategory(lesson.questions, score);
  return (
    <div className={styles.paper}>
      <p className={quiz.passPercent === 0 || passed ? controls.good : controls.look}>
        <b>
          {pointsText(score.points)} of {pointsText(score.of)} points
        </b>
        {quiz.passPercent > 0 && ` · ${passed ? 'passed' : `not passed; the pass mark is ${quiz.passPercent} %`}`} ·{' '}
        {score.right} of {lesson.questions.length} right
      </p>
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
          const answer = answers[question.id];
          if (!scored) return null;
          const own = kindOf(question.kind);
          const choices = own.choices?.(question.body, answer);
          const feedback = feedbackOn(question, scored.verdict);
          return (
            <section
              key={question.id}
              className={styles.question}
              data-verdict={scored.verdict}
              aria-label={`Question ${i + 1}`}
            >
              <p className={styles.prompt}>
                <span className={styles.number}>{i + 1}</span> {question.prompt}
              </p>
              <p className={styles.verdict}>
                {verdictWords[scored.verdict]} · {toShort(scored.points)} of {toShort(scored.of)}
                {scored.by && ` · ${putRightText[scored.by]}`}
              </p>
              {choices ? (
                <ul className={styles.choices}>
                  {choices.map((choice) => (
                    <li key={choice.id} data-chosen={choice.chosen || undefined} data-right={choice.right || undefined}>
                      <span>
                        {choice.text}
                        <span className={controls.quiet}>
                          {choice.chosen ? ' your answer' : ''}
                          {choice.right ? ' right' : ''}
                        </span>
                      </span>
                      {choice.chosen && choice.feedback && <span className={controls.quiet}>{choice.feedback}</span>}
                    </li>
                  ))}
                </ul>
              ) : (
                <p>
                  Your answer: {(answer && own.answerText(question.body, answer)) || 'none'}
                  {scored.verdict !== 'right' && (
                    <>
                      <br />
                      Right: {own.rightText(question.body)}
                    </>
                  )}
                </p>
              )}
              {feedback && <p className={styles.feedback}>{feedback}</p>}
              {scored.verdict !== 'right' && <TaughtIn taught={question.taught} view={view} place={place} />}
            </section>
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
