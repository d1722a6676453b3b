'use client';
import { Select } from '@mantine/core';
import { useState } from 'react';
import type { Result } from '@/core/kernel/problem';
import { intervalUnits, type OpeningRule } from '@/core/release';
import { DayField, TimeField } from '@/ui/fields/DayField';
import { NumberField } from '@/ui/fields/fields';
import styles from './inspector.module.css';

type Props = {
  readonly label: string;
  readonly value: OpeningRule | null;
  /** What no rule of its own means, for example "with its section". */
  readonly inherits: string;
  readonly zone: string;
  readonly onSave: (rule: OpeningRule | null) => Result<unknown>;
};

const fresh = (when: string, zone: string): OpeningRule | null => {
  switch (when) {
    case 'start':
      return { when: 'start' };
    case 'after-start':
      return { when: 'after-start', amount: 7, unit: 'days', at: '09:00' };
    case 'on-date':
      return {
        when: 'on-date',
        date: new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10),
        at: '09:00',
        zone,
      };
    default:
      return null;
  }
};

/** When something opens, or is due: no rule of its own, at the start, so long after it, or on a date. */
export function OpeningField({ label, value, inherits, zone, onSave }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const save = (rule: OpeningRule | null): Result<unknown> => {
    const saved = onSave(rule);
    setProblem(saved.ok ? null : saved.problem.sentence);
    return saved;
  };
  return (
    <div className={styles.group}>
      <Select
        label={label}
        value={value?.when ?? 'inherit'}
        data={[
          { value: 'inherit', label: inherits },
          { value: 'start', label: 'at the start' },
          { value: 'after-start', label: 'an interval after the start' },
          { value: 'on-date', label: 'on a date' },
        ]}
        onChange={(when) => save(fresh(when ?? 'inherit', zone))}
        error={problem}
      />
      {value?.when === 'after-start' && (
        <div className={styles.pair} style={{ gridTemplateColumns: '52px 1fr 124px' }}>
          <NumberField
            label="After"
            value={value.amount}
            onSave={(amount) => save({ ...value, amount: amount ?? 0 })}
          />
          <Select
            label="Unit"
            value={value.unit}
            data={[...intervalUnits]}
            onChange={(unit) =>
              save({ ...value, unit: (unit ?? 'days') as typeof value.unit, at: unit === 'hours' ? null : value.at })
            }
          />
          {value.unit !== 'hours' && (
            <TimeField
              label="At"
              value={value.at ?? ''}
              clearable
              onChange={(at) => save({ ...value, at: at || null })}
            />
          )}
        </div>
      )}
      {value?.when === 'on-date' && (
        <>
          <div className={styles.pair} style={{ gridTemplateColumns: '1fr 124px' }}>
            <DayField label="Date" value={value.date} onChange={(date) => date && save({ ...value, date })} />
            <TimeField label="At" value={value.at} onChange={(at) => at && save({ ...value, at })} />
          </div>
          <span className={styles.inherits}>Meant in {value.zone}.</span>
        </>
      )}
    </div>
  );
}
