'use client';
import { useState } from 'react';
import { DayField, TimeField } from '@/ui/fields/DayField';

/** The day somebody would have started on, as a field of the form around it. */
export function StartField({ day: before }: { readonly day: string }) {
  const [day, setDay] = useState(before);
  return (
    <>
      <DayField label="Started on" value={day} onChange={setDay} w={132} />
      <input type="hidden" name="start" value={day} />
    </>
  );
}

/**
 * The moment the course is looked at, as a field of the form around it. `moment` is a wall time, `YYYY-MM-DDTHH:MM`.
 */
export function MomentField({ moment, zone }: { readonly moment: string; readonly zone: string }) {
  const [day, setDay] = useState(moment.slice(0, 10));
  const [time, setTime] = useState(moment.slice(11, 16));
  return (
    <>
      <DayField label="Looks at it on" value={day} onChange={setDay} w={132} />
      <TimeField label={`At (${zone})`} value={time} onChange={setTime} w={150} />
      <input type="hidden" name="at" value={day === '' ? '' : `${day}T${time || '00:00'}`} />
    </>
  );
}
