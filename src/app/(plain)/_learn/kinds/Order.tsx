import { IconArrowDown, IconArrowUp } from '@tabler/icons-react';
import { useState } from 'react';
import controls from '@/ui/plain/controls.module.css';
import { Worded } from '@/ui/text/Worded';
import styles from '../work.module.css';
import type { AnswerProps } from './part';

/**
 * Items that are put in order: with buttons, or dragged. A button that has nothing to do keeps the keyboard where it
 * is.
 */
export function Order({ shown: { items }, formulas, answer, onAnswer }: AnswerProps<'order'>) {
  const [said, setSaid] = useState('');
  const [dragged, setDragged] = useState<string | null>(null);
  const given = answer?.order ?? [];
  const order = given.length > 0 ? given : items.map(({ id }) => id);
  const textOf = (id: string) => items.find((item) => item.id === id)?.text ?? '';
  const move = (id: string, to: number) => {
    if (to < 0 || to >= order.length) return;
    const others = order.filter((one) => one !== id);
    onAnswer({ order: others.toSpliced(to, 0, id) }, 0);
    setSaid(`${textOf(id)}: place ${to + 1} of ${order.length}`);
  };
  return (
    <>
      <ol className={styles.ordered}>
        {order.map((id, i) => (
          <li
            key={id}
            draggable
            data-dragged={id === dragged || undefined}
            onDragStart={() => setDragged(id)}
            onDragEnd={() => setDragged(null)}
            onDragOver={(event) => {
              if (dragged !== null) event.preventDefault();
            }}
            onDrop={(event) => {
              event.preventDefault();
              if (dragged !== null) move(dragged, i);
              setDragged(null);
            }}
          >
            <span>
              <bdi>
                <Worded text={textOf(id)} formulas={formulas} />
              </bdi>
            </span>
            <button
              type="button"
              className={controls.button}
              aria-label={`Move ${textOf(id)} up`}
              aria-disabled={i === 0}
              onClick={() => move(id, i - 1)}
            >
              <IconArrowUp size={16} stroke={1.75} aria-hidden="true" />
            </button>
            <button
              type="button"
              className={controls.button}
              aria-label={`Move ${textOf(id)} down`}
              aria-disabled={i === order.length - 1}
              onClick={() => move(id, i + 1)}
            >
              <IconArrowDown size={16} stroke={1.75} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ol>
      <p className="visually-hidden" role="status">
        {said}
      </p>
      {given.length === 0 && (
        <p>
          <button type="button" className={controls.button} onClick={() => onAnswer({ order }, 0)}>
            It is in order as it is
          </button>
        </p>
      )}
    </>
  );
}
