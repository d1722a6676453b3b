'use client';
import { IconCircleCheck, IconPencilQuestion } from '@tabler/icons-react';
import { useState } from 'react';
import controls from '@/ui/plain/controls.module.css';
import type { PaperQuestion } from '../paper';
import type { Place } from '../place';
import { AskedQuestion, GiveAnswer } from './AskedQuestion';
import styles from './asked.module.css';
import { useJudging } from './use-judging';

type Props = {
  readonly place: Place;
  readonly lessonId: string;
  readonly question: PaperQuestion;
  readonly number: number;
  readonly of: number;
  /** Whether it was answered right at any time. */
  readonly wasRight: boolean;
};

/** A question in its place in a text: answered there, and asked again until it is right. */
export function Exercise({ place, lessonId, question, number, of, wasRight }: Props) {
  const [isKnown, setIsKnown] = useState(wasRight);
  const judging = useJudging({ place, lessonId, question }, ({ verdict }) =>
    setIsKnown(isKnown || verdict === 'right'),
  );
  const name = of > 1 ? `Exercise ${number} of ${of}` : 'Exercise';
  return (
    <section className={styles.exercise} aria-label={`${name}: ${question.prompt}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          judging.give();
        }}
      >
        <p className={styles.head}>
          <IconPencilQuestion size={18} stroke={1.75} aria-hidden="true" /> {name}
          {isKnown && (
            <span className={controls.quiet}>
              <IconCircleCheck size={16} stroke={1.75} aria-hidden="true" /> answered right
            </span>
          )}
        </p>
        <AskedQuestion question={question} judging={judging} />
        <GiveAnswer judging={judging} />
      </form>
    </section>
  );
}
