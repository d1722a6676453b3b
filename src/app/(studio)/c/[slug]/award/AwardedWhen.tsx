import { Button, NumberInput, Select, Switch, TextInput } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import {
  type AwardSettings,
  type Design,
  isText,
  type NumberPart,
  numberPartsSchema,
  sampleNumber,
} from '@/core/certificate';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { NumberField, TextField } from '@/ui/fields/fields';
import inspector from '../_inspector/inspector.module.css';
import styles from './award.module.css';

type Props = {
  readonly award: AwardSettings;
  readonly design: Design | null;
  onChange(part: Partial<AwardSettings>): void;
};

/** When the course awards its certificate, and what only this course can say on it. */
export function AwardedWhen({ award, design, onChange }: Props) {
  const set = (part: Partial<AwardSettings>) => {
    onChange(part);
    return ok(null);
  };
  const own = ownNames(design);
  return (
    <section className={inspector.group} aria-label="Awarded when">
      <h2 className={inspector.title}>Awarded when</h2>
      <Switch
        label="This course awards a certificate"
        checked={award.on}
        onChange={(event) => set({ on: event.currentTarget.checked })}
      />
      <p className={inspector.inherits}>Every learner who has completed the course, as soon as that is so.</p>
      <NumberField
        label="Course grade of at least"
        unit="%"
        value={award.minPercent}
        empty="no grade asked"
        onSave={(minPercent) => set({ minPercent })}
      />
      <Switch
        label="A person approves each one"
        description="Nothing is issued by itself: whoever has earned it waits under Run."
        checked={award.approved}
        onChange={(event) => set({ approved: event.currentTarget.checked })}
      />
      <NumberField
        label="Holds for"
        unit="months"
        value={award.validMonths}
        empty="without end"
        onSave={(validMonths) => set({ validMonths })}
      />
      <TextField label="Teacher" value={award.teacher} onSave={(teacher) => set({ teacher })} />
      {own.map((name) => (
        <TextField
          key={name}
          label={name}
          description="Own words of this course"
          value={award.own[name] ?? ''}
          onSave={(words) => set({ own: { ...award.own, [name]: words } })}
        />
      ))}
      <NumberParts parts={award.number} onChange={(number) => set({ number })} />
    </section>
  );
}

/** The names of a course's own words that a design shows. */
const ownNames = (design: Design | null): readonly string[] => [
  ...new Set(
    (design?.things ?? [])
      .filter(isText)
      .flatMap(({ lines }) => lines.flat())
      .flatMap((part) => ('field' in part && part.field === 'own' && part.name.trim() !== '' ? [part.name] : [])),
  ),
];

type NumberProps = {
  readonly parts: readonly NumberPart[];
  onChange(parts: readonly NumberPart[]): void;
};

const sorts = {
  words: { name: 'words', make: (): NumberPart => ({ words: '-' }) },
  random: { name: 'random characters', make: (): NumberPart => ({ random: 4 }) },
  year: { name: 'the year', make: (): NumberPart => ({ year: 4 }) },
  count: { name: 'the count', make: (): NumberPart => ({ count: 4 }) },
} as const;

/** The pattern of numbers, part by part, with one as it might be. What cannot be a number yet stays as it is typed. */
function NumberParts({ parts: saved, onChange }: NumberProps) {
  const [parts, setParts] = useState(saved);
  useEffect(() => setParts(saved), [saved]);
  const checked = parsed(numberPartsSchema, parts);
  const change = (next: readonly NumberPart[]) => {
    setParts(next);
    if (parsed(numberPartsSchema, next).ok) onChange(next);
  };
  const put = (at: number, part: NumberPart | null) =>
    change(parts.map((one, i) => (i === at ? part : one)).filter((one) => one !== null));
  const offered = Object.entries(sorts).filter(([sort]) => sort !== 'count' || !parts.some((part) => 'count' in part));
  return (
    <fieldset className={styles.number}>
      <legend>Number looks like</legend>
      <p>
        <b>{sampleNumber(parts, new Date().getFullYear())}</b>
      </p>
      {!checked.ok && (
        <p role="alert" className={inspector.bad}>
          {checked.problem.sentence}
        </p>
      )}
      <ul>
        {parts.map((part, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place in the number
          <li key={i}>
            <PartField part={part} onChange={(next) => put(i, next)} />
            <Button
              size="compact-xs"
              variant="subtle"
              aria-label={`Leave part ${i + 1} out`}
              onClick={() => put(i, null)}
              leftSection={<IconX size={13} aria-hidden="true" />}
            >
              Leave out
            </Button>
          </li>
        ))}
      </ul>
      <Select
        aria-label="Put into the number"
        size="xs"
        placeholder="Put into the number…"
        value={null}
        data={offered.map(([value, { name }]) => ({ value, label: name }))}
        onChange={(sort) => sort && change([...parts, sorts[sort as keyof typeof sorts].make()])}
      />
    </fieldset>
  );
}

function PartField({ part, onChange }: { readonly part: NumberPart; onChange(part: NumberPart): void }) {
  if ('words' in part)
    return (
      <TextInput
        aria-label="Words in the number"
        size="xs"
        maxLength={12}
        value={part.words}
        onChange={(event) => onChange({ words: event.currentTarget.value.toUpperCase() })}
      />
    );
  if ('year' in part)
    return (
      <Select
        aria-label="The year as"
        size="xs"
        allowDeselect={false}
        value={String(part.year)}
        data={[
          { value: '4', label: 'year, four digits' },
          { value: '2', label: 'year, two digits' },
        ]}
        onChange={(year) => onChange({ year: year === '2' ? 2 : 4 })}
      />
    );
  const [label, value, least, most] =
    'random' in part ? ['random characters', part.random, 2, 12] : ['digits of the count', part.count, 1, 9];
  return (
    <NumberInput
      aria-label={`How many ${label}`}
      size="xs"
      suffix={` ${label}`}
      min={least as number}
      max={most as number}
      value={value as number}
      onChange={(next) => {
        const many = Number(next) || (least as number);
        onChange('random' in part ? { random: many } : { count: many });
      }}
    />
  );
}
