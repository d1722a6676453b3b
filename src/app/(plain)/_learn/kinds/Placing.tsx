import controls from '@/ui/plain/controls.module.css';
import styles from '../work.module.css';
import type { AnswerProps } from './part';

/** Rows, each of which is given one of some places. */
export function Placing({ shown: { rows, places }, answer, onAnswer }: AnswerProps<'matching' | 'grouping'>) {
  const placed = answer?.placed ?? [];
  const put = (row: string, place: string) => {
    const others = placed.filter((one) => one.row !== row);
    onAnswer({ placed: place === '' ? others : [...others, { row, place }] }, 0);
  };
  return (
    <div className={styles.placing}>
      {rows.map(({ id, text }) => (
        <label key={id} className={styles.placed}>
          <span>
            <bdi>{text}</bdi>
          </span>
          <select
            className={controls.input}
            value={placed.find((one) => one.row === id)?.place ?? ''}
            onChange={(event) => put(id, event.currentTarget.value)}
          >
            <option value="">left open</option>
            {places.map((place) => (
              <option key={place.id} value={place.id}>
                {place.text}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}
