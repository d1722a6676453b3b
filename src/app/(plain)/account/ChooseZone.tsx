'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from '../_learn/learn.module.css';

const zones = Intl.supportedValuesOf('timeZone');

export function ChooseZone({ zone }: { readonly zone: string }) {
  const [chosen, setChosen] = useState(zone);
  const [said, setSaid] = useState('');
  const ready = useReady();
  const choose = async (wanted: string) => {
    setChosen(wanted);
    const kept = await act('people.set-zone', { zone: wanted });
    setSaid(kept.ok ? 'Kept.' : kept.problem.sentence);
  };
  return (
    <section className={styles.card}>
      <label className={controls.field}>
        <span className={controls.label}>Your time zone</span>
        <select
          className={controls.input}
          value={chosen}
          disabled={!ready}
          onChange={(event) => choose(event.currentTarget.value)}
        >
          {(zones.includes(chosen) ? zones : [chosen, ...zones]).map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
        <span className={controls.quiet} role="status">
          {said || 'Courses that you take on your own count their days in it.'}
        </span>
      </label>
    </section>
  );
}
