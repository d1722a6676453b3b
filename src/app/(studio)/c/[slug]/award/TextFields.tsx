import { SegmentedControl, Select, TextInput } from '@mantine/core';
import {
  IconAlignCenter,
  IconAlignLeft,
  IconAlignRight,
  IconLayoutAlignBottom,
  IconLayoutAlignMiddle,
  IconLayoutAlignTop,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import {
  type DateForm,
  dateForms,
  type Face,
  faces,
  type GradeForm,
  gradeForms,
  type Part,
  type TextLine,
  type ThingOf,
  type ThingParts,
  type Wrap,
  wraps,
} from '@/core/certificate';
import { ok } from '@/core/kernel/problem';
import { NumberField } from '@/ui/fields/fields';
import inspector from '../_inspector/inspector.module.css';
import { ColourField } from './ColourField';

const LinesField = dynamic(() => import('./LinesField').then((module) => module.LinesField), { ssr: false });

export const choices = (names: { readonly [key: string]: { readonly name: string } }) =>
  Object.entries(names).map(([value, { name }]) => ({ value, label: name }));
/** In which dates can be told; each in its own name. */
const languages = [
  'en-GB',
  'en-US',
  'cy',
  'ga',
  'de',
  'fr',
  'es',
  'pt',
  'it',
  'nl',
  'sv',
  'da',
  'pl',
  'cs',
  'fi',
  'el',
  'uk',
  'tr',
  'ar',
  'fa',
  'he',
  'hi',
  'bn',
  'ta',
  'th',
  'vi',
  'zh',
  'ja',
  'ko',
];
const languageNames = languages.map((value) => ({
  value,
  label: new Intl.DisplayNames([value], { type: 'language' }).of(value) ?? value,
}));

type Props = {
  readonly thing: ThingOf<'text'>;
  onChange(part: Partial<ThingParts['text']>, kind?: string): void;
};

/** What a text says, and how it is set. */
export function TextFields({ thing, onChange }: Props) {
  const number = (field: 'size' | 'smallest' | 'spacing' | 'leading') => (value: number | null) => {
    onChange({ [field]: value ?? 0 }, `${thing.id}/${field}`);
    return ok(null);
  };
  return (
    <>
      <LinesField key={thing.id} lines={thing.lines} onChange={(lines) => onChange({ lines }, `${thing.id}/lines`)} />
      <Told lines={thing.lines} onChange={(lines) => onChange({ lines })} />
      <Select
        label="Typeface"
        allowDeselect={false}
        value={thing.face}
        data={choices(faces)}
        onChange={(face) => face && onChange({ face: face as Face })}
      />
      <div className={inspector.pair}>
        <NumberField label="Largest size" unit="pt" value={thing.size} onSave={number('size')} />
        <NumberField label="Never below" unit="pt" value={thing.smallest} onSave={number('smallest')} />
      </div>
      <Select
        label="When it is too long"
        allowDeselect={false}
        value={thing.wrap}
        data={choices(wraps)}
        onChange={(wrap) => wrap && onChange({ wrap: wrap as Wrap })}
      />
      <div className={inspector.pair}>
        <ColourField label="Colour" value={thing.colour} onChange={(colour) => colour && onChange({ colour })} />
        <Select
          label="Weight"
          allowDeselect={false}
          value={thing.weight}
          data={[
            { value: 'regular', label: 'regular' },
            { value: 'bold', label: 'bold' },
          ]}
          onChange={(weight) => weight && onChange({ weight: weight as ThingParts['text']['weight'] })}
        />
      </div>
      <div className={inspector.pair}>
        <SegmentedControl
          aria-label="Set across"
          value={thing.align}
          data={[
            { value: 'left', label: <IconAlignLeft size={16} aria-label="left" /> },
            { value: 'middle', label: <IconAlignCenter size={16} aria-label="middle" /> },
            { value: 'right', label: <IconAlignRight size={16} aria-label="right" /> },
          ]}
          onChange={(align) => onChange({ align: align as ThingParts['text']['align'] })}
        />
        <SegmentedControl
          aria-label="Stands in its box"
          value={thing.stands}
          data={[
            { value: 'top', label: <IconLayoutAlignTop size={16} aria-label="top" /> },
            { value: 'middle', label: <IconLayoutAlignMiddle size={16} aria-label="middle" /> },
            { value: 'bottom', label: <IconLayoutAlignBottom size={16} aria-label="bottom" /> },
          ]}
          onChange={(stands) => onChange({ stands: stands as ThingParts['text']['stands'] })}
        />
      </div>
      <div className={inspector.pair}>
        <NumberField label="Between letters" unit="‰" value={thing.spacing} onSave={number('spacing')} />
        <NumberField label="Between lines" unit="×" value={thing.leading} onSave={number('leading')} />
      </div>
    </>
  );
}

/** How the fields of a text are told that can be told in several ways. */
function Told({
  lines,
  onChange,
}: {
  readonly lines: readonly TextLine[];
  onChange(lines: readonly TextLine[]): void;
}) {
  const change = (at: Part, next: Part) =>
    onChange(lines.map((line) => line.map((part) => (part === at ? next : part))));
  return lines.flat().map((part, i) => {
    if (!('field' in part)) return null;

    if (part.field === 'date' || part.field === 'expires')
      // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place in the text
      return <DateField key={i} part={part} onChange={(next) => change(part, next)} />;
    if (part.field === 'grade')
      return (
        <Select
          // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place in the text
          key={i}
          label="Grade"
          allowDeselect={false}
          value={part.form}
          data={choices(gradeForms)}
          onChange={(form) => form && change(part, { ...part, form: form as GradeForm })}
        />
      );
    if (part.field !== 'own') return null;
    return (
      <TextInput
        // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place in the text
        key={i}
        label="Name of the course’s own words"
        description="Each course says under “Own words” what stands here."
        maxLength={60}
        value={part.name}
        onChange={(event) => change(part, { ...part, name: event.currentTarget.value || ' ' })}
      />
    );
  });
}

type DatePart = Extract<Part, { readonly field: 'date' | 'expires' }>;
function DateField({ part, onChange }: { readonly part: DatePart; onChange(part: DatePart): void }) {
  return (
    <div className={inspector.pair}>
      <Select
        label={part.field === 'date' ? 'Date as' : 'Last day as'}
        allowDeselect={false}
        value={part.form}
        data={choices(dateForms)}
        onChange={(form) => form && onChange({ ...part, form: form as DateForm })}
      />
      <Select
        label="in"
        clearable
        searchable
        placeholder="school’s language"
        value={part.language}
        data={languageNames}
        onChange={(language) => onChange({ ...part, language })}
      />
    </div>
  );
}
