'use client';
import { Button, Switch } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconPlus, IconTrash } from '@tabler/icons-react';
import {
  type AssignmentSettings,
  type Criterion,
  type CriterionPart,
  criteriaFull,
  criterionBys,
  criterionFull,
  criterionWay,
  newCriterion,
} from '@/core/assignment';
import { pointsInWords } from '@/core/kernel/exact';
import type { Result } from '@/core/kernel/problem';
import type { Lesson } from '@/core/outline';
import { NumberField, TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../_course/CourseProvider';
import styles from '../assess.module.css';
import { AddPart, moved, PartRow, Parts } from '../kinds/rows';

/** What work is marked by: criteria in their order, and a model answer. */
export function CriteriaDesk({ lesson, settings }: { readonly lesson: Lesson; readonly settings: AssignmentSettings }) {
  const { store } = useDesk();
  const { criteria = [] } = settings;
  const set = (part: Partial<AssignmentSettings>) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { assignment: { ...settings, ...part } } });
  // What an assignment is worth follows from its criteria, as soon as it has any.
  const save = (next: readonly Criterion[]) =>
    set({ criteria: next, ...(next.length > 0 && { points: criteriaFull(next) }) });
  return (
    <section className={styles.question} aria-label="Criteria">
      <h2>Marked by</h2>
      {criteria.length === 0 && (
        <p className={wordStyles.quiet}>
          A number of points and a remark. With criteria, who marks decides about one thing after the other, the points
          add themselves up, and learners see what they earned and where.
        </p>
      )}
      {criteria.map((criterion, i) => (
        <CriterionCard
          key={criterion.id}
          criterion={criterion}
          number={i + 1}
          onSave={(next) => save(criteria.with(i, next))}
          onRemove={() => save(criteria.toSpliced(i, 1))}
          onMove={(by) => save(moved(criteria, i, i + by))}
          isLast={i === criteria.length - 1}
        />
      ))}
      <div className={styles.additions}>
        {criterionBys.map((by) => (
          <Button
            key={by}
            variant="default"
            size="xs"
            leftSection={<IconPlus size={15} />}
            disabled={criteria.length >= 30}
            onClick={() => save([...criteria, newCriterion(by, newId)])}
          >
            {criterionWay(by).title}
          </Button>
        ))}
      </div>
      {criteria.length > 0 && (
        <p>
          Together <b>{pointsInWords(criteriaFull(criteria))}</b>.
        </p>
      )}
      <TextField
        label="Model answer, for who marks"
        lines={4}
        value={settings.model ?? ''}
        onSave={(model) => set({ model })}
      />
      {(settings.model ?? '').trim() !== '' && (
        <Switch
          label="Learners see it with their mark"
          checked={settings.showsModel ?? false}
          onChange={(event) => set({ showsModel: event.currentTarget.checked })}
        />
      )}
    </section>
  );
}

type CardProps = {
  readonly criterion: Criterion;
  readonly number: number;
  readonly isLast: boolean;
  readonly onSave: (criterion: Criterion) => Result<unknown>;
  readonly onRemove: () => void;
  readonly onMove: (by: 1 | -1) => void;
};

function CriterionCard({ criterion, number, isLast, onSave, onRemove, onMove }: CardProps) {
  const name = `Criterion ${number}`;
  const set = (part: object) => onSave({ ...criterion, ...part } as Criterion);
  return (
    <section className={styles.criterion} aria-label={name}>
      <header className={styles.questionHead}>
        <b>{number}</b>
        <span className={wordStyles.quiet}>
          {criterionWay(criterion.by).title} · {pointsInWords(criterionFull(criterion))}
        </span>
        <span className={wordStyles.spring} />
        <Button
          size="compact-sm"
          variant="subtle"
          color="gray"
          aria-label={`Move ${name} up`}
          disabled={number === 1}
          onClick={() => onMove(-1)}
        >
          <IconArrowUp size={16} />
        </Button>
        <Button
          size="compact-sm"
          variant="subtle"
          color="gray"
          aria-label={`Move ${name} down`}
          disabled={isLast}
          onClick={() => onMove(1)}
        >
          <IconArrowDown size={16} />
        </Button>
        <Button size="compact-sm" variant="subtle" color="gray" aria-label={`Remove ${name}`} onClick={onRemove}>
          <IconTrash size={16} />
        </Button>
      </header>
      <TextField label={`${name}: what is looked at`} value={criterion.title} onSave={(title) => set({ title })} />
      {'most' in criterion && (
        <div className={styles.two}>
          <NumberField
            label={`${name}: at most`}
            unit="points"
            scale={1000}
            value={criterion.most}
            onSave={(most) => set({ most: most ?? 0 })}
          />
          {'step' in criterion && (
            <NumberField
              label={`${name}: in steps of`}
              unit="points"
              scale={1000}
              value={criterion.step}
              onSave={(step) => set({ step: step ?? 0 })}
            />
          )}
        </div>
      )}
      {'parts' in criterion && (
        <PartsOf name={name} by={criterion.by} parts={criterion.parts} onSave={(parts) => set({ parts })} />
      )}
      <TextField
        label={`${name}: what to look for, for who marks`}
        lines={1}
        value={criterion.guide}
        onSave={(guide) => set({ guide })}
      />
    </section>
  );
}

const partNames = {
  levels: { one: 'level', legend: 'Levels, each with what it means', add: 'Add a level' },
  checks: { one: 'thing to check', legend: 'What is there or not', add: 'Add a thing to check' },
  deductions: { one: 'fault', legend: 'What takes points away', add: 'Add a fault' },
} as const;

function PartsOf({
  name,
  by,
  parts,
  onSave,
}: {
  readonly name: string;
  readonly by: keyof typeof partNames;
  readonly parts: readonly CriterionPart[];
  readonly onSave: (parts: readonly CriterionPart[]) => Result<unknown>;
}) {
  const words = partNames[by];
  return (
    <Parts
      legend={words.legend}
      ids={parts.map(({ id }) => id)}
      onMove={(from, to) => onSave(moved(parts, from, to))}
      onLines={(at, [first = '', ...others]) =>
        onSave([
          ...parts.slice(0, at),
          ...parts.slice(at, at + 1).map((one) => ({ ...one, text: first })),
          ...others.map((text) => ({ id: newId(), text, points: 1000 })),
          ...parts.slice(at + 1).filter(({ text }) => text !== ''),
        ])
      }
      add={<AddPart onAdd={() => onSave([...parts, { id: newId(), text: '', points: 1000 }])}>{words.add}</AddPart>}
    >
      {parts.map((part, i) => (
        <PartRow
          key={part.id}
          id={part.id}
          name={`${words.one} ${i + 1}`}
          columns="1fr 110px"
          onRemove={() => onSave(parts.toSpliced(i, 1))}
        >
          <TextField
            label={`${name}, ${words.one} ${i + 1}`}
            hideLabel
            placeholder={`${words.one} ${i + 1}`}
            value={part.text}
            onSave={(text) => onSave(parts.with(i, { ...part, text }))}
          />
          <NumberField
            label={`${name}, points of ${words.one} ${i + 1}`}
            hideLabel
            unit="points"
            scale={1000}
            value={part.points}
            onSave={(points) => onSave(parts.with(i, { ...part, points: points ?? 0 }))}
          />
        </PartRow>
      ))}
    </Parts>
  );
}
