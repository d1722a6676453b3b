'use client';
import type { ReactNode } from 'react';
import type { Result } from '@/core/kernel/problem';
import { kindOf, type QuestionContent } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './assess.module.css';
import { makingOf } from './kinds';
import { MediaPick } from './MediaPick';

type Props = {
  readonly id: string;
  readonly content: QuestionContent;
  readonly onSet: (fields: Partial<QuestionContent>) => Result<unknown>;
  /** What stands between the parts and the feedback, and what stands beside the hint. */
  readonly between?: ReactNode;
  readonly beside?: ReactNode;
  /** Whether hint and feedback are folded away while they say nothing. */
  readonly folds?: boolean;
};

/** What a question asks, what is right, and what is said about an answer: the same wherever a question is made. */
export function ContentFields({ id, content, onSet, between, beside, folds = false }: Props) {
  const { kind, hint, feedbackRight, feedbackPart, feedbackWrong } = content;
  const { instruction, judgedBy } = kindOf(kind);
  const Part = makingOf(kind);
  const says = [hint, feedbackRight, feedbackPart, feedbackWrong].some((words) => words !== '');
  return (
    <>
      <TextField label="What is asked" lines={2} value={content.prompt} onSave={(prompt) => onSet({ prompt })} />
      <MediaPick label="Picture, sound or film" media={content.media} onSet={(media) => onSet({ media })} />
      <Part id={id} body={content.body} onSave={(body) => onSet({ body })} />
      <p className={wordStyles.quiet}>{instruction ?? 'It earns all its points, or none.'}</p>
      {between}
      <details className={styles.says} open={!folds || says}>
        <summary>Hint and feedback</summary>
        <div className={styles.two}>
          <TextField label="A hint" lines={2} value={hint} onSave={(words) => onSet({ hint: words })} />
          {beside}
          {judgedBy !== 'nobody' && (
            <>
              <TextField
                label="Said when it is right"
                lines={2}
                value={feedbackRight}
                onSave={(words) => onSet({ feedbackRight: words })}
              />
              <TextField
                label="Said when it is not"
                lines={2}
                value={feedbackWrong}
                onSave={(words) => onSet({ feedbackWrong: words })}
              />
            </>
          )}
          {instruction && judgedBy !== 'nobody' && (
            <TextField
              label="Said when a part is right"
              lines={2}
              value={feedbackPart}
              placeholder={feedbackWrong}
              onSave={(words) => onSet({ feedbackPart: words })}
            />
          )}
        </div>
      </details>
    </>
  );
}
