import { Button, FileButton, Select, TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { send } from '@/app/_client/act';
import {
  type Design,
  designFrom,
  emptyDesign,
  type Paper,
  type PatternName,
  papers,
  patterns,
} from '@/core/certificate';
import type { Result } from '@/core/kernel/problem';
import type { Drawn } from '@/server/certificate';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './award.module.css';
import { Marks } from './Marks';
import { choices } from './TextFields';
import type { Asked } from './use-drawn';

type Props = {
  readonly courseId: string;
  readonly asked: Asked;
  /** Makes a design and goes on with it. */
  onMake(name: string, content: Design): Promise<Result<unknown>>;
  onBackground(file: File, paper: Paper): Promise<Result<unknown>>;
  onClose: (() => void) | null;
};

/** Where a design begins: with a pattern, an empty page, a background of one's own, or a file from elsewhere. */
export function Gallery({ courseId, asked, onMake, onBackground, onClose }: Props) {
  const [paper, setPaper] = useState<Paper>('a4-across');
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const doing = async (work: () => Promise<Result<unknown>>) => {
    setBusy(true);
    const done = await work();
    setBusy(false);
    setProblem(done.ok ? null : done.problem.sentence);
  };
  const make = (usual: string, content: Design) => doing(() => onMake(name.trim() || usual, content));
  const bringIn = (file: File | null) =>
    file &&
    doing(async () => {
      const raw: unknown = await file
        .text()
        .then(
          (text) => JSON.parse(text) as unknown,
          () => null,
        )
        .catch(() => null);
      const read = await send<{ name: string; design: Design }>('/api/designs/bring-in', raw ?? {});
      return read.ok ? onMake(name.trim() || read.value.name, read.value.design) : read;
    });
  return (
    <section className={styles.gallery} aria-label="New design">
      <div className={styles.galleryHead}>
        <h2>New design</h2>
        <TextInput
          aria-label="Name of the design"
          placeholder="Name, such as River line"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Select
          aria-label="Paper"
          allowDeselect={false}
          value={paper}
          data={choices(papers)}
          onChange={(next) => next && setPaper(next as Paper)}
        />
        {onClose && (
          <Button variant="subtle" onClick={onClose}>
            Back
          </Button>
        )}
      </div>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <ul className={styles.patterns}>
        {(Object.keys(patterns) as PatternName[]).map((pattern) => (
          <li key={pattern}>
            <Pattern
              {...{ pattern, paper, courseId, asked, busy }}
              onChoose={(content) => make(patterns[pattern].name, content)}
            />
          </li>
        ))}
      </ul>
      <div className={styles.galleryFoot}>
        <Button variant="default" disabled={busy} onClick={() => make('Empty page', emptyDesign(paper))}>
          Empty page
        </Button>
        <FileButton
          accept="image/*,application/pdf"
          onChange={(file) => file && doing(() => onBackground(file, paper))}
        >
          {(props) => (
            <Button {...props} variant="default" loading={busy}>
              Own background: a picture, or page 1 of a PDF
            </Button>
          )}
        </FileButton>
        <FileButton accept="application/json,.json" onChange={bringIn}>
          {(props) => (
            <Button {...props} variant="default" disabled={busy}>
              From a file
            </Button>
          )}
        </FileButton>
      </div>
    </section>
  );
}

type PatternProps = {
  readonly pattern: PatternName;
  readonly paper: Paper;
  readonly courseId: string;
  readonly asked: Asked;
  readonly busy: boolean;
  onChoose(content: Design): void;
};

/** A pattern as it looks for this course. */
function Pattern({ pattern, paper, courseId, asked, busy, onChoose }: PatternProps) {
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  useEffect(() => {
    let current = true;
    send<{ drawn: Drawn }>(`/api/course/${courseId}/certificate`, {
      ...asked,
      design: designFrom(pattern, paper, newId),
    }).then((laid) => current && laid.ok && setDrawn(laid.value.drawn));
    return () => {
      current = false;
    };
  }, [pattern, paper, courseId, asked]);
  const { width, height } = papers[paper];
  return (
    <button
      type="button"
      className={styles.pattern}
      disabled={busy}
      onClick={() => onChoose(designFrom(pattern, paper, newId))}
    >
      <svg
        viewBox={drawn ? `0 0 ${drawn.width} ${drawn.height}` : `0 0 ${width} ${height}`}
        style={{ aspectRatio: `${width} / ${height}` }}
        aria-hidden="true"
      >
        {drawn && <rect width="100%" height="100%" fill={drawn.ground} />}
        {drawn && <Marks marks={drawn.marks} />}
      </svg>
      <b>{patterns[pattern].name}</b>
      <span>{patterns[pattern].says}</span>
    </button>
  );
}
