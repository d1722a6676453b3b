'use client';
import { IconHexagon, IconPlayerPlay } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { act, send } from '@/app/_client/act';
import { secondText } from '@/core/kernel/clock-time';
import type { Judgement } from '@/core/learning';
import { type Answer, kindOf } from '@/core/quiz';
import { newId } from '@/ui/ids';
import controls from '@/ui/plain/controls.module.css';
import { answeringOf } from '../kinds';
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

type Told = Judgement & { readonly done: boolean };
const verdicts = { right: 'Right.', part: 'Partly right.', wrong: 'Not right yet.' } as const;

/** The question over the film: answered here, judged by the server, and asked again after its passage. */
export function CheckpointCard({ checkpoint, number, of, given, what, isAnswered, onJudged, onAgain, onGoOn }: Props) {
  const { id, question, passage, required, at } = checkpoint;
  const { courseId, isView, isSample } = given.place;
  const [answer, setAnswer] = useState<Answer>();
  const [judged, setJudged] = useState<Judgement | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const card = useRef<HTMLElement>(null);
  const deed = useRef(newId());
  // Whoever follows by ear hears the question as soon as the film rests.
  useEffect(() => card.current?.focus({ preventScroll: true }), []);

  const judgedBy = (place: object) => {
    if (isSample) return send<Told>('/api/sample', place);
    return isView
      ? act<Told>('learning.try-answer', place)
      : act<Told>('learning.answer', { ...place, deed: deed.current });
  };
  const give = async () => {
    setBusy(true);
    setProblem(null);
    const place = { courseId, lessonId: given.lessonId, questionId: id, answer };
    const told = await judgedBy(place);
    setBusy(false);
    if (!told.ok) return setProblem(told.problem.sentence);
    // The next answer is another deed.
    deed.current = newId();
    setJudged(told.value);
    onJudged(told.value.verdict, told.value.done);
  };
  const change = (next: Answer) => {
    setAnswer(next);
    setJudged(null);
  };
  const Part = answeringOf(question.kind);
  const isGiven = answer !== undefined && kindOf(question.kind).isGiven(answer);
  const isRight = judged?.verdict === 'right';
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
          if (isGiven && !busy && !isRight) give();
        }}
      >
        <p className={styles.cardHead}>
          <IconHexagon size={18} stroke={1.75} aria-hidden="true" /> Checkpoint {number} of {of}
          <span className={controls.quiet}>at {secondText(at)}</span>
        </p>
        <fieldset className={styles.asked} disabled={isRight}>
          <legend>{question.prompt}</legend>
          <Part id={id} shown={question.shown} answer={answer} decimals="point" onAnswer={change} />
          {question.hint && <p className={controls.quiet}>{question.hint}</p>}
        </fieldset>
        <div role="status" className={styles.verdict} data-verdict={judged?.verdict}>
          {judged && <b>{verdicts[judged.verdict]}</b>}
          {judged?.said.map((words) => (
            <p key={words}>{words}</p>
          ))}
        </div>
        {problem && (
          <p role="alert" className={controls.notice}>
            {problem}
          </p>
        )}
        <div className={styles.cardFoot}>
          {!isRight && (
            <button type="submit" className={judged ? controls.button : controls.primary} disabled={!isGiven || busy}>
              {busy ? 'Asking…' : 'Answer'}
            </button>
          )}
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
