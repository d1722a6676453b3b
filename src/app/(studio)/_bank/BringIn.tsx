'use client';
import { Button, FileButton, Modal, Textarea } from '@mantine/core';
import { IconFileImport } from '@tabler/icons-react';
import { useDeferredValue, useMemo, useState } from 'react';
import { send } from '@/app/_client/act';
import { type TableQuestion, withShown } from '@/core/exchange';
import { pointsInWords } from '@/core/kernel/exact';
import { counted } from '@/core/kernel/words';
import { kindOf, questionsFromLines } from '@/core/quiz';
import type { QuestionsPreview } from '@/server/exchange';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { useUploadCourse } from '../c/[slug]/assess/upload-course';
import styles from './bring-in.module.css';
import { uploadShown } from './shown-files';

export type BroughtIn = TableQuestion & { readonly id: string };
type Found = Pick<QuestionsPreview, 'questions' | 'notes'> & { readonly from: File | null };

const example = `What makes the float too slow?
+ Weed in the channel
> It drags on the float.
- A following wind

The float takes 18 s for 10 m. Surface speed?
answer: 0.55 ± 0.02 m/s
points: 2`;

type Props = {
  /** What they are put into: `on the paper`. */
  readonly where: string;
  /** Puts them there; gives what went wrong, in a sentence. */
  readonly onPut: (questions: readonly BroughtIn[]) => Promise<string | null> | string | null;
  readonly onClose: () => void;
};

/** Questions from plain lines or a file, seen as what they become before they are put anywhere. */
export function BringIn({ where, onPut, onClose }: Props) {
  const [text, setText] = useState('');
  const [file, setFile] = useState<Found | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [progress, setProgress] = useState<string | null>(null);
  const courseId = useUploadCourse();
  const shown = useDeferredValue(text);
  const typed = useMemo((): Found => {
    const { questions, faults } = questionsFromLines(shown, newId);
    return {
      from: null,
      questions: questions.map(({ line: _line, ...question }) => question),
      notes: faults.map(({ line, sentence }) => ({ where: `Line ${line}`, sentence })),
    };
  }, [shown]);
  const read = file ?? typed;
  const take = async (chosen: File | null) => {
    if (!chosen) return;
    setBusy(true);
    const told = await send<QuestionsPreview>(`/api/questions/read?name=${encodeURIComponent(chosen.name)}`, chosen);
    setBusy(false);
    setProblem(told.ok ? null : told.problem.sentence);
    if (told.ok) setFile({ ...told.value, from: chosen });
  };
  const put = async () => {
    setBusy(true);
    // What was typed last, and not what was shown last.
    const own = file ? file.questions : questionsFromLines(text, newId).questions.map(({ line: _line, ...one }) => one);
    const files = file?.from ? await uploadShown(file.from, file.questions, courseId, setProgress) : null;
    setProgress(null);
    if (files && !files.ok) {
      setBusy(false);
      return setProblem(files.problem.sentence);
    }
    const told = await onPut(
      own.map(({ shows = [], ...question }: Found['questions'][number]) =>
        withShown(question, shows, ({ kind, href }) => files?.value.get(`${kind} ${href}`)),
      ),
    );
    setBusy(false);
    if (told === null) onClose();
    else setProblem(told);
  };
  const count = read.questions.length;
  const isEmpty = !file && text.trim() === '';
  return (
    <Modal
      closeButtonProps={{ 'aria-label': 'Close' }}
      opened
      onClose={onClose}
      title="Bring questions in"
      size="90rem"
    >
      <div className={styles.pasting}>
        <div className={styles.from}>
          <div className={styles.ways}>
            <FileButton accept=".zip,.xml,.csv,.tsv,.xlsx,.txt" onChange={take}>
              {(props) => (
                <Button {...props} variant="default" leftSection={<IconFileImport size={16} />} loading={busy}>
                  From a file
                </Button>
              )}
            </FileButton>
            <span className={wordStyles.quiet}>QTI 3.0, 2.2 or 2.1, CSV, XLSX, or lines</span>
          </div>
          {file ? (
            <p>
              From <b dir="auto">{file.from?.name}</b>.{' '}
              <Button size="compact-sm" variant="subtle" onClick={() => setFile(null)}>
                Type or paste instead
              </Button>
            </p>
          ) : (
            <Textarea
              label="Or one question after another, with an empty line between them"
              description="+ right, - not right, > said about it, answer: a number, a word or true; points: hint: when right:"
              placeholder={example}
              autosize
              minRows={14}
              maxRows={22}
              data-autofocus
              value={text}
              onChange={(event) => setText(event.currentTarget.value)}
            />
          )}
        </div>
        <div className={styles.pasted}>
          <b>{isEmpty ? 'What becomes of it is shown here' : counted(count, 'question')}</b>
          {read.notes.length > 0 && (
            <ul className={styles.faults} aria-label="What cannot be read">
              {read.notes.map(({ where: at, sentence }) => (
                <li key={`${at} ${sentence}`}>
                  <span dir="auto">{at}</span>: {sentence}
                </li>
              ))}
            </ul>
          )}
          <ol aria-label="Questions that were read">
            {read.questions.map((question) => (
              <Seen key={question.id} question={question} />
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
        {read.notes.length > 0 && count > 0 && (
          <span className={wordStyles.quiet}>What cannot be read stays out; correct it here first, or later.</span>
        )}
        {progress && (
          <span role="status" className={wordStyles.quiet}>
            {progress}
          </span>
        )}
        <span className={wordStyles.spring} />
        <Button variant="default" onClick={onClose}>
          Cancel
        </Button>
        <Button disabled={count === 0} loading={busy} onClick={put}>
          {count === 0 ? `Put ${where}` : `Put ${counted(count, 'question')} ${where}`}
        </Button>
      </div>
    </Modal>
  );
}

/** A question as it was read, with what is missing in it. */
function Seen({ question }: { readonly question: Found['questions'][number] }) {
  const { kind, prompt, points, shows = [] } = question;
  // What it shows is there once it is put in; until then its place counts as filled.
  const { body } = withShown(question, shows, () => question.id);
  const missing = kindOf(kind).rules.flatMap((rule) => {
    const found = rule.level === 'settle' && rule.check(body, 'It');
    return found ? [found.sentence] : [];
  });
  return (
    <li>
      <b dir="auto">{prompt}</b>
      <span className={wordStyles.quiet}>
        {kindOf(kind).title}
        {kindOf(kind).judgedBy !== 'nobody' && ` · ${pointsInWords(points)}`}
        {shows.length > 0 && ` · with ${counted(shows.length, 'file')} of the package`}
      </span>
      <pre dir="auto">{kindOf(kind).bodyText(body)}</pre>
      {missing.map((sentence) => (
        <span key={sentence} className={wordStyles.look}>
          {sentence}
        </span>
      ))}
    </li>
  );
}
