'use client';
import { Button, Checkbox, Modal, Select, Switch, TableTd, TableTh, TableTr, TextInput } from '@mantine/core';
import { useCallback, useEffect, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import { counted } from '@/core/kernel/words';
import { type Lesson, usualQuiz } from '@/core/outline';
import { presetChanges, presetOf, type QuizPreset, type QuizSettings, withPreset } from '@/core/quiz';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';
import styles from './assess.module.css';

/** Settings under a name: taken over from the school, by several quizzes at once, or kept for it. */
export function Presets({ lesson, settings }: { readonly lesson: Lesson; readonly settings: QuizSettings }) {
  const [presets, setPresets] = useState<readonly QuizPreset[] | null>(null);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [keeping, setKeeping] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const look = useCallback(async () => {
    const told = await ask<readonly QuizPreset[]>('/api/presets');
    setProblem(told.ok ? null : told.problem.sentence);
    if (told.ok) setPresets(told.value);
  }, []);
  useEffect(() => {
    look();
  }, [look]);
  const chosen = presets?.find(({ id }) => id === chosenId) ?? null;
  const known = presets?.find((one) => presetChanges(settings, one.settings).length === 0);
  return (
    <section className={styles.mediaWays} aria-label="Presets of the school">
      <Select
        aria-label="Take over a preset"
        placeholder={presets?.length === 0 ? 'The school has no presets yet' : 'Take over a preset'}
        disabled={!presets || presets.length === 0}
        value={null}
        data={(presets ?? []).map(({ id, name, isDefault }) => ({
          value: id,
          label: isDefault ? `${name} (new quizzes begin with it)` : name,
        }))}
        onChange={setChosenId}
      />
      <Button variant="default" disabled={!presets} onClick={() => setKeeping(true)}>
        Keep as a preset
      </Button>
      <span className={wordStyles.quiet}>{known ? `This quiz runs as "${known.name}".` : ''}</span>
      {problem && (
        <span role="alert" className={wordStyles.problem}>
          {problem}
        </span>
      )}
      {chosen && (
        <TakeOver
          preset={chosen}
          lesson={lesson}
          onClose={(isGone) => {
            setChosenId(null);
            if (isGone) look();
          }}
        />
      )}
      {keeping && presets && (
        <Keep
          presets={presets}
          settings={settings}
          onClose={(isKept) => {
            setKeeping(false);
            if (isKept) look();
          }}
        />
      )}
    </section>
  );
}

type TakeOverProps = {
  readonly preset: QuizPreset;
  readonly lesson: Lesson;
  readonly onClose: (isGone: boolean) => void;
};

/** What a preset would change, quiz by quiz; done in one step. */
function TakeOver({ preset, lesson, onClose }: TakeOverProps) {
  const { rows, store } = useDesk();
  const quizzes = rows
    .flatMap((row) => row.tiles)
    .flatMap(({ lesson: one, number }) =>
      one.quiz ? [{ id: one.id, name: `${number} ${one.title}`, quiz: one.quiz }] : [],
    );
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set([lesson.id]));
  const [problem, setProblem] = useState<string | null>(null);
  const meant = quizzes.flatMap(({ id, name, quiz }) => {
    const changes = presetChanges(quiz, preset.settings);
    return chosen.has(id) ? [{ id, name, quiz, changes }] : [];
  });
  const changing = meant.filter(({ changes }) => changes.length > 0);
  const take = () => {
    const done = store.edit({
      do: 'all',
      edits: changing.map(({ id, quiz }) => ({
        ...({ do: 'set', table: 'lesson', id } as const),
        fields: { quiz: withPreset({ ...usualQuiz, ...quiz }, preset.settings) },
      })),
    });
    if (!done.ok) return setProblem(done.problem.sentence);
    tellUndoable(store, `${counted(changing.length, 'quiz', 'quizzes')} run as "${preset.name}" now.`);
    onClose(false);
  };
  const remove = async () => {
    const done = await act('quiz.remove-preset', { id: preset.id });
    if (done.ok) onClose(true);
    else setProblem(done.problem.sentence);
  };
  return (
    <Modal
      closeButtonProps={{ 'aria-label': 'Close' }}
      opened
      onClose={() => onClose(false)}
      size="xl"
      title={`Take over "${preset.name}"`}
    >
      <div className={styles.presetQuizzes}>
        {quizzes.map(({ id, name, quiz }) => (
          <Checkbox
            key={id}
            label={`${name}${presetChanges(quiz, preset.settings).length === 0 ? ': runs so already' : ''}`}
            checked={chosen.has(id)}
            onChange={(event) => {
              const next = new Set(chosen);
              if (event.currentTarget.checked) next.add(id);
              else next.delete(id);
              setChosen(next);
            }}
          />
        ))}
      </div>
      {changing.length > 0 && (
        <div className={styles.presetChanges}>
          <DataTable names={['Quiz', 'Setting', 'Now', 'With the preset']}>
            {changing.flatMap(({ id, name, changes }) =>
              changes.map((change, i) => (
                <TableTr key={`${id} ${change.name}`}>
                  <TableTh scope="row">{i === 0 ? name : ''}</TableTh>
                  <TableTd>{change.name}</TableTd>
                  <TableTd>{change.before}</TableTd>
                  <TableTd>{change.after}</TableTd>
                </TableTr>
              )),
            )}
          </DataTable>
        </div>
      )}
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <div className={styles.mediaWays}>
        <Button variant="subtle" color="red" onClick={remove}>
          Forget this preset
        </Button>
        <span className={wordStyles.spring} />
        <Button variant="default" onClick={() => onClose(false)}>
          Cancel
        </Button>
        <Button disabled={changing.length === 0} onClick={take}>
          {changing.length === 0 ? 'Nothing to change' : `Change ${counted(changing.length, 'quiz', 'quizzes')}`}
        </Button>
      </div>
    </Modal>
  );
}

type KeepProps = {
  readonly presets: readonly QuizPreset[];
  readonly settings: QuizSettings;
  readonly onClose: (isKept: boolean) => void;
};

/** Keeps the settings of a quiz under a name, new or known. */
function Keep({ presets, settings, onClose }: KeepProps) {
  const [name, setName] = useState('');
  const [isDefault, setDefault] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const known = presets.find((one) => one.name.toLowerCase() === name.trim().toLowerCase());
  const keep = async () => {
    const id = known?.id ?? newId();
    const done = await act('quiz.put-preset', { id, name: name.trim(), settings: presetOf(settings), isDefault });
    if (done.ok) onClose(true);
    else setProblem(done.problem.sentence);
  };
  return (
    <Modal
      closeButtonProps={{ 'aria-label': 'Close' }}
      opened
      onClose={() => onClose(false)}
      title="Keep these settings for the school"
    >
      <form
        className={styles.presetKeep}
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <TextInput
          label="Name"
          placeholder="Weekly check"
          data-autofocus
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
          error={problem}
        />
        <Switch
          label="New quizzes of the school begin with it"
          checked={isDefault}
          onChange={(event) => setDefault(event.currentTarget.checked)}
        />
        <p className={wordStyles.quiet}>
          What it draws, what follows from it and the day from which results are shown stay with this quiz.
        </p>
        <div className={styles.mediaWays}>
          <span className={wordStyles.spring} />
          <Button variant="default" onClick={() => onClose(false)}>
            Cancel
          </Button>
          <Button type="submit" disabled={name.trim() === ''}>
            {known ? `Keep over "${known.name}"` : 'Keep'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
