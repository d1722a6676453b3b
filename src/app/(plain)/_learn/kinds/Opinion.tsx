import styles from '../work.module.css';
import type { AnswerProps } from './part';

/** The steps of a scale, to choose one. */
export function Opinion({ id, shown: { steps }, answer, onAnswer }: AnswerProps<'opinion'>) {
  return (
    <div className={styles.scale}>
      {steps.map((text, step) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its place
        <label key={step} className={styles.option}>
          <input type="radio" name={id} checked={answer?.step === step} onChange={() => onAnswer({ step }, 0)} />
          {text || `step ${step + 1}`}
        </label>
      ))}
    </div>
  );
}
