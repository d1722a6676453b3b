import controls from '@/ui/plain/controls.module.css';
import { Worded } from '@/ui/text/Worded';
import styles from '../work.module.css';
import { chosenText, Listed } from './Listed';
import type { AnswerProps } from './part';

/** Rows, each of which is given one of some places. */
export function Placing({ shown, formulas, answer, onAnswer }: AnswerProps<'matching' | 'grouping'>) {
  const { rows, places } = shown;
  const texts = places.map(({ text }) => text);
  const placed = answer?.placed ?? [];
  const put = (row: string, place: string) => {
    const others = placed.filter((one) => one.row !== row);
    onAnswer({ placed: place === '' ? others : [...others, { row, place }] }, 0);
  };
  return (
    <div className={styles.placing}>
      <Listed texts={texts} formulas={formulas} />
      {rows.map(({ id, text }) => (
        <label key={id} className={styles.placed}>
          <span>
            <bdi>
              <Worded text={text} formulas={formulas} />
            </bdi>
          </span>
          <select
            className={controls.input}
            value={placed.find((one) => one.row === id)?.place ?? ''}
            onChange={(event) => put(id, event.currentTarget.value)}
          >
            <option value="">left open</option>
            {places.map((place, at) => (
              <option key={place.id} value={place.id}>
                {chosenText(texts, at)}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}
