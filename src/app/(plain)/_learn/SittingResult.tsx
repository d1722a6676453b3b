import { pointsText, toShort } from '@/core/kernel/exact';
import type { Shown } from '@/core/learning';
import type { LessonDocument } from '@/core/outline';
import { type Answers, type PaperScore, passes, type Scored } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import styles from './work.module.css';

const verdictText: Record<Scored['verdict'], string> = { right: 'right', part: 'partly right', wrong: 'not right', open: 'left open' };

type Props = {
  readonly lesson: LessonDocument;
  readonly answers: Answers;
  readonly score: PaperScore | null;
  readonly shown: Shown;
};

/** What came of a sitting, as far as its creator lets it be seen. */
export function SittingResult({ lesson, answers, score, shown }: Props) {
  const { quiz } = lesson;
  if (!score || !quiz) return null;
  if (!shown.points) return <p className={controls.good}>Handed in. The result is not shown here.</p>;
  const passed = passes(score.share, quiz.passPercent);
  return (
    <div className={styles.paper}>
      <p className={quiz.passPercent === 0 || passed ? controls.good : controls.look}>
        <b>
          {pointsText(score.points)} of {pointsText(score.of)} points
        </b>
        {quiz.passPercent > 0 && ` · ${passed ? 'passed' : `not passed; the pass mark is ${quiz.passPercent} %`}`} · {score.right} of {lesson.questions.length}{' '}
        right
      </p>
      {shown.answers &&
        lesson.questions.map((question, i) => {
          const scored = score.perQuestion.find((one) => one.questionId === question.id);
          const answer = answers[question.id];
          if (!scored) return null;
          const chosen = answer && 'chosen' in answer ? answer.chosen : [];
          const feedback = scored.verdict === 'right' ? question.feedbackRight : question.feedbackWrong;
          return (
            <section key={question.id} className={styles.question} data-verdict={scored.verdict} aria-label={`Question ${i + 1}`}>
              <p className={styles.prompt}>
                <span className={styles.number}>{i + 1}</span> {question.prompt}
              </p>
              <p className={styles.verdict}>
                {verdictText[scored.verdict]} · {toShort(scored.points)} of {pointsText(question.points)}
              </p>
              {question.kind === 'number' ? (
                <p>
                  You wrote {answer && 'typed' in answer && answer.typed.trim() ? answer.typed : 'nothing'}
                  {scored.verdict !== 'right' && `; it is ${question.value}`} {question.unit}
                </p>
              ) : (
                <ul className={styles.choices}>
                  {question.options.map((option) => (
                    <li key={option.id} data-chosen={chosen.includes(option.id) || undefined} data-right={option.right || undefined}>
                      <span>
                        {option.text}
                        <span className={controls.quiet}>
                          {chosen.includes(option.id) ? ' your answer' : ''}
                          {option.right ? ' right' : ''}
                        </span>
                      </span>
                      {chosen.includes(option.id) && option.feedback && <span className={controls.quiet}>{option.feedback}</span>}
                    </li>
                  ))}
                </ul>
              )}
              {feedback && <p className={styles.feedback}>{feedback}</p>}
            </section>
          );
        })}
    </div>
  );
}
