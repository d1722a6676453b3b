'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { nowSpokenTo } from '@/core/kernel/locale';
import type { Result } from '@/core/kernel/problem';
import type { LocaleChoice } from '@/core/people';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from '../_learn/learn.module.css';

type Props = {
  readonly label: string;
  readonly hint: string;
  readonly own: string;
  readonly choices: readonly LocaleChoice[];
  readonly keep: (wanted: string) => Promise<Result<unknown>>;
};

/** Something of a person's dates, kept as soon as it is chosen; what stands on the page is written anew with it. */
function Choose({ label, hint, own, choices, keep }: Props) {
  const router = useRouter();
  const [chosen, setChosen] = useState(own);
  const [said, setSaid] = useState('');
  const ready = useReady();
  const choose = async (wanted: string) => {
    setChosen(wanted);
    const kept = await keep(wanted);
    setSaid(kept.ok ? 'Kept.' : kept.problem.sentence);
    if (kept.ok) return router.refresh();
    setChosen(own);
  };
  return (
    <section className={styles.card}>
      <label className={controls.field}>
        <span className={controls.label}>{label}</span>
        <select
          className={controls.input}
          value={chosen}
          disabled={!ready}
          onChange={(event) => choose(event.currentTarget.value)}
        >
          {choices.map(({ value, label: name }) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
        <span className={controls.quiet} role="status">
          {said || hint}
        </span>
      </label>
    </section>
  );
}

export const ChooseZone = ({ zone, zones }: { readonly zone: string; readonly zones: readonly string[] }) => (
  <Choose
    label="Your time zone"
    hint="Courses that you take on your own count their days in it."
    own={zone}
    choices={zones.map((value) => ({ value, label: value }))}
    keep={async (wanted) => {
      const kept = await act('people.set-zone', { zone: wanted });
      if (kept.ok) nowSpokenTo({ zone: wanted });
      return kept;
    }}
  />
);

export const ChooseLocale = ({
  locale,
  choices,
}: {
  readonly locale: string;
  readonly choices: readonly LocaleChoice[];
}) => (
  <Choose
    label="How dates, times and numbers are written"
    hint="On your pages, in your messages and in what you download to read."
    own={locale}
    choices={choices}
    keep={async (wanted) => {
      const kept = await act('people.set-locale', { locale: wanted });
      if (kept.ok) nowSpokenTo({ locale: wanted });
      return kept;
    }}
  />
);
