'use client';
import { ActionIcon, Button, FileButton, Select } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconPaperclip, IconTrash } from '@tabler/icons-react';
import { useIntake } from '@/app/_client/use-intake';
import type { Attachment, Lesson } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import { Intake } from './Intake';
import styles from './inspector.module.css';
import { LibraryPicker } from './LibraryPicker';

const accessNames: Record<Attachment['access'], string> = {
  open: 'open or keep',
  download: 'keep only',
  view: 'look only',
};

/** What belongs to a lesson beside what it shows: in order, each with a title and what may be done with it. */
export function AttachmentsField({ lesson }: { readonly lesson: Lesson }) {
  const { store, state, head } = useDesk();
  const intake = useIntake();
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
  // Several may arrive at once: each is put behind what is there by then.
  const attach = async (mediaId: string) => {
    await store.refreshMedia();
    const now = store.get().outline.lesson[lesson.id]?.attachments ?? [];
    set([...now, { id: newId(), mediaId, title: '', access: 'open' }]);
  };
  const take = (files: File[]) =>
    intake.add(
      files.map((file) => ({
        file,
        target: { purpose: 'attachment', courseId: head.id },
        onDone: (id) => void attach(id),
      })),
    );
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
            <TextField
              label={`What attachment ${i + 1} is for`}
              value={one.note ?? ''}
              placeholder="a line for the learner"
              onSave={(note) => change(one.id, { note })}
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
      <div className={styles.facts}>
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
        <LibraryPicker kind={null} called="a file" onPick={({ id }) => void attach(id)} />
      </div>
      <Intake intake={intake} />
    </div>
  );
}
