import { Button } from '@mantine/core';
import { useState } from 'react';
import { DayField, TimeField } from '@/ui/fields/DayField';
import styles from '../../marking.module.css';

type Props = {
  /** When they are released, in words, and why that did not come about; null where nobody has said. */
  readonly planned: { readonly at: string; readonly problem: string | null } | null;
  readonly zone: string;
  readonly busy: boolean;
  onPlan(wall: { readonly date: string; readonly at: string; readonly zone: string } | null): void;
};

/** Results that are released by themselves, at a day and time. */
export function ReleaseTime({ planned, zone, busy, onPlan }: Props) {
  const [date, setDate] = useState('');
  const [at, setAt] = useState('09:00');
  if (planned)
    return (
      <div className={styles.filters}>
        <p>
          {planned.problem ?? `What is finished by then is released by itself: ${planned.at}.`}{' '}
          <Button size="compact-sm" variant="default" disabled={busy} onClick={() => onPlan(null)}>
            Call it off
          </Button>
        </p>
      </div>
    );
  return (
    <div className={styles.filters}>
      <DayField label="Release by itself on" value={date} onChange={setDate} />
      <TimeField label={`at (${zone})`} value={at} onChange={setAt} />
      <Button variant="default" disabled={busy || date === ''} onClick={() => onPlan({ date, at, zone })}>
        Release then
      </Button>
    </div>
  );
}
