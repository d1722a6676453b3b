'use client';
import { Select } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { Problem } from '@/core/kernel/problem';
import type { LocaleChoice } from '@/core/people';
import { useReady } from '@/ui/plain/useReady';
import styles from './school.module.css';

type Names = { readonly zone: string; readonly locale: string };
type Props = { readonly names: Names; readonly zones: readonly string[]; readonly choices: readonly LocaleChoice[] };

/** Where the school is. Kept as soon as it is chosen. */
export function SchoolNames({ names, zones, choices }: Props) {
  const router = useRouter();
  const readOnly = !useReady();
  const [chosen, setChosen] = useState(names);
  const [problem, setProblem] = useState<Problem | null>(null);
  const choose = async (part: Partial<Names>) => {
    const wanted = { ...chosen, ...part };
    setChosen(wanted);
    const kept = await act('people.set-school', wanted);
    setProblem(kept.ok ? null : kept.problem);
    if (!kept.ok) return setChosen(chosen);
    notifications.show({ color: 'malachite', message: 'Saved. Whoever is new begins with it.' });
    router.refresh();
  };
  return (
    <section className={styles.section}>
      <h2>Where the school is</h2>
      <Select
        label="Time zone"
        description="New courses and people begin with it, and certificates tell their days in it."
        data={[...zones]}
        value={chosen.zone}
        onChange={(zone) => zone && choose({ zone })}
        searchable
        allowDeselect={false}
        disabled={readOnly}
        error={problem?.field === 'zone' && problem.sentence}
      />
      <Select
        label="How dates and numbers are written"
        description="On certificates, unless their design says otherwise, and for people until they choose for themselves."
        data={[...choices]}
        value={chosen.locale}
        onChange={(locale) => locale && choose({ locale })}
        searchable
        allowDeselect={false}
        disabled={readOnly}
        error={problem?.field !== 'zone' && problem?.sentence}
      />
    </section>
  );
}
