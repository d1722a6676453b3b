'use client';
import { Alert, Button, Select, Textarea } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import { IconFileImport, IconUpload } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { send } from '@/app/_client/act';
import { countOf, draftsOf, type ReadLesson } from '@/core/exchange';
import type { Problem } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { sectionsOf } from '@/core/outline';
import type { OutlineForm, OutlinePreview } from '@/server/exchange';
import { newId } from '@/ui/ids';
import { useReady } from '@/ui/plain/useReady';
import { kinds } from '@/ui/tile/kinds';
import { useDesk } from '../../_course/CourseProvider';
import { tellUndoable } from '../../_course/undo-notice';
import planStyles from '../plan.module.css';
import styles from './in-out.module.css';

const forms: { readonly value: OutlineForm | 'auto'; readonly label: string }[] = [
  { value: 'auto', label: 'what it looks like' },
  { value: 'lines', label: 'indented text' },
  { value: 'markdown', label: 'Markdown' },
  { value: 'opml', label: 'OPML' },
  { value: 'csv', label: 'CSV' },
];
const formNames: Record<OutlineForm, string> = {
  lines: 'indented text',
  markdown: 'Markdown',
  opml: 'OPML',
  csv: 'CSV',
};
const shownLessons = 300;

/** An outline from elsewhere: pasted or from a file, looked at first, put in with one action. */
export function ReadIn() {
  const ready = useReady();
  const { store, state, head } = useDesk();
  const [text, setText] = useState('');
  const [source, setSource] = useState<{ name: string; content: string | File } | null>(null);
  const [form, setForm] = useState<OutlineForm | 'auto'>('auto');
  const [preview, setPreview] = useState<OutlinePreview | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const newest = useRef(0);

  useEffect(() => {
    if (!source || source.content === '') {
      setPreview(null);
      setProblem(null);
      return;
    }
    newest.current += 1;
    const mine = newest.current;
    const timer = setTimeout(async () => {
      setBusy(true);
      const query = new URLSearchParams({ name: source.name, ...(form === 'auto' ? {} : { as: form }) });
      const read = await send<OutlinePreview>(
        `/api/course/${head.id}/outline?${query}`,
        source.content instanceof File ? source.content : new Blob([source.content]),
      );
      if (mine !== newest.current) return;
      setBusy(false);
      setPreview(read.ok ? read.value : null);
      setProblem(read.ok ? null : read.problem);
    }, 250);
    return () => clearTimeout(timer);
  }, [source, form, head.id]);

  const put = () => {
    if (!preview) return;
    const drafts = draftsOf(preview.outline, newId);
    const count = countOf(preview.outline);
    // Lessons without a section get one, named after where they come from.
    const sections =
      drafts.lessons.length > 0
        ? [{ id: newId(), title: 'Brought in', lessons: drafts.lessons }, ...drafts.sections]
        : drafts.sections;
    const done = store.edit({
      do: 'put',
      into: null,
      after: null,
      lessons: [],
      afterSection: sectionsOf(state.outline).at(-1)?.id ?? null,
      sections,
    });
    if (!done.ok) return setProblem(done.problem);
    tellUndoable(
      store,
      `${counted(count.lessons, 'lesson')} in ${counted(sections.length, 'section')}: put at the end.`,
    );
    setText('');
    setSource(null);
  };
  const count = preview ? countOf(preview.outline) : null;
  const clean = preview !== null && preview.faults.length === 0;
  return (
    <section className={planStyles.sheet} aria-label="Bring an outline in">
      <h2>Bring an outline in</h2>
      <Textarea
        readOnly={!ready}
        label="Paste it here"
        description="Indented lines, Markdown headings and lists, OPML or CSV. Nothing is made before you have seen what it becomes."
        minRows={4}
        maxRows={12}
        autosize
        value={text}
        onChange={(event) => {
          setText(event.currentTarget.value);
          setSource({ name: '', content: event.currentTarget.value });
        }}
      />
      <div className={styles.row}>
        <Dropzone
          className={styles.drop}
          multiple={false}
          inputProps={{ 'aria-label': 'Choose an outline file' }}
          onDrop={([file]) => {
            if (!file) return;
            setText('');
            setSource({ name: file.name, content: file });
          }}
        >
          <IconUpload size={15} aria-hidden="true" />{' '}
          {source?.content instanceof File ? source.name : 'or drop a file, or choose one'}
        </Dropzone>
        <Select
          label="Read it as"
          value={form}
          data={forms}
          onChange={(value) => setForm((value ?? 'auto') as OutlineForm | 'auto')}
          allowDeselect={false}
        />
      </div>
      {problem && (
        <Alert color="brick" variant="light" role="alert" title="This cannot be read">
          {problem.sentence}
        </Alert>
      )}
      {busy && <p className={planStyles.quiet}>Reading…</p>}
      {preview && count && (
        <div className={styles.preview} aria-live="polite">
          <p>
            Read as {formNames[preview.form]}: <b>{counted(count.sections, 'section')}</b> and{' '}
            <b>{counted(count.lessons, 'lesson')}</b>
            {preview.faults.length > 0
              ? `, and ${counted(preview.faults.length, 'fault')}. Nothing is put in while there are faults.`
              : '.'}
          </p>
          {preview.outline.notes.map((note) => (
            <p key={note} className={styles.note}>
              {note}
            </p>
          ))}
          {preview.faults.length > 0 && (
            <ul className={styles.faults}>
              {preview.faults.slice(0, 50).map((fault) => (
                <li key={`${fault.row}/${fault.sentence}`}>
                  <b>Row {fault.row}</b> {fault.sentence}
                </li>
              ))}
              {preview.faults.length > 50 && <li>and {preview.faults.length - 50} more.</li>}
            </ul>
          )}
          <ul className={styles.tree}>
            {preview.outline.loose.slice(0, shownLessons).map((lesson, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a preview never changes, and names may repeat
              <Line key={i} lesson={lesson} />
            ))}
            {preview.outline.sections.slice(0, shownLessons).map((section, s) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: as above
              <li key={s}>
                <b>{section.title}</b>
                <ul>
                  {section.lessons.slice(0, shownLessons).map((lesson, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: as above
                    <Line key={i} lesson={lesson} />
                  ))}
                </ul>
              </li>
            ))}
          </ul>
          <div>
            <Button
              leftSection={<IconFileImport size={16} stroke={1.75} />}
              disabled={!clean || count.sections + count.lessons === 0}
              onClick={put}
            >
              Put {counted(count.lessons, 'lesson')} at the end
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}

const Line = ({ lesson }: { readonly lesson: ReadLesson }) => {
  const details = [
    kinds[lesson.kind].name,
    lesson.state,
    lesson.minutes === null ? '' : `${lesson.minutes} min`,
    lesson.text ? 'with its text' : '',
    lesson.note ? 'with a note' : '',
  ];
  return (
    <li>
      {lesson.title} <span className={planStyles.quiet}>{details.filter(Boolean).join(', ')}</span>
    </li>
  );
};
