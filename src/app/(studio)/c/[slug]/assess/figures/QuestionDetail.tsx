'use client';
import { pointsInWords } from '@/core/kernel/exact';
import { kindOf, type Thirds } from '@/core/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import type { ShownFigures } from '../AssessDesk';
import styles from './figures.module.css';
import { PutRight } from './PutRight';

type Props = { readonly figures: ShownFigures; readonly questionId: string | null };

/** One question: who chose what by thirds of the papers, what is wrong with it, and how it is put right. */
export function QuestionDetail({ figures, questionId }: Props) {
  const { questions } = figures.page.figures;
  const at = questions.findIndex(({ id }) => id === questionId);
  const question = questions[at];
  if (!question)
    return <p className={wordStyles.quiet}>{questions.length > 0 && 'Choose a question to see who answered what.'}</p>;
  const number = at + 1;
  const { choices, answers } = question;
  const most = Math.max(1, ...[...(choices ?? answers.listed).map((one) => sum(one.thirds))]);
  return (
    <section className={styles.detail} aria-label={`Figures of question ${number}`}>
      <p className={wordStyles.quiet}>
        Question {number} · {kindOf(question.kind).title} · {pointsInWords(question.points)}
      </p>
      <h2 dir="auto">{question.prompt}</h2>
      <h3>{choices ? 'Who chose what, by thirds of the papers' : 'What was answered, by thirds of the papers'}</h3>
      <ul className={styles.chosen}>
        {choices?.map(({ id, text, right, thirds: counts }) => (
          <Row key={id} text={text} right={right} counts={counts} most={most} />
        ))}
        {!choices &&
          answers.listed
            .slice(0, 30)
            .map(({ text, verdict, thirds: counts }) => (
              <Row key={text} text={text} right={verdict === 'right'} counts={counts} most={most} />
            ))}
        {question.open > 0 && <Row text="left open" right={false} counts={question.openThirds} most={most} />}
      </ul>
      {!choices && answers.different > 30 && (
        <p className={wordStyles.quiet}>{answers.different - 30} more that were given less often.</p>
      )}
      <p className={styles.legend} aria-hidden="true">
        <i data-third="0" /> lower <i data-third="1" /> middle <i data-third="2" /> upper third
      </p>
      {question.remarks.map(({ level, sentence, because }) => (
        <p key={sentence} className={styles.remark} data-level={level}>
          <b>{sentence}</b> {because}
        </p>
      ))}
      <PutRight figures={figures} question={question} />
    </section>
  );
}

const sum = (counts: Thirds) => counts[0] + counts[1] + counts[2];

type RowProps = { readonly text: string; readonly right: boolean; readonly counts: Thirds; readonly most: number };
const Row = ({ text, right, counts, most }: RowProps) => (
  <li data-right={right || undefined}>
    <span dir="auto">
      {text}
      {right && <span className="visually-hidden"> (right)</span>}
    </span>
    <span className={styles.thirds}>
      {counts.map((count, third) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the thirds are told apart by their place
        <i key={third} data-third={third} style={{ width: `${(count / most) * 70}%` }} aria-hidden="true" />
      ))}
      <span>{counts.join(' · ')}</span>
    </span>
  </li>
);
