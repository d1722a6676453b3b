import styles from '../work.module.css';
import type { AnswerProps } from './part';

export function TrueFalse({ id, answer, onAnswer }: AnswerProps<'true-false'>) {
  return [true, false].map((holds) => (
    <label key={String(holds)} className={styles.option}>
      <input type="radio" name={id} checked={answer?.holds === holds} onChange={() => onAnswer({ holds }, 0)} />
      {holds ? 'true' : 'false'}
    </label>
  ));
}
