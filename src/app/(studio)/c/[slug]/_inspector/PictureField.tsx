'use client';
import { Button, FileButton, Progress } from '@mantine/core';
import { IconPhoto } from '@tabler/icons-react';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { upload } from '@/app/_client/upload';
import { ok } from '@/core/kernel/problem';
import type { Lesson } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';

/** A picture above the lesson, with its words for those who cannot see it. */
export function PictureField({ lesson }: { readonly lesson: Lesson }) {
  const { store, state, head } = useDesk();
  const [progress, setProgress] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const picture = lesson.pictureId ? state.media.get(lesson.pictureId) : undefined;
  const set = (pictureId: string | null) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { pictureId } });
  const take = async (file: File | null) => {
    if (!file) return;
    setProblem(null);
    setProgress(0);
    const done = await upload(file, { purpose: 'picture', courseId: head.id }, setProgress).done;
    setProgress(null);
    if (!done.ok) return setProblem(done.problem.sentence);
    await store.refreshMedia();
    set(done.value.id);
  };
  const describe = (alt: string) => {
    if (!lesson.pictureId) return ok(null);
    act('media.describe', { mediaId: lesson.pictureId, alt }).then((told) =>
      told.ok ? store.refreshMedia() : setProblem(told.problem.sentence),
    );
    return ok(null);
  };
  return (
    <div className={styles.group}>
      {picture && (
        <>
          <div className={styles.media}>
            <img src={`/files/${picture.id}/w480`} alt={picture.alt} />
          </div>
          <TextField label="The picture in words" value={picture.alt} onSave={describe} />
        </>
      )}
      {progress !== null ? (
        <Progress value={progress} aria-label={`Uploaded ${progress} %`} />
      ) : (
        <div className={styles.facts}>
          <FileButton accept="image/*" onChange={take}>
            {(props) => (
              <Button
                {...props}
                size="compact-sm"
                variant="default"
                leftSection={<IconPhoto size={15} stroke={1.75} />}
              >
                {picture ? 'Another picture' : 'Picture above the lesson'}
              </Button>
            )}
          </FileButton>
          {picture && (
            <Button size="compact-sm" variant="subtle" color="gray" onClick={() => set(null)}>
              Take it away
            </Button>
          )}
        </div>
      )}
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
    </div>
  );
}
