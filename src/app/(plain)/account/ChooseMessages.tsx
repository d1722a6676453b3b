'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { parsed } from '@/core/kernel/parse';
import { type Choices, choicesSchema, type OccasionName, usualChoices } from '@/core/message';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from './account.module.css';

type Props = {
  readonly choices: Choices;
  /** What there is to be told, each as it goes on from "Tell me". */
  readonly occasions: readonly { readonly name: OccasionName; readonly words: string }[];
  readonly zone: string;
};

/** What somebody is told by mail, and when. Kept as soon as it is chosen. */
export function ChooseMessages({ choices: given, occasions, zone }: Props) {
  const [choices, setChoices] = useState(given);
  const [said, setSaid] = useState<{ readonly good: boolean; readonly sentence: string } | null>(null);
  const ready = useReady();
  const choose = async (part: Partial<Choices>) => {
    const wanted = { ...choices, ...part };
    setChoices(wanted);
    const right = parsed(choicesSchema, wanted);
    // What is not right yet stays in its field, and is kept once it is.
    const kept = right.ok ? await act('message.choose', { choices: wanted }) : right;
    setSaid(kept.ok ? { good: true, sentence: 'Kept.' } : { good: false, sentence: kept.problem.sentence });
  };
  const { off, quiet, daily } = choices;
  const time = (label: string, value: string, onChange: (value: string) => void) => (
    <input
      type="time"
      className={controls.input}
      aria-label={label}
      value={value}
      disabled={!ready}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
  return (
    <>
      <fieldset className={styles.set}>
        <legend>Tell me</legend>
        {occasions.map(({ name, words }) => (
          <label key={name} className={styles.choice}>
            <input
              type="checkbox"
              checked={!off.includes(name)}
              disabled={!ready}
              onChange={(event) =>
                choose({ off: event.currentTarget.checked ? off.filter((one) => one !== name) : [...off, name] })
              }
            />
            {words}
          </label>
        ))}
      </fieldset>
      <fieldset className={styles.set}>
        <legend>When</legend>
        <div className={styles.times}>
          <label className={styles.choice}>
            <input
              type="checkbox"
              checked={quiet !== null}
              disabled={!ready}
              onChange={(event) => choose({ quiet: event.currentTarget.checked ? usualChoices.quiet : null })}
            />
            Quiet hours
          </label>
          {quiet && (
            <span>
              from {time('Quiet from', quiet.from, (from) => choose({ quiet: { ...quiet, from } }))} until{' '}
              {time('Quiet until', quiet.until, (until) => choose({ quiet: { ...quiet, until } }))}
            </span>
          )}
        </div>
        <div className={styles.times}>
          <label className={styles.choice}>
            <input
              type="checkbox"
              checked={daily !== null}
              disabled={!ready}
              onChange={(event) => choose({ daily: event.currentTarget.checked ? '17:00' : null })}
            />
            What is not urgent once a day, in one mail
          </label>
          {daily !== null && <span>at {time('Once a day at', daily, (at) => choose({ daily: at }))}</span>}
        </div>
        <p className={controls.quiet}>By the clocks of {zone}.</p>
      </fieldset>
      <p role="status" className={said && !said.good ? controls.problem : controls.quiet}>
        {said?.sentence ?? ''}
      </p>
    </>
  );
}
