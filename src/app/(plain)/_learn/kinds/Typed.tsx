import { readNumber } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import styles from '../work.module.css';
import { type AnswerProps, typingMs } from './part';

type FieldProps = {
  readonly typed: string;
  readonly most: number;
  readonly hint?: string;
  readonly unit?: string;
  readonly onType: (typed: string) => void;
};

function Field({ typed, most, hint, unit, onType }: FieldProps) {
  return (
    <label className={styles.typedField} data-number={hint !== undefined || undefined}>
      <span className="visually-hidden">Your answer</span>
      <input
        className={controls.input}
        autoComplete="off"
        maxLength={most}
        value={typed}
        aria-describedby={hint}
        onChange={(event) => onType(event.currentTarget.value)}
      />
      {unit && <span>{unit}</span>}
    </label>
  );
}

export function ShortText({ answer, onAnswer }: AnswerProps<'short-text'>) {
  return <Field typed={answer?.typed ?? ''} most={200} onType={(typed) => onAnswer({ typed }, typingMs)} />;
}

/**
 * Says how to write a number that could be read in two ways, or not at all; nothing while it is well or still being
 * written.
 */
export function NumberAnswer({ id, shown: { unit }, answer, decimals, onAnswer }: AnswerProps<'number'>) {
  const typed = answer?.typed ?? '';
  const read = typed.trim() === '' || /^[-+\u2212]$/.test(typed.trim()) ? null : readNumber(typed, unit, decimals);
  return (
    <>
      <Field
        typed={typed}
        most={40}
        hint={`${id}-hint`}
        unit={unit}
        onType={(next) => onAnswer({ typed: next }, typingMs)}
      />
      <p id={`${id}-hint`} className={controls.quiet} role="status">
        {read && !read.ok ? read.hint : ''}
      </p>
    </>
  );
}
