import controls from '@/ui/plain/controls.module.css';
import { Worded } from '@/ui/text/Worded';
import styles from '../work.module.css';
import { chosenText, Listed } from './Listed';
import { type AnswerProps, typingMs } from './part';

/** A text with gaps in their places, to be typed into or chosen for. */
export function Gaps({ shown: { parts, bank }, formulas, answer, onAnswer }: AnswerProps<'gaps'>) {
  const given = answer?.gaps ?? [];
  const count = parts.filter((part) => part === null).length;
  const fill = (gap: number, words: string) =>
    onAnswer(
      { gaps: Array.from({ length: count }, (_, i) => (i === gap ? words : (given[i] ?? ''))) },
      bank ? 0 : typingMs,
    );
  let gap = -1;
  return (
    <>
      {bank && <Listed texts={bank} formulas={formulas} />}
      <p className={styles.gaps} dir="auto">
        {parts.map((part, i) => {
          if (part !== null)
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a text stand where they stand
              <span key={i}>
                <Worded text={part} formulas={formulas} />
              </span>
            );
          gap += 1;
          const at = gap;
          const common = {
            className: controls.input,
            'aria-label': `Gap ${at + 1} of ${count}`,
            value: given[at] ?? '',
          };
          return bank ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a text stand where they stand
            <select key={i} {...common} onChange={(event) => fill(at, event.currentTarget.value)}>
              <option value="">…</option>
              {bank.map((word, at) => (
                <option key={word} value={word}>
                  {chosenText(bank, at)}
                </option>
              ))}
            </select>
          ) : (
            <input
              // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a text stand where they stand
              key={i}
              {...common}
              autoComplete="off"
              maxLength={200}
              onChange={(event) => fill(at, event.currentTarget.value)}
            />
          );
        })}
      </p>
    </>
  );
}
