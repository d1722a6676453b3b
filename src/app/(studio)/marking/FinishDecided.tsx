'use client';
import { Button } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { counted } from '@/core/kernel/words';
import { useReady } from '@/ui/plain/useReady';
import styles from './marking.module.css';

/** Finishes what is kept with all its points: work that was marked one criterion after another. */
export function FinishDecided(place: { readonly courseId: string; readonly lessonId: string }) {
  const router = useRouter();
  const ready = useReady();
  const [said, setSaid] = useState('');
  const finish = async () => {
    const done = await act<{ count: number }>('marking.finish-decided', place);
    setSaid(done.ok ? `${counted(done.value.count, 'mark')} finished.` : done.problem.sentence);
    router.refresh();
  };
  return (
    <div className={styles.tools}>
      <Button size="compact-sm" variant="default" disabled={!ready} onClick={finish}>
        Finish those that have all their points
      </Button>
      <span role="status">{said}</span>
    </div>
  );
}
