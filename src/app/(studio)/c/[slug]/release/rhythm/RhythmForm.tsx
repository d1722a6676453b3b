'use client';
import { Button, Checkbox, Chip, CloseButton, Group, NumberInput, Select, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { type Break, type Rhythm, rhythmPatterns, type Step, usualGap, weekdayName } from '@/core/release';
import { DayField, TimeField } from '@/ui/fields/DayField';
import inspector from '../../_inspector/inspector.module.css';
import styles from './rhythm.module.css';
import type { RhythmDraft } from './use-rhythm';

const allDays = [1, 2, 3, 4, 5, 6, 7];

export type NamedRhythm = { readonly name: string; readonly rhythm: Rhythm };
type Props = { readonly rhythm: RhythmDraft; readonly others: readonly NamedRhythm[] };

/** What a rhythm is made of: what opens together, how far apart, and what is left out. */
export function RhythmForm({ rhythm, others }: Props) {
  const { draft, change, most, setMost } = rhythm;
  const patterns = [...rhythmPatterns, ...others];
  const unit = draft.unit === 'lessons' ? String(draft.lessons) : draft.unit;
  return (
    <>
      <Select
        label="Begin with"
        placeholder="a pattern"
        data={[
          { group: 'Patterns', items: rhythmPatterns.map(({ name }) => name) },
          ...(others.length > 0 ? [{ group: 'As in another course', items: others.map(({ name }) => name) }] : []),
        ]}
        value={null}
        onChange={(name) => {
          const found = patterns.find((one) => one.name === name);
          // Breaks are days of the calendar: those that are there stay.
          if (found) change({ ...found.rhythm, begins: [], breaks: draft.breaks });
        }}
      />
      <Select
        label="What opens together"
        value={unit}
        data={[
          { value: 'section', label: 'one section' },
          ...[1, 2, 3, 4, 5].map((count) => ({
            value: String(count),
            label: count === 1 ? 'one lesson' : `${count} lessons`,
          })),
          { value: 'laid', label: 'as much as fits into the minutes' },
        ]}
        allowDeselect={false}
        onChange={(value) =>
          value === 'section' || value === 'laid'
            ? change({ unit: value })
            : change({ unit: 'lessons', lessons: Number(value) })
        }
      />
      {draft.unit === 'laid' && (
        <NumberInput
          label="Minutes, at most"
          suffix=" min"
          min={10}
          max={3000}
          allowDecimal={false}
          value={most}
          onChange={(minutes) => typeof minutes === 'number' && setMost(minutes)}
        />
      )}
      <StepFields
        every={draft.every}
        onChange={(every, gap) => change(gap === undefined ? { every } : { every, gap })}
      />
      <TimeField label="At" value={draft.at} onChange={(at) => at && change({ at })} />
      <Checkbox
        label="The first part opens at the start, whatever day that is"
        checked={draft.firstAtOnce}
        onChange={(event) => change({ firstAtOnce: event.currentTarget.checked })}
      />
      {draft.firstAtOnce && draft.every.by === 'weeks' && (
        <NumberInput
          label="The second part opens at the earliest"
          description={`Counted from the day of the start; half a step would be ${usualGap(draft.every.count)} days.`}
          suffix={draft.gap === 1 ? ' day later' : ' days later'}
          min={1}
          max={366}
          allowDecimal={false}
          value={draft.gap}
          onChange={(gap) => typeof gap === 'number' && change({ gap })}
        />
      )}
      <h3 className={inspector.part}>Breaks</h3>
      <p className={inspector.hint}>
        Nothing new opens on these days; the plan moves on behind them. A cohort can have breaks of its own.
      </p>
      <Breaks breaks={draft.breaks} onChange={(breaks) => change({ breaks })} />
    </>
  );
}

function StepFields({
  every,
  onChange,
}: {
  readonly every: Step;
  readonly onChange: (every: Step, gap?: number) => void;
}) {
  const weekdays = every.by === 'weeks' ? every.weekdays : [1];
  return (
    <>
      <div className={inspector.pair}>
        <NumberInput
          label="Every"
          min={1}
          max={every.by === 'weeks' ? 52 : 366}
          allowDecimal={false}
          value={every.count}
          onChange={(count) => {
            if (typeof count !== 'number' || count < 1) return;
            if (every.by === 'weeks') onChange({ ...every, count }, usualGap(count));
            else onChange({ ...every, count });
          }}
        />
        <Select
          label="Unit"
          value={every.by}
          data={[
            { value: 'weeks', label: every.count === 1 ? 'week' : 'weeks' },
            { value: 'days', label: every.count === 1 ? 'day' : 'days' },
          ]}
          allowDeselect={false}
          onChange={(by) =>
            by === 'days'
              ? onChange({ by: 'days', count: every.by === 'days' ? every.count : 7 })
              : onChange({ by: 'weeks', count: 1, weekdays }, usualGap(1))
          }
        />
      </div>
      {every.by === 'weeks' && (
        <div>
          <p className={styles.label} id="weekdays">
            On
          </p>
          <Group gap={4} role="group" aria-labelledby="weekdays">
            <Chip.Group
              multiple
              value={every.weekdays.map(String)}
              onChange={(chosen) =>
                chosen.length > 0 && onChange({ ...every, weekdays: chosen.map(Number).sort((a, b) => a - b) })
              }
            >
              {allDays.map((weekday) => (
                <Chip key={weekday} value={String(weekday)} size="xs" radius="sm">
                  <span aria-hidden="true">{weekdayName(weekday).slice(0, 2)}</span>
                  <span className="visually-hidden">{weekdayName(weekday)}</span>
                </Chip>
              ))}
            </Chip.Group>
          </Group>
        </div>
      )}
    </>
  );
}

/** Days on which nothing new opens, each with a name. */
export function Breaks({
  breaks,
  onChange,
}: {
  readonly breaks: readonly Break[];
  readonly onChange: (breaks: Break[]) => void;
}) {
  return (
    <>
      {breaks.map((one, i) => {
        const set = (part: Partial<Break>) =>
          onChange(breaks.map((other, o) => (o === i ? { ...other, ...part } : other)));
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: breaks have no id, and their order does not change here
          <div key={i} className={styles.break}>
            <TextInput
              aria-label="Name of the break"
              placeholder="Name"
              value={one.name}
              onChange={(event) => set({ name: event.currentTarget.value })}
            />
            <CloseButton
              aria-label={`Remove the break ${one.name}`}
              onClick={() => onChange(breaks.filter((_, o) => o !== i))}
            />
            <DayField hideLabel label="First day of the break" value={one.from} onChange={(from) => set({ from })} />
            <DayField hideLabel label="Last day of the break" value={one.to} onChange={(to) => set({ to })} />
          </div>
        );
      })}
      <Button
        variant="subtle"
        size="compact-sm"
        leftSection={<IconPlus size={14} />}
        onClick={() => onChange([...breaks, { from: '', to: '', name: '' }])}
      >
        Add a break
      </Button>
    </>
  );
}
