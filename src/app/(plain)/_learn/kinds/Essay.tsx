import { useDeferredValue, useMemo } from 'react';
import { counted } from '@/core/kernel/words';
import { essayWords, lengthText } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import { type AnswerProps, typingMs } from './part';

/** A text of one's own, with how long it is so far beside how long it is to be. */
export function Essay({ id, shown, answer, onAnswer }: AnswerProps<'essay'>) {
  const text = answer?.text ?? '';
  const asked = lengthText(shown);
  // Of a long text counting takes longer than a letter does: it follows when nothing else is to do.
  const counting = useDeferredValue(text);
  const words = useMemo(() => essayWords({ text: counting }), [counting]);
  return (
    <>
      <textarea
        className={controls.input}
        aria-label="Your answer"
        aria-describedby={`${id}-length`}
        rows={10}
        maxLength={60_000}
        dir="auto"
        value={text}
        onChange={(event) => onAnswer({ text: event.currentTarget.value }, typingMs)}
      />
      <p id={`${id}-length`} className={controls.quiet}>
        {counted(words, 'word')}
        {asked && `; asked for: ${asked}`}
      </p>
    </>
  );
}
