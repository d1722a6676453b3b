import { Button, FileButton, Progress } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { Recorder } from '@/app/_client/Recorder';
import { upload } from '@/app/_client/upload';
import { GivenFile } from '@/ui/drawn/GivenFile';
import type { DrawnFile } from '@/ui/drawn/layer';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../marking.module.css';

type Props = { readonly workId: string; readonly returned: readonly DrawnFile[] };

/** What its marker gives back with a mark: a corrected file, or a remark that is spoken. */
export function GiveBack({ workId, returned }: Props) {
  const router = useRouter();
  const [percent, setPercent] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async (file: File): Promise<boolean> => {
    setProblem(null);
    setPercent(0);
    const done = await upload(file, { purpose: 'returned', workId }, setPercent).done;
    setPercent(null);
    if (done.ok) router.refresh();
    else setProblem(done.problem.sentence);
    return done.ok;
  };
  const drop = async (hash: string) => {
    const gone = await act('marking.drop-returned', { handInId: workId, hash });
    if (gone.ok) router.refresh();
    else setProblem(gone.problem.sentence);
  };
  return (
    <details className={styles.task} open={returned.length > 0}>
      <summary>Given back with the mark: {returned.length}</summary>
      {returned.map((file) => (
        <div key={file.hash}>
          <GivenFile file={file} address={file.address} />
          <Button size="compact-xs" variant="subtle" onClick={() => drop(file.hash)}>
            Take {file.name} back
          </Button>
        </div>
      ))}
      <div className={styles.tools}>
        <FileButton onChange={(file) => file && add(file)}>
          {(props) => (
            <Button {...props} size="compact-sm" variant="default">
              Attach a corrected file
            </Button>
          )}
        </FileButton>
        <Recorder
          kind="sound"
          onRecorded={(file) => add(new File([file], file.name.replace('Recording', 'Spoken remark'), file))}
        />
      </div>
      {percent !== null && <Progress value={percent} aria-label={`Sent ${percent} %`} />}
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
    </details>
  );
}
