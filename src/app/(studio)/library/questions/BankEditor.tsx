'use client';
import { Button, CloseButton, MultiSelect, SegmentedControl, Select, TagsInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import { useLater } from '@/app/_client/useLater';
import { namesIn } from '@/core/kernel/locale';
import { ok, type Result } from '@/core/kernel/problem';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { parseFields } from '@/core/outline';
import {
  type BankQuestion,
  bodyText,
  checkBody,
  contentOf,
  type Difficulty,
  kindOf,
  type QuestionContent,
  type QuestionKind,
  questionKinds,
} from '@/core/quiz';
import type { bankEntry } from '@/server/bank';
import { NumberField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../../_bank/bank.module.css';
import { categoryOptions } from '../../_bank/category-options';
import type { ShownBank } from '../../_bank/use-bank';
import { AsLearner } from '../../c/[slug]/assess/AsLearner';
import { ContentFields } from '../../c/[slug]/assess/ContentFields';

type Entry = NonNullable<Awaited<ReturnType<typeof bankEntry>>>;
type Outcomes = readonly { readonly id: string; readonly text: string; readonly course: string }[];
type Props = {
  readonly question: BankQuestion;
  readonly bank: ShownBank;
  readonly outcomes: Outcomes;
  readonly zone: string;
  readonly onChanged: () => void;
  readonly onClose: () => void;
};

/** What is wrong with some fields of a question; ok when they can be kept. */
function checkFields(kind: QuestionKind, fields: Partial<QuestionContent>): Result<unknown> {
  const read = parseFields('question', fields);
  return read.ok && fields.body !== undefined ? checkBody(kind, fields.body) : read;
}

/** One question of the bank, changed where it stands: kept as it is typed, in versions. */
export function BankEditor({ question, bank, outcomes, zone, onChanged, onClose }: Props) {
  const [draft, setDraft] = useState(() => contentOf(question));
  const [version, setVersion] = useState(question.version);
  // What is kept next builds on it, also before it is shown.
  const made = useRef(question.version);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async (next: QuestionContent) => {
    setSaid('Keeping…');
    const wanted = { id: question.id, version: made.current, content: next };
    const kept = await act<{ version: number }>('bank.set-question', wanted);
    setProblem(kept.ok ? null : kept.problem.sentence);
    setSaid(kept.ok ? 'Kept.' : '');
    if (!kept.ok) return kept;
    made.current = kept.value.version;
    setVersion(kept.value.version);
    onChanged();
    return kept;
  };
  const keepLater = useLater((next) => keep(next as QuestionContent));
  const set = (fields: Partial<QuestionContent>): Result<unknown> => {
    const kind = fields.kind ?? draft.kind;
    const checked = checkFields(kind, fields);
    if (!checked.ok) return checked;
    const next = { ...draft, ...fields };
    // A body belongs to its kind; another kind begins with its own where it cannot keep this one.
    if (!checkBody(kind, next.body).ok) return set({ kind, body: kindOf(kind).begin(question.id) });
    setDraft(next);
    keepLater(next);
    return ok(null);
  };
  const setFacts = async (facts: object) => {
    const done = await act('bank.change-many', { changes: [{ id: question.id, ...facts }] });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) onChanged();
  };
  return (
    <aside className={styles.editor} aria-label="The question that is open">
      <div className={styles.editorHead}>
        <h2>Version {version}</h2>
        <span className={wordStyles.quiet} role="status">
          {said}
        </span>
        <span className={wordStyles.spring} />
        <CloseButton aria-label="Close the question" onClick={onClose} />
      </div>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <div className={styles.pair}>
        <Select
          label="Kind of question"
          value={draft.kind}
          allowDeselect={false}
          data={questionKinds.map((kind) => ({ value: kind, label: kindOf(kind).title }))}
          onChange={(kind) => kind && set({ kind: kind as QuestionKind })}
        />
        <NumberField
          label="Points"
          value={draft.points}
          scale={1000}
          onSave={(points) => set({ points: points ?? 1000 })}
        />
      </div>
      <ContentFields key={draft.kind} id={question.id} content={draft} onSet={set} folds />
      <div>
        <p className={wordStyles.quiet}>Difficulty</p>
        <SegmentedControl
          size="xs"
          aria-label="Difficulty"
          value={String(question.difficulty)}
          data={[
            { value: '1', label: 'easy' },
            { value: '2', label: 'middling' },
            { value: '3', label: 'hard' },
          ]}
          onChange={(difficulty) => setFacts({ difficulty: Number(difficulty) as Difficulty })}
        />
      </div>
      <Select
        label="Category"
        placeholder="without one"
        clearable
        searchable
        value={question.categoryId}
        data={categoryOptions(bank.categories)}
        onChange={(categoryId) => setFacts({ categoryId })}
      />
      <TagsInput
        label="Tags"
        value={[...question.tags]}
        data={bank.tags.map(({ tag }) => tag)}
        maxTags={20}
        onChange={(tags) => setFacts({ tags })}
      />
      {outcomes.length > 0 && (
        <MultiSelect
          label="Asks for the outcomes"
          searchable
          data={[...new Set(outcomes.map(({ course }) => course))].map((group) => ({
            group,
            items: outcomes
              .filter(({ course }) => course === group)
              .map(({ id, text }) => ({ value: id, label: text })),
          }))}
          value={question.outcomes.filter((id) => outcomes.some((one) => one.id === id))}
          onChange={(ids) => setFacts({ outcomes: ids })}
        />
      )}
      <AsLearner question={{ ...draft, id: question.id }} number={1} decimals="point" />
      <Versions question={question} zone={zone} turn={version} />
    </aside>
  );
}

function Versions({
  question,
  zone,
  turn,
}: {
  readonly question: BankQuestion;
  readonly zone: string;
  readonly turn: number;
}) {
  const [entry, setEntry] = useState<Entry | null>(null);
  const [isOpen, setIsOpen] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new version is another list
  useEffect(() => {
    if (isOpen)
      ask<Entry>(`/api/bank/${question.id}`).then((told) => {
        if (told.ok) setEntry(told.value);
      });
  }, [isOpen, question.id, turn]);
  if (!isOpen)
    return (
      <Button variant="default" size="xs" onClick={() => setIsOpen(true)}>
        Versions
      </Button>
    );
  return (
    <section aria-label="Versions">
      <h3>Versions</h3>
      <ol className={styles.versions} reversed>
        {(entry?.versions ?? []).map(({ version, madeAt, by, content }) => (
          <li key={version}>
            <b>Version {version}</b>{' '}
            <span className={wordStyles.quiet}>
              <bdi>{by}</bdi>, {dateTimeText(Temporal.Instant.from(madeAt.replace(' ', 'T')), namesIn(zone), false)}
            </span>
            <pre dir="auto">
              {content.prompt}
              {'\n'}
              {bodyText(content.body)}
            </pre>
          </li>
        ))}
      </ol>
      <p className={wordStyles.quiet}>Papers keep the version they have until somebody takes a newer one.</p>
    </section>
  );
}
