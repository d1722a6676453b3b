'use client';
import { Select } from '@mantine/core';
import { useCallback, useState } from 'react';
import { ok, type Result } from '@/core/kernel/problem';
import { isGraded, type Lesson } from '@/core/outline';
import { type ClosingRule, type Interval, intervalUnits, type SingleRule } from '@/core/release';
import { DayField, TimeField } from '@/ui/fields/DayField';
import { NumberField } from '@/ui/fields/fields';
import styles from './inspector.module.css';
import { LessonsSelect } from './LessonsSelect';

export type AnyRule = SingleRule | ClosingRule;
type When = AnyRule['when'];

const names: Record<When, string> = {
  start: 'at the start',
  'after-start': 'an interval after the start',
  'on-date': 'on a date',
  'after-done': 'after lessons are done',
  'after-passed': 'after a quiz or assignment is passed',
  'by-hand': 'opened by hand',
  'after-opening': 'an interval after it opens',
};

const week = { amount: 7, unit: 'days', at: '09:00' } as const;
const atOnce = { amount: 0, unit: 'days', at: null } as const;

/** A rule of a kind as it begins. `awaited`: what it waits for first. */
const fresh: Record<When, (zone: string, awaited: readonly string[]) => AnyRule> = {
  start: () => ({ when: 'start' }),
  'after-start': () => ({ when: 'after-start', ...week }),
  'on-date': (zone) => ({
    when: 'on-date',
    date: new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10),
    at: '09:00',
    zone,
  }),
  'after-done': (_zone, lessons) => ({ when: 'after-done', lessons, ...atOnce }),
  'after-passed': (_zone, lessons) => ({ when: 'after-passed', lessons, ...atOnce }),
  'by-hand': () => ({ when: 'by-hand' }),
  'after-opening': () => ({ when: 'after-opening', ...week }),
};

type Props<R extends AnyRule> = {
  readonly label: string;
  /** The kinds of rule to choose from. */
  readonly kinds: readonly R['when'][];
  readonly value: R | null;
  /** What no rule of its own means, for example "with its section"; without it there always is one. */
  readonly inherits?: string;
  readonly zone: string;
  /** The lessons before it, the nearest last: what a rule waits for at first. */
  readonly before?: readonly Lesson[];
  /** What it is a rule of, which cannot wait for itself. */
  readonly of?: (lesson: Lesson) => boolean;
  readonly onSave: (rule: R | null) => Result<unknown>;
};

const nothingBefore: readonly Lesson[] = [];
const isOther = () => true;

/** A rule of release, due time or end: its kind, and what it says. */
export function RuleField<R extends AnyRule>(props: Props<R>) {
  const { label, kinds, value, inherits, zone, before = nothingBefore, onSave } = props;
  const [problem, setProblem] = useState<string | null>(null);
  const save = (rule: AnyRule | null): Result<unknown> => {
    const saved = onSave(rule as R | null);
    setProblem(saved.ok ? null : saved.problem.sentence);
    return saved;
  };
  const begin = (when: string | null) => {
    const chosen = kinds.find((kind) => kind === when);
    if (chosen === undefined) return save(null);
    const nearest = before.findLast((lesson) => chosen !== 'after-passed' || isGraded(lesson.kind));
    return save(fresh[chosen](zone, nearest ? [nearest.id] : []));
  };
  const data = [
    ...(inherits === undefined ? [] : [{ value: 'inherit', label: inherits }]),
    ...kinds.map((when) => ({ value: when, label: names[when] })),
  ];
  return (
    <div className={styles.group}>
      <Select
        label={label}
        value={value?.when ?? 'inherit'}
        data={data}
        allowDeselect={false}
        onChange={begin}
        error={problem}
      />
      {value && <RuleParts value={value} of={props.of ?? isOther} onSave={save} />}
    </div>
  );
}

type PartsProps<R> = { readonly value: R; readonly onSave: (rule: R) => Result<unknown> };

function RuleParts({ value, of, onSave }: PartsProps<AnyRule> & { readonly of: (lesson: Lesson) => boolean }) {
  switch (value.when) {
    case 'on-date':
      return <DatePart value={value} onSave={onSave} />;
    case 'after-done':
    case 'after-passed':
      return <AwaitedPart value={value} of={of} onSave={onSave} />;
    case 'after-start':
    case 'after-opening':
      return <IntervalPart value={value} onSave={(interval) => onSave({ ...value, ...interval })} />;
    default:
      return null;
  }
}

function IntervalPart({ value, onSave }: PartsProps<Interval>) {
  return (
    <div className={styles.pair} style={{ gridTemplateColumns: '52px 1fr 124px' }}>
      <NumberField label="After" value={value.amount} onSave={(amount) => onSave({ ...value, amount: amount ?? 0 })} />
      <Select
        label="Unit"
        value={value.unit}
        data={[...intervalUnits]}
        allowDeselect={false}
        onChange={(unit) =>
          onSave({ ...value, unit: (unit ?? 'days') as Interval['unit'], at: unit === 'hours' ? null : value.at })
        }
      />
      {value.unit !== 'hours' && (
        <TimeField
          label="At"
          value={value.at ?? ''}
          clearable
          onChange={(at) => onSave({ ...value, at: at || null })}
        />
      )}
    </div>
  );
}

function DatePart({ value, onSave }: PartsProps<Extract<AnyRule, { when: 'on-date' }>>) {
  return (
    <>
      <div className={styles.pair} style={{ gridTemplateColumns: '1fr 124px' }}>
        <DayField label="Date" value={value.date} onChange={(date) => date && onSave({ ...value, date })} />
        <TimeField label="At" value={value.at} onChange={(at) => at && onSave({ ...value, at })} />
      </div>
      <span className={styles.inherits}>Meant in {value.zone}.</span>
    </>
  );
}

type Awaiting = Extract<AnyRule, { lessons: unknown }>;

function AwaitedPart({ value, of, onSave }: PartsProps<Awaiting> & { readonly of: (lesson: Lesson) => boolean }) {
  const passed = value.when === 'after-passed';
  const offers = useCallback((lesson: Lesson) => of(lesson) && (!passed || isGraded(lesson.kind)), [of, passed]);
  // A rule that waits for nothing cannot be kept: what was chosen last stays until something else is.
  const [empty, setEmpty] = useState(false);
  return (
    <>
      <LessonsSelect
        label={passed ? 'Passed first' : 'Done first'}
        value={empty ? [] : value.lessons}
        offers={offers}
        error={empty ? 'Choose at least one lesson; the rule stays as it was until then.' : null}
        onChange={(lessons) => {
          setEmpty(lessons.length === 0);
          return lessons.length === 0 ? ok(null) : onSave({ ...value, lessons });
        }}
      />
      <IntervalPart value={value} onSave={(interval) => onSave({ ...value, ...interval })} />
    </>
  );
}
