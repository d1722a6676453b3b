'use client';
import { Select } from '@mantine/core';
import type { Cohort } from '@/core/enrolment';

const alone = 'alone';

type Props = {
  readonly cohorts: readonly Cohort[];
  /** The cohort; null for a beginning on one's own. */
  readonly value: string | null;
  readonly onChange: (cohortId: string | null) => void;
};

/** When somebody starts: today, or with a cohort. */
export function StartField({ cohorts, value, onChange }: Props) {
  return (
    <Select
      label="Starts"
      value={value ?? alone}
      data={[
        { value: alone, label: 'today, on their own' },
        ...cohorts.map((one) => ({ value: one.id, label: `with the ${one.name}, ${one.startsOn}` })),
      ]}
      onChange={(chosen) => onChange(chosen === alone ? null : chosen)}
    />
  );
}
