'use client';
import { Textarea, TextInput } from '@mantine/core';
import { IconFile } from '@tabler/icons-react';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { pointsText } from '@/core/kernel/exact';
import { ok } from '@/core/kernel/problem';
import type { PartHolder } from '@/core/marking';
import type { DraftMark, GivenFile } from '@/core/quiz';
import { useReady } from '@/ui/plain/useReady';
import { type Among, DeskFrame } from '../../_desk/DeskFrame';
import { FileView } from '../../_desk/FileView';
import { Folded } from '../../_desk/Folded';
import { pointsTyped } from '../../_desk/points';
import { useKeeping } from '../../_desk/use-keeping';
import { withKept } from '../../_desk/with-kept';
import styles from '../../marking.module.css';

export type AnswerToMark = {
  readonly id: string;
  readonly number: number;
  readonly prompt: string;
  readonly text: string;
  readonly files: readonly GivenFile[];
  /** How many words it has; null where it is no text. */
  readonly words: number | null;
  /** What was asked for, in words: how long, how many files. */
  readonly asked: string;
  readonly guide: string;
  readonly of: number;
  readonly points: number | null;
  readonly remark: string;
};
type Paper = {
  readonly id: string;
  readonly title: string;
  readonly course: string;
  readonly learner: string;
  readonly handedIn: string;
  readonly isMarked: boolean;
  /** What the other answers have earned by their rules, and what the whole paper is worth: thousandths of a point. */
  readonly byRule: number;
  readonly of: number;
  readonly passPercent: number;
};
type Props = {
  readonly paper: Paper;
  readonly answers: readonly AnswerToMark[];
  /** The rest of the paper, with what it has earned. */
  readonly rest: ReactNode;
  readonly among: Among;
  readonly others: readonly PartHolder[];
};
type Typed = { readonly points: string; readonly remark: string };
const typedOf = ({ points, remark }: Pick<DraftMark, 'points' | 'remark'>): Typed => ({
  points: points === null ? '' : pointsText(points),
  remark,
});

/** The answers of a sitting that a person marks, and their marks. */
export function PaperDesk({ paper, answers, rest, among, others }: Props) {
  const ready = useReady();
  const [typed, setTyped] = useState<{ readonly [id: string]: Typed }>(() =>
    Object.fromEntries(answers.map((answer) => [answer.id, typedOf(answer)])),
  );
  const seen = useRef<readonly DraftMark[]>(
    answers.map(({ id, points, remark }) => ({ questionId: id, points, remark })),
  );
  const marksTyped = useCallback(() => {
    const marks: DraftMark[] = [];
    for (const { id } of answers) {
      const own = typed[id] ?? { points: '', remark: '' };
      const points = pointsTyped(own.points, id);
      if (!points.ok) return points;
      marks.push({ questionId: id, points: points.value, remark: own.remark });
    }
    return ok(marks);
  }, [answers, typed]);
  const save = useCallback(
    async (finish: boolean) => {
      const marks = marksTyped();
      if (!marks.ok) return marks;
      const sent = { sittingId: paper.id, marks: marks.value, seen: seen.current, finish };
      const done = await act<{ readonly marks: readonly DraftMark[] }>('marking.mark-paper', sent);
      if (done.ok) {
        seen.current = done.value.marks;
        setTyped((now) => withKept(now, typed, marks.value, done.value.marks, ({ questionId }) => questionId, typedOf));
      }
      return done;
    },
    [marksTyped, typed, paper.id],
  );
  const keeping = useKeeping(save, paper.isMarked, among.nextHref);
  const change = (id: string, part: Partial<Typed>) =>
    setTyped((before) => ({ ...before, [id]: { ...{ points: '', remark: '' }, ...before[id], ...part } }));
  const marks = marksTyped();
  const given = marks.ok ? marks.value.flatMap(({ points }) => points ?? []) : [];
  const missing = answers.length - given.length;
  const total = paper.byRule + given.reduce((sum, points) => sum + points, 0);
  return (
    <DeskFrame
      where={`${paper.title} · ${paper.course}`}
      among={among}
      isMarked={paper.isMarked}
      keeping={keeping}
      fields={answers.map(({ id }) => id)}
      work={
        <article className={styles.sheet}>
          <p className={styles.quiet}>
            <bdi>{paper.learner}</bdi> · handed in {paper.handedIn}
          </p>
          {answers.map((answer) => (
            <section key={answer.id} className={styles.answer} aria-label={`Answer to question ${answer.number}`}>
              <h2 dir="auto">
                <span className={styles.number}>{answer.number}</span> {answer.prompt}
              </h2>
              {answer.text && (
                <div className={styles.text} dir="auto">
                  {answer.text}
                </div>
              )}
              {answer.files.map((file) => (
                <FileView
                  key={file.hash}
                  address={`/answered/${paper.id}/${file.hash}`}
                  name={file.name}
                  contentType={file.contentType}
                  icon={<IconFile size={16} aria-hidden="true" />}
                />
              ))}
              <p className={styles.quiet}>
                {[answer.words === null ? '' : `${answer.words} words`, `asked for: ${answer.asked}`]
                  .filter(Boolean)
                  .join('; ')}
              </p>
            </section>
          ))}
          <details className={styles.rest}>
            <summary>The rest of the paper</summary>
            {rest}
          </details>
        </article>
      }
    >
      <h1 className={styles.total}>
        Marks
        <span>
          <b>{pointsText(total)}</b> of {pointsText(paper.of)}
          {paper.passPercent > 0 && ` · pass at ${paper.passPercent} %`}
        </span>
      </h1>
      <p className={styles.quiet}>
        {pointsText(paper.byRule)} from the rest of the paper.{' '}
        {missing === 0
          ? 'Every answer has its points.'
          : `${missing === 1 ? 'One answer has' : `${missing} answers have`} no points yet.`}
      </p>
      {answers.map(({ id, number, of, guide }) => (
        <fieldset key={id} className={styles.markOf} disabled={others.some(({ partId }) => partId === id)}>
          <legend>
            Question {number}
            {others
              .filter(({ partId }) => partId === id)
              .map(({ name }) => (
                <span key={name} className={styles.quiet}>
                  {' with '}
                  <bdi>{name}</bdi>
                </span>
              ))}
          </legend>
          <TextInput
            readOnly={!ready}
            label={`Points of ${pointsText(of)} for question ${number}`}
            inputMode="decimal"
            value={typed[id]?.points ?? ''}
            onChange={(event) => change(id, { points: event.currentTarget.value })}
            error={keeping.problem?.field === id ? keeping.problem.sentence : null}
          />
          <Textarea
            readOnly={!ready}
            label={`Remark to the learner on question ${number}`}
            autosize
            minRows={3}
            maxRows={14}
            value={typed[id]?.remark ?? ''}
            onChange={(event) => change(id, { remark: event.currentTarget.value })}
          />
          <Folded summary="What to look for" text={guide} />
        </fieldset>
      ))}
    </DeskFrame>
  );
}
