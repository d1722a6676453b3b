'use client';
import { Textarea, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import { typedNumber } from '@/core/kernel/decimal';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { useReady } from '../plain/useReady';
import { useDraft } from './useDraft';

/** `hideLabel` keeps the name for those who hear the page, where a list or a head shows it already. */
type Common = {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly description?: ReactNode;
  readonly placeholder?: string;
};
type TextProps = Common & {
  readonly value: string;
  readonly onSave: (value: string) => Result<unknown>;
  readonly lines?: number;
};

/** A text that saves itself as it is typed. */
export function TextField({ value, onSave, lines, label, hideLabel, ...others }: TextProps) {
  const { change, ...draft } = useDraft(value, onSave);
  // What is typed before the page can take it would be lost.
  const readOnly = !useReady();
  const rest = { ...others, readOnly, ...(hideLabel ? { 'aria-label': label } : { label }) };
  return lines ? (
    <Textarea
      {...rest}
      {...draft}
      autosize
      minRows={lines}
      maxRows={14}
      onChange={(event) => change(event.currentTarget.value)}
    />
  ) : (
    <TextInput {...rest} {...draft} onChange={(event) => change(event.currentTarget.value)} />
  );
}

type NumberProps = Common & {
  /** Null shows an empty field. */
  readonly value: number | null;
  readonly unit?: string;
  readonly onSave: (value: number | null) => Result<unknown>;
  /** What an empty field means; without it one is refused. */
  readonly empty?: string;
  /** Thousandths are shown and typed as whole and part. */
  readonly scale?: number;
};

/** A number that saves itself as it is typed; what is not a number stays, and says so. */
export function NumberField({ value, unit, onSave, empty, scale = 1, label, hideLabel, ...others }: NumberProps) {
  const rest = { ...others, readOnly: !useReady(), ...(hideLabel ? { 'aria-label': label } : { label }) };
  const save = (text: string): Result<unknown> => {
    if (text.trim() === '') return empty === undefined ? fail('invalid', 'Give a number.') : onSave(null);
    const typed = typedNumber(text);
    if (!typed.ok) return typed;
    return onSave(scale === 1 ? typed.value : Math.round(typed.value * scale)) ?? ok(null);
  };
  const { change, ...draft } = useDraft(value === null ? '' : String(value / scale), save);
  return (
    <TextInput
      {...rest}
      {...draft}
      inputMode="decimal"
      placeholder={empty}
      onChange={(event) => change(event.currentTarget.value)}
      rightSection={unit ? <span style={{ color: 'var(--ink-3)', fontSize: '0.8125rem' }}>{unit}</span> : undefined}
      rightSectionWidth={unit ? 12 + unit.length * 8 : undefined}
      rightSectionPointerEvents="none"
    />
  );
}
