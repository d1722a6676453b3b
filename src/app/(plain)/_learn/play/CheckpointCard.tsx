'use client';
import { IconHexagon, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import { secondText } from '@/core/kernel/clock-time';
import type { Judgement } from '@/core/learning';
import controls from '@/ui/plain/controls.module.css';
import { AskedQuestion, GiveAnswer } from '../asked/AskedQuestion';
import { useJudging } from '../asked/use-judging';
import styles from './play.module.css';
import type { AskedCheckpoint, Played } from './time-line';

type Props = {
  readonly checkpoint: AskedCheckpoint;
  readonly number: number;
  readonly of: number;
  readonly given: Played;
  readonly what: string;
  /** Whether it was ever answered: it may be passed then. */
  readonly isAnswered: boolean;
  readonly onJudged: (verdict: Judgement['verdict'], done: boolean) => void;
  readonly onAgain: () => void;
  readonly onGoOn: () => void;
};

/** The question over the film: answered here, judged by the server, and asked again after its passage. */
export function CheckpointCard({ checkpoint, number, of, given, what, isAnswered, onJudged, onAgain, onGoOn }: Props) {
  const { question, passage, required, at } = checkpoint;
  const judging = useJudging({ place: given.place, lessonId: given.lessonId, question }, ({ verdict, done }) =>
    onJudged(verdict, done),
  );
  const { judged, isRight } = judging;
  const card = useRef<HTMLElement>(null);
  // Whoever follows by ear hears the question as soon as the film rests.
  useEffect(() => card.current?.focus({ preventScroll: true }), []);

  const mayPass = !required || isAnswered;
  return (
    <section
      ref={card}
      className={styles.card}
      tabIndex={-1}
      aria-label={`Checkpoint ${number} of ${of}: ${question.prompt}`}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          judging.give();
        }}
      >
        <p className={styles.cardHead}>
          <IconHexagon size={18} stroke={1.75} aria-hidden="true" /> Checkpoint {number} of {of}
          <span className={controls.quiet}>at {secondText(at)}</span>
        </p>
        <AskedQuestion question={question} judging={judging} />
        <div className={styles.cardFoot}>
          <GiveAnswer judging={judging} />
          {passage && judged && !isRight && (
            <button type="button" className={controls.primary} onClick={onAgain}>
              <IconPlayerPlay size={16} stroke={1.75} aria-hidden="true" /> {what === 'film' ? 'Watch' : 'Hear'}{' '}
              {secondText(passage.from)} to {secondText(passage.to)} again
            </button>
          )}
          {mayPass && (
            <button type="button" className={isRight ? controls.primary : controls.button} onClick={onGoOn}>
              {isAnswered ? 'Go on' : 'Leave it open and go on'}
            </button>
          )}
        </div>
        {!mayPass && <p className={controls.quiet}>The {what} goes on once this has been answered.</p>}
      </form>
    </section>
  );
}
