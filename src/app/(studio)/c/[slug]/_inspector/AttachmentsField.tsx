'use client';
import { ActionIcon, Button, FileButton, Progress, Select } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconPaperclip, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { upload } from '@/app/_client/upload';
import type { Attachment, Lesson } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';

const accessNames: Record<Attachment['access'], string> = {
  open: 'open or keep',
  download: 'keep only',
  view: 'look only',
};

/** What belongs to a lesson beside what it shows: in order, each with a title and what may be done with it. */
export function AttachmentsField({ lesson }: { readonly lesson: Lesson }) {
  const { store, state, head } = useDesk();
  const [progress, setProgress] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { attachments } = lesson;
  const set = (next: readonly Attachment[]) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { attachments: next } });
  const change = (id: string, part: Partial<Attachment>) =>
    set(attachments.map((one) => (one.id === id ? { ...one, ...part } : one)));
  const move = (from: number, to: number) => {
    const next = [...attachments];
    next.splice(to, 0, ...next.splice(from, 1));
    set(next);
  };
  const take = async (files: File[]) => {
    setProblem(null);
    const added: Attachment[] = [];
    for (const file of files) {
      setProgress(0);
      const done = await upload(file, { purpose: 'attachment', courseId: head.id }, setProgress).done;
      if (done.ok) added.push({ id: newId(), mediaId: done.value.id, title: '', access: 'open' });
      else setProblem(done.problem.sentence);
    }
    setProgress(null);
    if (added.length === 0) return;
    await store.refreshMedia();
    set([...attachments, ...added]);
  };
  return (
    <div className={styles.group}>
      {attachments.map((one, i) => {
        const file = state.media.get(one.mediaId);
        const name = one.title || file?.title || 'the attachment';
        return (
          <div key={one.id} className={styles.attached} role="group" aria-label={`Attachment: ${name}`}>
            <TextField
              label={`Attachment ${i + 1}`}
              value={one.title}
              placeholder={file?.title ?? ''}
              onSave={(title) => change(one.id, { title })}
            />
            <Select
              aria-label={`What learners may do with ${name}`}
              size="xs"
              value={one.access}
              data={Object.entries(accessNames).map(([value, label]) => ({ value, label }))}
              allowDeselect={false}
              onChange={(access) => access && change(one.id, { access: access as Attachment['access'] })}
            />
            <div className={styles.facts}>
              <span>{file?.state === 'failed' ? `${file.fileName}: ${file.problem}` : file?.fileName}</span>
              <span>
                {i > 0 && (
                  <ActionIcon variant="subtle" aria-label={`Move ${name} up`} onClick={() => move(i, i - 1)}>
                    <IconArrowUp size={15} stroke={1.75} />
                  </ActionIcon>
                )}
                {i < attachments.length - 1 && (
                  <ActionIcon variant="subtle" aria-label={`Move ${name} down`} onClick={() => move(i, i + 1)}>
                    <IconArrowDown size={15} stroke={1.75} />
                  </ActionIcon>
                )}
                <ActionIcon
                  variant="subtle"
                  aria-label={`Take ${name} away`}
                  onClick={() => set(attachments.filter(({ id }) => id !== one.id))}
                >
                  <IconTrash size={15} stroke={1.75} />
                </ActionIcon>
              </span>
            </div>
          </div>
        );
      })}
      {progress !== null ? (
        <Progress value={progress} aria-label={`Uploaded ${progress} %`} />
      ) : (
        <FileButton multiple onChange={take} inputProps={{ 'aria-label': 'Choose files to attach' }}>
          {(props) => (
            <Button
              {...props}
              size="compact-sm"
              variant="default"
              leftSection={<IconPaperclip size={15} stroke={1.75} />}
            >
              Attach files
            </Button>
          )}
        </FileButton>
      )}
      {problem && (
        <p role="alert" className={styles.bad}>
          {problem}
        </p>
      )}
    </div>
  );
}
