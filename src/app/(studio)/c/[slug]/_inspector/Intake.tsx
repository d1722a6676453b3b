'use client';
import { Button, Progress } from '@mantine/core';
import type { useIntake } from '@/app/_client/use-intake';
import styles from './inspector.module.css';

/** How files of this part are doing on their way: how far, a way to stop, and what went wrong. */
export function Intake({ intake }: { readonly intake: ReturnType<typeof useIntake> }) {
  const { percent, problem, stop } = intake;
  return (
    <>
      {percent !== null && (
        <div className={styles.progress} role="status">
          <Progress value={percent} aria-label={`Uploaded ${percent} %`} />
          <Button size="compact-xs" variant="default" onClick={stop}>
            Stop
          </Button>
        </div>
      )}
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
    </>
  );
}
