'use client';
import { Button, FileButton } from '@mantine/core';
import { IconPhoto } from '@tabler/icons-react';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { useIntake } from '@/app/_client/use-intake';
import { ok } from '@/core/kernel/problem';
import type { Lesson } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import { Intake } from './Intake';
import styles from './inspector.module.css';
import { LibraryPicker } from './LibraryPicker';

/** A picture above the lesson, with its words for those who cannot see it. */
export function PictureField({ lesson }: { readonly lesson: Lesson }) {
  const { store, state, head } = useDesk();
  const intake = useIntake();
  const [problem, setProblem] = useState<string | null>(null);
  const picture = lesson.pictureId ? state.media.get(lesson.pictureId) : undefined;
  const set = (pictureId: string | null) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { pictureId } });
  const show = async (id: string) => {
    await store.refreshMedia();
    set(id);
  };
  const take = (file: File | null) =>
    file && intake.add([{ file, target: { purpose: 'picture', courseId: head.id }, onDone: (id) => void show(id) }]);
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
      <Intake intake={intake} />
      {intake.percent === null && (
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
          <LibraryPicker kind="picture" called="a picture" onPick={({ id }) => void show(id)} />
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
