'use client';
import { Button, Modal, Textarea } from '@mantine/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { pointsInWords } from '@/core/kernel/exact';
import { counted } from '@/core/kernel/words';
import type { Lesson } from '@/core/outline';
import { kindOf, questionsFromLines, type ReadQuestions } from '@/core/quiz';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import { useAssessDesk } from './AssessDesk';
import styles from './assess.module.css';

const example = `What makes the float too slow?
+ Weed in the channel
> It drags on the float.
- A following wind

The float takes 18 s for 10 m. Surface speed?
answer: 0.55 ± 0.02 m/s
points: 2`;

/** A list of questions in plain lines, seen as what it becomes before it is put on the paper. */
export function PasteQuestions({ lesson, onClose }: { readonly lesson: Lesson; readonly onClose: () => void }) {
  const { store } = useDesk();
  const { setOpenId } = useAssessDesk();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const shown = useDeferredValue(text);
  const read = useMemo(() => questionsFromLines(shown, newId), [shown]);
  const put = () => {
    const { questions } = questionsFromLines(text, newId);
    const done = store.edit({
      do: 'all',
      edits: questions.map(({ id, kind, line: _line, ...fields }) => ({
        ...({ do: 'add-question', id, lessonId: lesson.id, kind } as const),
        fields,
      })),
    });
    if (!done.ok) return setProblem(done.problem.sentence);
    setOpenId(null);
    onClose();
  };
  const count = read.questions.length;
  return (
    <Modal opened onClose={onClose} title="Paste a list of questions" size="90rem">
      <div className={styles.pasting}>
        <Textarea
          label="One question after another, with an empty line between them"
          description="+ right, - not right, > said about it, answer: a number, a word or true; points: hint: when right:"
          placeholder={example}
          autosize
          minRows={16}
          maxRows={24}
          data-autofocus
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <div className={styles.pasted}>
          <b>{text.trim() === '' ? 'What becomes of it is shown here' : counted(count, 'question')}</b>
          {read.faults.length > 0 && (
            <ul className={styles.faults} aria-label="What cannot be read">
              {read.faults.map(({ line, sentence }) => (
                <li key={line}>
                  Line {line}: {sentence}
                </li>
              ))}
            </ul>
          )}
          <ol aria-label="Questions that were read">
            {read.questions.map((question) => (
              <PastedQuestion key={question.line} question={question} />
            ))}
          </ol>
        </div>
      </div>
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
      <div className={styles.foot}>
        {read.faults.length > 0 && count > 0 && (
          <span className={styles.quiet}>What cannot be read stays out; correct it here first, or later.</span>
        )}
        <span className={styles.spring} />
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        <Button disabled={count === 0} onClick={put}>
          {count === 0 ? 'Put on the paper' : `Put ${counted(count, 'question')} on the paper`}
        </Button>
      </div>
    </Modal>
  );
}

function PastedQuestion({ question }: { readonly question: ReadQuestions['questions'][number] }) {
  const { kind, prompt, points, body } = question;
  const missing = kindOf(kind).rules.flatMap((rule) => {
    const found = rule.level === 'settle' && rule.check(body, 'It');
    return found ? [found.sentence] : [];
  });
  return (
    <li>
      <b dir="auto">{prompt}</b>
      <span className={styles.quiet}>
        {kindOf(kind).title} · {pointsInWords(points)}
      </span>
      <pre dir="auto">{kindOf(kind).bodyText(body)}</pre>
      {missing.map((sentence) => (
        <span key={sentence} className={styles.look}>
          {sentence}
        </span>
      ))}
    </li>
  );
}
