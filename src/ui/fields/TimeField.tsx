'use client';
import { TextInput } from '@mantine/core';
import type { KeyboardEvent } from 'react';
import { clockTime, readClockTime } from '@/core/kernel/clock-time';
import { fail, type Result } from '@/core/kernel/problem';
import { useReady } from '../plain/useReady';
import { useDraft } from './useDraft';

type Props = {
  readonly label: string;
  readonly isLabelHidden?: boolean;
  /** Milliseconds. */
  readonly value: number;
  /** What is wrong with it where it stands. */
  readonly fault?: string | undefined;
  readonly onSave: (value: number) => Result<unknown>;
};

const frameMs = 40;
const stepMs = 1000;
const directions: { readonly [key: string]: number } = { ArrowUp: 1, ArrowDown: -1 };

/** A moment of a film: typed as minutes and seconds, or moved by the arrow keys, a frame or with Shift a second. */
export function TimeField({ label, isLabelHidden = false, value, fault, onSave }: Props) {
  const save = (typed: string) => {
    const read = readClockTime(typed);
    return read === null ? fail('invalid', 'Write minutes and seconds, for example 3:40 or 3:40.5.') : onSave(read);
  };
  const { change, ...draft } = useDraft(clockTime(value), save);
  const readOnly = !useReady();
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = directions[event.key];
    if (direction === undefined || readOnly) return;
    event.preventDefault();
    change(clockTime(Math.max(0, value + direction * (event.shiftKey ? stepMs : frameMs))));
  };
  return (
    <TextInput
      {...(isLabelHidden ? { 'aria-label': label } : { label })}
      {...draft}
      readOnly={readOnly}
      error={draft.error ?? fault}
      onKeyDown={onKeyDown}
      onChange={(event) => change(event.currentTarget.value)}
    />
  );
}
